package foldback.engine.steady;

import foldback.core.motion.RotationTrack;
import foldback.core.motion.log.LogColumns;
import foldback.core.recipe.MotionLogRef;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.ShakeMeasure;
import foldback.core.recipe.Steady;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.run.Run;
import foldback.core.steady.Jitter;
import foldback.core.steady.SteadySettings;
import foldback.core.time.TimeSpan;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageTools;
import foldback.engine.take.Take;
import java.util.Optional;
import java.util.Set;

/** Measures how a take's rig was shaken; what is shown of it may be changed afterwards without measuring again. */
final class MeasureShake implements StageJob<MeasureShake.Order> {
    /** Raised whenever the same take would give another track. */
    static final int ALGORITHM = 2;

    /** What is slower is no shake, Hz. */
    static final double SHAKE_HERTZ = 0.5;

    private static final Set<String> DEPENDS = Set.of(StageResult.CLIPS, Geometry.SECTION.name());
    private static final Set<String> SETS = Set.of(Steady.SECTION.name());

    /**
     * What it is measured by besides the pictures.
     *
     * @param log a motion log's file as recipes name it; left out for the one that the recipe has, empty for none
     * @param columns of its table, where its header does not say them
     * @param near take time near which it begins, seconds; left out where it is looked for
     */
    record Order(String log, LogColumns columns, Double near) {}

    @Override
    public String name() {
        return "measure";
    }

    @Override
    public Class<Order> order() {
        return Order.class;
    }

    @Override
    public void check(Recipe recipe, Order order) {
        if (recipe.showing().clips().isEmpty()) {
            throw new IllegalArgumentException("All lenses are off: there is nothing to measure.");
        }
    }

    @Override
    public StageResult run(Recipe recipe, Take take, Order order, StageTools tools, Run run) {
        Take shown = take.showing(recipe);
        Steady before = recipe.steady().withLog(log(recipe, order, tools));
        TakeShake.Measured measured =
                tools.get(TakeShake.class).measure(recipe.with(Steady.SECTION, before), shown, run);
        RotationTrack track = measured.shake().worldFromRig();
        ShakeMeasure measure = new ShakeMeasure(
                ALGORITHM,
                Jitter.rms(track, SHAKE_HERTZ),
                fastest(track),
                measured.shake().apartRad(),
                measured.untoldShare(),
                measured.driftRad(),
                measured.readOutSeconds().filter(found -> found <= Steady.MOST_READ_OUT),
                measured.log());
        SteadySettings settings =
                before.measure().isPresent() ? before.settings() : SteadySettings.start(reference(shown.commonSpan()));
        Steady after = before.withMeasure(measure, settings)
                .withExposure(before.exposureSeconds().or(measured::exposureSeconds));
        Recipe steadied = recipe.with(Steady.SECTION, after);
        return new StageResult("Measure the shake", DEPENDS, SETS, steadied);
    }

    private static Optional<MotionLogRef> log(Recipe recipe, Order order, StageTools tools) {
        if (order.log == null) {
            return recipe.steady().log();
        }
        return order.log.isEmpty()
                ? Optional.empty()
                : Optional.of(tools.get(MotionLogs.class)
                        .find(order.log, Optional.ofNullable(order.columns), Optional.ofNullable(order.near)));
    }

    /** The first moment that all lenses show: what a viewer sees first is as it was. */
    private static double reference(TimeSpan span) {
        return span.from();
    }

    private static double fastest(RotationTrack track) {
        double most = 0;
        for (int n = 1; n < track.size(); n++) {
            double turned = track.rotation(n - 1).angleTo(track.rotation(n));
            most = Math.max(most, turned / (track.time(n) - track.time(n - 1)));
        }
        return most;
    }
}
