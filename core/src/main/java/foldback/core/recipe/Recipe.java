package foldback.core.recipe;

import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.LensBalance;
import foldback.core.rig.Rig;
import foldback.core.time.FrameRate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * Everything decided about a take.
 *
 * @param rate of the output
 * @param clips one for each lens, the first one's start being take time 0
 * @param sync where the clips' offsets come from
 * @param geometry the rig and where it comes from; its lenses are those of the clips
 */
public record Recipe(
        FrameRate rate, List<ClipRef> clips, Sync sync, Geometry geometry, Balance balance, Seams seams, Level level) {

    public Recipe {
        clips = List.copyOf(clips);
        if (clips.isEmpty()) {
            throw new IllegalArgumentException("a recipe needs at least one clip");
        }
        Set<String> slots = new HashSet<>();
        for (ClipRef clip : clips) {
            if (!slots.add(clip.slot())) {
                throw new IllegalArgumentException("two clips are in slot '" + clip.slot() + "'");
            }
            if (geometry.rig().lenses().stream().noneMatch(lens -> lens.slot().equals(clip.slot()))) {
                throw new IllegalArgumentException(
                        "the rig '" + geometry.rig().name() + "' has no slot '" + clip.slot() + "'");
            }
        }
        if (slots.size() != geometry.rig().lenses().size()) {
            throw new IllegalArgumentException("the rig '" + geometry.rig().name() + "' has "
                    + geometry.rig().lenses().size() + " lenses, the take has " + slots.size() + " clips");
        }
    }

    /** The recipe of a take about which nothing was decided yet. */
    public static Recipe start(FrameRate rate, List<ClipRef> clips, Rig rig, String rigSource) {
        return new Recipe(rate, clips, Sync.NONE, Geometry.of(rig, rigSource), Balance.NONE, Seams.DEFAULT, Level.NONE);
    }

    public Rig rig() {
        return geometry.rig();
    }

    public ClipRef clip(String slot) {
        return clips.stream()
                .filter(clip -> clip.slot().equals(slot))
                .findFirst()
                .orElseThrow();
    }

    /**
     * The same with its clips in other slots, with all that is known of them; the rig stays.
     *
     * @param slotOf of each slot, the one that its clip goes to
     */
    public Recipe withSlots(Map<String, String> slotOf) {
        UnaryOperator<String> to = slotOf::get;
        List<ClipRef> placed =
                clips.stream().map(clip -> clip.withSlot(to.apply(clip.slot()))).toList();
        Balance evened = balance.withLenses(balance.lenses().stream()
                        .map(lens -> new LensBalance(to.apply(lens.slot()), lens.measured(), lens.trim()))
                        .toList())
                .withReference(balance.reference().map(to));
        Geometry same =
                geometry.withOff(geometry.off().stream().map(to).sorted().toList());
        return new Recipe(rate, placed, sync.withSlots(to), same, evened, seams, level);
    }

    /** What is seen of the take: the same without the lenses that are off. */
    public Recipe showing() {
        if (geometry.off().isEmpty()) {
            return this;
        }
        List<ClipRef> on =
                clips.stream().filter(clip -> geometry.isOn(clip.slot())).toList();
        Geometry seen =
                new Geometry(geometry.rigOn(), geometry.source(), geometry.measure(), geometry.points(), List.of());
        return new Recipe(rate, on, sync, seen, balance, seams, level);
    }

    /** The same with its lenses cut off hard against each other, so that their differences show. */
    public Recipe bareCut() {
        return new Recipe(rate, clips, sync, geometry, balance, new Seams(0, seams.meetingMetres()), level);
    }

    public Recipe withBalance(Balance changed) {
        return new Recipe(rate, clips, sync, geometry, changed, seams, level);
    }

    public Recipe withGeometry(Geometry changed) {
        return new Recipe(rate, clips, sync, changed, balance, seams, level);
    }

    /** The same with other offsets: take times of the first frames, in the order of the clips. */
    public Recipe withOffsets(List<Double> offsets, Sync changed) {
        List<ClipRef> moved = new ArrayList<>();
        for (int i = 0; i < clips.size(); i++) {
            moved.add(clips.get(i).withOffset(offsets.get(i)));
        }
        return withClips(moved, changed);
    }

    /** The same with its clips elsewhere in the take. */
    public Recipe withClips(List<ClipRef> placed, Sync changed) {
        return new Recipe(rate, placed, changed, geometry, balance, seams, level);
    }
}
