package foldback.engine.level;

import foldback.core.recipe.LevelLine.LensPoint;
import foldback.core.recipe.Recipe;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.stitch.plan.RigMotion;
import foldback.engine.rig.TakeRig;
import foldback.engine.take.Take;
import java.util.List;
import java.util.Optional;

/** Where places of lenses' pictures lie in a take's steady view, and back; far things, as lines that say what is upright should be. */
final class Sight {
    /** A row's time depends on the row: found anew until it rests. */
    private static final int ROUNDS = 3;

    private final List<RigLens> lenses;
    private final Optional<RigMotion> motion;

    /** @param shown the clips of the lenses that are on */
    Sight(Recipe recipe, Take shown, Optional<RigMotion> motion) {
        lenses = TakeRig.fitted(recipe.geometry().rigOn(), shown.clips()).lenses();
        this.motion = motion;
    }

    /** The direction in the view of a place in a lens's picture. */
    Direction inView(LensPoint point, double seconds) {
        for (int i = 0; i < lenses.size(); i++) {
            RigLens lens = lenses.get(i);
            if (lens.slot().equals(point.slot())) {
                double share = point.y() / lens.lens().frame().height();
                Direction inRig = lens.rigFromLens().apply(lens.lens().unproject(point.x(), point.y()));
                return viewFromRig(i, seconds, share).apply(inRig);
            }
        }
        throw new IllegalArgumentException("The take has no lens '" + point.slot() + "'.");
    }

    /** The place in the picture of the lens that sees a direction best; empty where none does. */
    Optional<LensPoint> inLens(Direction view, double seconds) {
        Optional<LensPoint> best = Optional.empty();
        double deepest = 0;
        for (int i = 0; i < lenses.size(); i++) {
            RigLens lens = lenses.get(i);
            double[] at = place(i, view, seconds);
            double depth = lens.lens().frame().depthInside(at[0], at[1])
                    / lens.lens().frame().height();
            // NaN compares as false.
            if (depth > deepest) {
                deepest = depth;
                best = Optional.of(new LensPoint(lens.slot(), at[0], at[1]));
            }
        }
        return best;
    }

    private double[] place(int number, Direction view, double seconds) {
        RigLens lens = lenses.get(number);
        double[] at = new double[2];
        double share = 0.5;
        for (int round = 0; round < ROUNDS; round++) {
            Direction ray = lens.rigFromLens()
                    .inverse()
                    .times(viewFromRig(number, seconds, share).inverse())
                    .apply(view);
            lens.lens().project(new double[] {ray.x(), ray.y(), ray.z()}, at, new double[1], 1);
            share = at[1] / lens.lens().frame().height();
            if (!Double.isFinite(share)) {
                break;
            }
        }
        return at;
    }

    private Rotation viewFromRig(int lens, double seconds, double share) {
        return motion.map(turning -> turning.viewFromRig(lens, seconds, share)).orElse(Rotation.IDENTITY);
    }

    /** The direction of a place of the canvas, shares of its width and height. */
    static Direction ofCanvas(double x, double y) {
        return Direction.ofYawPitch((x - 0.5) * 2 * Math.PI, (0.5 - y) * Math.PI);
    }

    /** The place of a direction on the canvas. */
    static double[] canvas(Direction seen) {
        return new double[] {seen.yaw() / (2 * Math.PI) + 0.5, 0.5 - seen.pitch() / Math.PI};
    }
}
