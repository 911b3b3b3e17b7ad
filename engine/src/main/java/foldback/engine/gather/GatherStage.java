package foldback.engine.gather;

import foldback.core.recipe.Recipe;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.core.warp.Canvas;
import foldback.engine.document.RangesJson;
import foldback.engine.document.SectionForm;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageView;
import foldback.engine.take.Take;
import foldback.media.ffmpeg.MediaInfo;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Which clips a take has, and whether they go together. */
public final class GatherStage implements Stage {
    private static final String RATE = "rate";

    @Override
    public String name() {
        return "gather";
    }

    @Override
    public String title() {
        return "Gather";
    }

    /** Parts of the take that were marked and named. */
    @Override
    public Optional<SectionForm<?>> form() {
        return Optional.of(RangesJson.FORM);
    }

    /** Which clips a take has cannot be left out, and named parts change no picture. */
    @Override
    public Optional<Recipe> without(Recipe recipe) {
        return Optional.empty();
    }

    /** Parts of a take are its own. */
    @Override
    public boolean canBeGiven() {
        return false;
    }

    /** The take's frame rate stands beside its clips. */
    @Override
    public Set<String> moreKeys() {
        return Set.of(RATE);
    }

    @Override
    public Evidence evidence(StageView view) {
        Take take = view.take();
        List<String> damage = FootageNotes.damage(take, view.tools().get(ClipHealths.class), take.commonSpan());
        List<String> rates = FootageNotes.rates(view.recipe().rate(), take);
        List<String> differing = FootageNotes.settings(take);
        List<String> reasons = new ArrayList<>(damage);
        reasons.addAll(rates);
        reasons.addAll(differing);
        Canvas canvas = new Canvas(view.canvasWidth(), view.canvasWidth() / 2);
        FootageNotes.size(view.recipe(), view.shown(), canvas).ifPresent(reasons::add);
        String figure = !damage.isEmpty()
                ? "footage damaged"
                : !rates.isEmpty()
                        ? "other rate"
                        : take.clips().size() + " clips " + (differing.isEmpty() ? "agree" : "differ");
        return reasons.isEmpty()
                ? new Evidence(Verdict.SURE, agreeing(view), figure)
                : new Evidence(Verdict.CHECK, sentence(String.join("; ", reasons)), figure);
    }

    private static String agreeing(StageView view) {
        Take take = view.take();
        boolean unchecked = take.clips().stream()
                .anyMatch(clip -> view.tools()
                        .get(ClipHealths.class)
                        .of(clip.ref().sha256())
                        .isEmpty());
        MediaInfo.Video first = take.clips().get(0).video();
        return "All clips have " + first.width() + " x " + first.height()
                + ", one frame rate and one set of colour tags"
                + (unchecked ? "; they are still being looked through for damage." : ", and no damage.");
    }

    private static String sentence(String text) {
        return Character.toUpperCase(text.charAt(0)) + text.substring(1) + ".";
    }
}
