package foldback.core.matte;

import foldback.core.lens.LensFrame;
import foldback.core.matte.Stroke.Spot;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.warp.LensView;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;

/** Finds where in a lens's picture directions of the rig are seen, for strokes that are drawn elsewhere. */
public final class SpotFinder {
    /** Small enough for the picture to be straight over it, radians. */
    private static final double STEP = Math.toRadians(0.1);

    private final LensView view;
    private final LensFrame frame;

    /** @param meetingMetres where the lenses' pictures agree; infinite for far */
    public SpotFinder(RigLens lens, double meetingMetres) {
        view = new LensView(lens, Rotation.IDENTITY, meetingMetres);
        frame = lens.lens().frame();
    }

    /** The places of those that the lens sees, in their order. */
    public List<Spot> spots(List<Direction> seen) {
        List<Spot> spots = new ArrayList<>();
        for (Direction direction : seen) {
            double[] xy = view.project(direction);
            // Not a number is not inside.
            if (frame.depthInside(xy[0], xy[1]) > 0) {
                spots.add(new Spot(xy[0] / frame.width(), xy[1] / frame.height()));
            }
        }
        return spots;
    }

    /** What an angle is in shares of the picture's height, about a direction; empty where the lens does not see it. */
    public OptionalDouble size(Direction seen, double radians) {
        double[] here = view.project(seen);
        if (!(frame.depthInside(here[0], here[1]) > 0)) {
            return OptionalDouble.empty();
        }
        Direction aside = Math.abs(seen.y()) < 0.9 ? new Direction(0, 1, 0) : new Direction(1, 0, 0);
        double dot = seen.dot(aside);
        double length = Math.sqrt(1 - dot * dot);
        Direction across = new Direction(
                (aside.x() - dot * seen.x()) / length,
                (aside.y() - dot * seen.y()) / length,
                (aside.z() - dot * seen.z()) / length);
        double sine = Math.sin(STEP);
        double cosine = Math.cos(STEP);
        double[] there = view.project(new Direction(
                cosine * seen.x() + sine * across.x(),
                cosine * seen.y() + sine * across.y(),
                cosine * seen.z() + sine * across.z()));
        double pixels = Math.hypot(there[0] - here[0], there[1] - here[1]) / STEP * radians;
        return OptionalDouble.of(pixels / frame.height());
    }
}
