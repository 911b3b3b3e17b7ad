package foldback.web.tiny;

import foldback.core.recipe.Recipe;
import foldback.core.run.Evidence;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.engine.document.SectionForm;
import foldback.engine.form.Forms;
import foldback.engine.form.object.ObjectForm;
import foldback.engine.stage.Lane;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageTools;
import foldback.engine.stage.StageView;
import foldback.engine.take.Take;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** The smallest stage: it counts frames. All that a stage needs stands in this package and in its two files of the page. */
public final class TinyStage implements Stage {
    @Override
    public String title() {
        return "Tiny";
    }

    @Override
    public Optional<SectionForm<?>> form() {
        return Optional.of(new SectionForm<>(Tally.SECTION, ObjectForm.of(fields -> {
            var count = fields.required("count", Forms.whole(0, 1_000_000), Tally::count);
            return read -> new Tally(read.get(count));
        })));
    }

    @Override
    public Evidence evidence(StageView view) {
        int count = view.recipe().of(Tally.SECTION).count();
        return count == 0
                ? new Evidence(Verdict.UNSETTLED, "Nothing was counted yet.", "not counted")
                : new Evidence(Verdict.SURE, "Counted.", count + " frames");
    }

    @Override
    public List<StageJob<?>> jobs() {
        return List.of(new Counting());
    }

    @Override
    public Optional<StageLane> lane() {
        return Optional.of(new Countdown());
    }

    /**
     * @param times how often each frame is counted
     * @param until a file that is waited for half way, or nothing
     */
    record CountOrder(Integer times, String until) {}

    private static final class Counting implements StageJob<CountOrder> {
        @Override
        public String name() {
            return "count";
        }

        @Override
        public Class<CountOrder> order() {
            return CountOrder.class;
        }

        @Override
        public void check(Recipe recipe, CountOrder order) {
            if (order.times() != null && order.times() < 1) {
                throw new IllegalArgumentException("'times' must be 1 or more: " + order.times());
            }
        }

        @Override
        public StageResult run(Recipe recipe, Take take, CountOrder order, StageTools tools, Run run)
                throws InterruptedException {
            run.step(0.5);
            while (order.until() != null && !Files.exists(Path.of(order.until()))) {
                run.step(0.5);
                Thread.sleep(20);
            }
            int times = order.times() == null ? 1 : order.times();
            Tally tally = new Tally(times * take.clips().get(0).index().frames());
            return new StageResult(
                    "Count frames",
                    Set.of(StageResult.CLIPS),
                    Set.of(Tally.SECTION.name()),
                    recipe.with(Tally.SECTION, tally));
        }
    }

    private static final class Countdown implements StageLane {
        @Override
        public Effort effort() {
            return Effort.LITTLE;
        }

        @Override
        public boolean applies(Recipe recipe) {
            return recipe.of(Tally.SECTION).count() > 0;
        }

        @Override
        public Object dependsOn(Recipe recipe) {
            return recipe.of(Tally.SECTION);
        }

        @Override
        public Lane measure(Recipe recipe, Take take, StageTools tools, Run run) {
            double count = recipe.of(Tally.SECTION).count();
            Lane.Curve curve =
                    new Lane.Curve("A", " left", 1, 0, List.of(new double[] {0, count}, new double[] {1, count - 25}));
            return new Lane(Optional.of(curve), List.of(curve));
        }
    }
}
