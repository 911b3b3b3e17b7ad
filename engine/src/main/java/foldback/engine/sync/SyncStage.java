package foldback.engine.sync;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.sync.Sync;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.engine.document.SectionForm;
import foldback.engine.document.SyncJson;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageView;
import foldback.engine.take.Take;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** When each clip begins. */
public final class SyncStage implements Stage {
    private static final String OFFSETS = "offsets";

    @Override
    public String title() {
        return "Sync";
    }

    @Override
    public Optional<SectionForm<?>> form() {
        return Optional.of(SyncJson.FORM);
    }

    @Override
    public List<StageJob<?>> jobs() {
        return List.of(new FindOffsets(), new PlaceRecording());
    }

    /** Offsets, seconds by slot, stand with the clips. */
    @Override
    public Set<String> moreKeys() {
        return Set.of(OFFSETS);
    }

    /** A clip's file cannot be changed, only where it lies in time. Clips that are in sync as they are run by one clock. */
    @Override
    public void put(String key, JsonNode value, ObjectNode document) {
        if (!key.equals(OFFSETS)) {
            document.set(key, value);
            if (value.path("source").asString("").equals("declared")) {
                document.path("clips").forEach(clip -> ((ObjectNode) clip).remove("drift_ppm"));
            }
            return;
        }
        for (JsonNode clip : document.path("clips")) {
            JsonNode offset = value.path(clip.path("slot").asString(""));
            if (!offset.isMissingNode()) {
                ((ObjectNode) clip).set("offset_seconds", offset);
            }
        }
    }

    @Override
    public Optional<Recipe> without(Recipe recipe) {
        return Optional.of(recipe.withOffsets(Collections.nCopies(recipe.clips().size(), 0.0), recipe.sync()));
    }

    /** Offsets are given by slot. */
    @Override
    public Recipe give(Recipe from, Recipe to, Take take) {
        List<ClipRef> placed = to.clips().stream()
                .map(clip -> from.clips().stream()
                        .filter(source -> source.slot().equals(clip.slot()))
                        .findFirst()
                        .map(source -> clip.withOffset(source.offsetSeconds()))
                        .orElseThrow(() -> new IllegalArgumentException(
                                "Its lens " + clip.slot() + " is not in the take that offsets are given from.")))
                .toList();
        // A recording is of the take beside which it was made.
        return to.withClips(
                placed, Sync.from(Sync.Source.BY_HAND).withRecording(to.sync().recording()));
    }

    @Override
    public Evidence evidence(StageView view) {
        Recipe recipe = view.recipe();
        if (view.take().lensesByFile().size() == 1) {
            String reason =
                    recipe.clips().size() == 1 ? "One lens needs no other." : "One file: its lenses share a clock.";
            return new Evidence(Verdict.NOT_NEEDED, reason, "one clip");
        }
        var offsets = recipe.clips().stream().collect(Collectors.summarizingDouble(ClipRef::offsetSeconds));
        String apart = String.format(Locale.ROOT, "starts %.2f s apart", offsets.getMax() - offsets.getMin());
        Sync sync = recipe.sync();
        return switch (sync.source()) {
            case AS_IT_COMES ->
                new Evidence(Verdict.UNSETTLED, "The clips' offsets were not looked for yet.", "not found");
            case DECLARED -> new Evidence(Verdict.CHECK, "Taken as recorded in sync.", "as recorded");
            case BY_HAND -> new Evidence(Verdict.CHECK, "Set by hand.", apart);
            case TIMECODE -> new Evidence(Verdict.CHECK, "From the timecode in the files.", apart);
            case CLOCK -> new Evidence(Verdict.CHECK, "From the recorders' clocks: right to a second or two.", apart);
            case MEASURED ->
                sync.measure()
                        .map(measure -> new Evidence(measure.verdict(), measure.reason(), apart))
                        .orElse(new Evidence(Verdict.CHECK, "Not measured.", apart));
        };
    }
}
