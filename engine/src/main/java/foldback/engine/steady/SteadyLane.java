package foldback.engine.steady;

import foldback.core.motion.RotationTrack;
import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.space.Rotation;
import foldback.core.steady.Jitter;
import foldback.engine.stage.Lane;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageTools;
import foldback.engine.take.Take;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;

/** What is left of the shake over time, and what was corrected: heading, tilt and lean. */
final class SteadyLane implements StageLane {
    private static final String DEGREES = "\u00b0";
    /** From which on trembling is seen. */
    private static final double SEEN_DEGREES = 0.1;
    /** What is corrected may be anything; the lane is drawn up to there at least. */
    private static final double ANY = 5;

    /** From which on a picture looks blurred: a pixel or two of a usual canvas. */
    static final double SEEN_BLUR_DEGREES = 0.15;
    /** To both sides of a picture, within which it is told how fast the rig turns, seconds. */
    private static final double AROUND = 0.02;

    private static final int MOST_POINTS = 600;

    @Override
    public Effort effort() {
        return Effort.LITTLE;
    }

    @Override
    public boolean applies(Recipe recipe) {
        return recipe.steady().measure().isPresent();
    }

    @Override
    public Object dependsOn(Recipe recipe) {
        return TakeShake.dependsOn(recipe);
    }

    @Override
    public Lane measure(Recipe recipe, Take take, StageTools tools, Run run) {
        Take shown = take.showing(recipe);
        TakeShake takes = tools.get(TakeShake.class);
        RotationTrack rig = takes.shake(recipe, shown).worldFromRig();
        RotationTrack view = takes.view(recipe, shown);
        double[] trembling = Jitter.of(view, MeasureShake.SHAKE_HERTZ);
        Rotation upright = recipe.level().at(recipe.steady().settings().referenceSeconds());
        RotationTrack corrected = Jitter.left(rig, view);
        List<double[]> left = new ArrayList<>();
        for (int n = 0; n < rig.size(); n += step(rig)) {
            left.add(new double[] {rig.time(n), Math.toDegrees(trembling[n])});
        }
        Lane.Curve whole = new Lane.Curve("", DEGREES, SEEN_DEGREES, 2, left);
        List<Lane.Curve> finer = new ArrayList<>(List.of(
                curve("heading", corrected, upright, Rotation::yaw),
                curve("tilt", corrected, upright, Rotation::pitch),
                curve("lean", corrected, upright, Rotation::roll)));
        recipe.steady().exposureSeconds().ifPresent(exposure -> finer.add(blur(rig, exposure)));
        return new Lane(Optional.of(whole), finer);
    }

    /** Over how much a picture is blurred, since the rig turned while the shutter was open. */
    private static Lane.Curve blur(RotationTrack rig, double exposure) {
        List<double[]> points = new ArrayList<>();
        for (int n = 0; n < rig.size(); n += step(rig)) {
            double[] rate = rig.rate(rig.time(n), AROUND);
            double turned = Math.sqrt(rate[0] * rate[0] + rate[1] * rate[1] + rate[2] * rate[2]);
            points.add(new double[] {rig.time(n), Math.toDegrees(turned * exposure)});
        }
        return new Lane.Curve("blur", DEGREES, SEEN_BLUR_DEGREES, 2, points);
    }

    private static int step(RotationTrack track) {
        return Math.max(1, track.size() / MOST_POINTS);
    }

    private static Lane.Curve curve(
            String label, RotationTrack corrected, Rotation upright, ToDoubleFunction<Rotation> angle) {
        List<double[]> points = new ArrayList<>();
        for (int n = 0; n < corrected.size(); n += step(corrected)) {
            Rotation seen = upright.inverse().times(corrected.rotation(n)).times(upright);
            points.add(new double[] {corrected.time(n), Math.toDegrees(angle.applyAsDouble(seen))});
        }
        return new Lane.Curve(label, DEGREES, ANY, 1, points);
    }
}
