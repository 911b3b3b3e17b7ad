package foldback.core.recipe;

import foldback.core.recipe.depth.Depth;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import foldback.core.recipe.section.Sections;
import foldback.core.recipe.sync.Sync;
import foldback.core.rig.Rig;
import foldback.core.time.FrameRate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;

/**
 * Everything decided about a take.
 *
 * @param rate of the output
 * @param clips one for each lens, the first one's start being take time 0
 * @param sections what the stages decided; the rig's lenses are those of the clips
 * @param left names of the stages that a person said to leave as they are
 */
public record Recipe(FrameRate rate, List<ClipRef> clips, Sections sections, Set<String> left) {

    public Recipe {
        left = Set.copyOf(left);
        Rig rig = sections.of(Geometry.SECTION).rig();
        clips = List.copyOf(clips);
        if (clips.isEmpty()) {
            throw new IllegalArgumentException("a recipe needs at least one clip");
        }
        Set<String> slots = new HashSet<>();
        for (ClipRef clip : clips) {
            if (!slots.add(clip.slot())) {
                throw new IllegalArgumentException("two clips are in slot '" + clip.slot() + "'");
            }
            if (rig.lenses().stream().noneMatch(lens -> lens.slot().equals(clip.slot()))) {
                throw new IllegalArgumentException("the rig '" + rig.name() + "' has no slot '" + clip.slot() + "'");
            }
        }
        if (slots.size() != rig.lenses().size()) {
            throw new IllegalArgumentException("the rig '" + rig.name() + "' has "
                    + rig.lenses().size() + " lenses, the take has " + slots.size() + " clips");
        }
    }

    /** The recipe of a take about which nothing was decided yet. */
    public static Recipe start(FrameRate rate, List<ClipRef> clips, Rig rig, String rigSource) {
        return new Recipe(rate, clips, Sections.EMPTY.with(Geometry.SECTION, Geometry.of(rig, rigSource)), Set.of());
    }

    /** What a stage decided. */
    public <D extends Decisions<D>> D of(Section<D> section) {
        return sections.of(section);
    }

    /** The same with another value in a section; a stage that was to be left as it was is then open again. */
    public <D extends Decisions<D>> Recipe with(Section<D> section, D value) {
        if (value.equals(of(section))) {
            return this;
        }
        Set<String> others = new TreeSet<>(left);
        others.remove(section.name());
        return new Recipe(rate, clips, sections.with(section, value), others);
    }

    public Sync sync() {
        return of(Sync.SECTION);
    }

    public Geometry geometry() {
        return of(Geometry.SECTION);
    }

    public Balance balance() {
        return of(Balance.SECTION);
    }

    public Seams seams() {
        return of(Seams.SECTION);
    }

    public Steady steady() {
        return of(Steady.SECTION);
    }

    public Level level() {
        return of(Level.SECTION);
    }

    public Depth depth() {
        return of(Depth.SECTION);
    }

    public Framings framing() {
        return of(Framings.SECTION);
    }

    public Rig rig() {
        return geometry().rig();
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
     * @param moves of slots, the ones that their clips go to; those that are left out stay
     */
    public Recipe withSlots(Map<String, String> moves) {
        UnaryOperator<String> slotOf = slot -> moves.getOrDefault(slot, slot);
        List<ClipRef> placed = clips.stream()
                .map(clip -> clip.withSlot(slotOf.apply(clip.slot())))
                .toList();
        return new Recipe(rate, placed, sections.withSlots(slotOf), left);
    }

    /** What is seen of the take: the same without the lenses that are off. */
    public Recipe showing() {
        Geometry geometry = geometry();
        if (geometry.off().isEmpty()) {
            return this;
        }
        List<ClipRef> on =
                clips.stream().filter(clip -> geometry.isOn(clip.slot())).toList();
        return new Recipe(rate, on, sections.showing(geometry::isOn), left);
    }

    /** The same with its lenses cut off hard against each other, so that their differences show. */
    public Recipe bareCut() {
        return with(Seams.SECTION, new Seams(0, seams().meetingMetres()));
    }

    /** The same with other offsets: take times of the first frames, in the order of the clips. */
    public Recipe withOffsets(List<Double> offsets, Sync changed) {
        List<ClipRef> moved = new ArrayList<>();
        for (int i = 0; i < clips.size(); i++) {
            moved.add(clips.get(i).withOffset(offsets.get(i)));
        }
        return withClips(moved, changed);
    }

    /** The same with its clips elsewhere in the take, and where that comes from. */
    public Recipe withClips(List<ClipRef> placed, Sync changed) {
        return withClips(placed).with(Sync.SECTION, changed);
    }

    /** The same with its clips elsewhere in the take. */
    public Recipe withClips(List<ClipRef> placed) {
        return new Recipe(rate, placed, sections, left);
    }

    /** The same with these stages left as they are, and no others. */
    public Recipe leaving(Set<String> stages) {
        return new Recipe(rate, clips, sections, stages);
    }
}
