package foldback.engine.steady;

import foldback.core.motion.RotationTrack;
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

    /** There is nothing to choose. */
    record Order() {}

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
        TakeShake.Measured measured = tools.get(TakeShake.class).measure(recipe, shown, run);
        RotationTrack track = measured.shake().worldFromRig();
        ShakeMeasure measure = new ShakeMeasure(
                ALGORITHM,
                Jitter.rms(track, SHAKE_HERTZ),
                fastest(track),
                measured.shake().apartRad(),
                measured.untoldShare(),
                measured.driftRad(),
                measured.readOutSeconds().filter(found -> found <= Steady.MOST_READ_OUT));
        Steady before = recipe.steady();
        SteadySettings settings =
                before.measure().isPresent() ? before.settings() : SteadySettings.start(reference(shown.commonSpan()));
        Steady steady = new Steady(Optional.of(measure), settings, before.readOutSeconds());
        return new StageResult("Measure the shake", DEPENDS, SETS, recipe.with(Steady.SECTION, steady));
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
