package foldback.engine.sync;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.sync.SoundRecording;
import foldback.core.recipe.sync.Sync;
import foldback.core.run.Run;
import foldback.engine.document.Asked;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageTools;
import foldback.engine.take.Sounding;
import foldback.engine.take.Take;
import java.util.Optional;
import java.util.Set;

/** Places a sound recording by what it shares with the sound of the lenses. */
final class PlaceRecording implements StageJob<PlaceRecording.Order> {
    private static final Set<String> PARTS = Set.of(Sync.SECTION.name());

    /** How a page asks for it. */
    record Order(String file) {}

    @Override
    public String name() {
        return "recording";
    }

    @Override
    public Class<Order> order() {
        return Order.class;
    }

    @Override
    public void check(Recipe recipe, Order order) {
        Asked.required(order.file(), "file");
    }

    @Override
    public StageResult run(Recipe recipe, Take take, Order order, StageTools tools, Run run) {
        Sounding sounding = tools.get(Recordings.class).open(order.file());
        SoundRecording placed = tools.get(TakeSync.class).place(sounding, take, run);
        return new StageResult(
                "Place the recording by sound",
                PARTS,
                PARTS,
                recipe.with(Sync.SECTION, recipe.sync().withRecording(Optional.of(placed))));
    }
}
