package foldback.core.seam.guard;

import foldback.core.rig.Rig;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.warp.LensView;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * Where a guard reaches beyond what the lens sees that is to keep it: a seam runs through it there whatever is done.
 *
 * @param guard its name
 * @param slot of the lens that keeps it
 * @param seconds the time of its key at which least of it is seen; empty where it is the same at all times
 * @param seen share of its rim that the lens sees then
 */
public record GuardReach(String guard, String slot, OptionalDouble seconds, double seen) {
    /** So far inside its picture a lens counts whole, as a share of its height. */
    private static final double INSIDE = 0.02;

    private static final int OUTLINE = 72;

    /** The one of some guards that is seen least, where any is not seen whole. */
    public static Optional<GuardReach> worst(Rig rig, double meetingMetres, List<Guard> guards) {
        GuardReach worst = null;
        for (Guard guard : guards) {
            int lens = GuardedSeams.keeper(rig, guard);
            if (lens < 0) {
                continue;
            }
            LensView view = new LensView(rig.lenses().get(lens), Rotation.IDENTITY, meetingMetres);
            for (double seconds : guard.keyTimes()) {
                double seen = seen(view, guard.at(seconds));
                if (seen < (worst == null ? 1 : worst.seen)) {
                    OptionalDouble when = guard.isStill() ? OptionalDouble.empty() : OptionalDouble.of(seconds);
                    worst = new GuardReach(guard.name(), rig.lenses().get(lens).slot(), when, seen);
                }
            }
        }
        return Optional.ofNullable(worst);
    }

    private static double seen(LensView view, GuardArea area) {
        if (area.strength() == 0) {
            return 1;
        }
        int inside = 0;
        double least = INSIDE * view.lens().frame().height();
        for (Direction place : area.outline(OUTLINE, 0)) {
            double[] xy = view.project(place);
            // Not a number is not inside.
            inside += view.lens().frame().depthInside(xy[0], xy[1]) > least ? 1 : 0;
        }
        return (double) inside / OUTLINE;
    }
}
