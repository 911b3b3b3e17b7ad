package foldback.core.stitch.plan;

import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.core.warp.Canvas;
import java.util.BitSet;
import java.util.List;

/** Which lenses can show a part of what a canvas looks at: never too few, sometimes one more. */
public final class LensReach {
    /** Places that are looked at each way. */
    private static final int PLACES = 12;
    /** What flow moves, and what a rig turns between two looks at it, at the most. */
    private static final double MOST_MOVED = Math.toRadians(12);

    private LensReach() {}

    /**
     * Finds the lenses.
     *
     * @return by their numbers in the rig
     */
    public static BitSet of(StitchSettings settings, Canvas canvas, Rotation rigFromCanvas) {
        BitSet reached = new BitSet();
        List<RigLens> lenses = settings.rig().lenses();
        double[] ray = new double[3];
        for (int place = 0; place < (PLACES + 1) * (PLACES + 1); place++) {
            double x = (double) canvas.width() * (place % (PLACES + 1)) / PLACES;
            double y = (double) canvas.height() * (place / (PLACES + 1)) / PLACES;
            canvas.projection().ray(x, y, canvas.width(), canvas.height(), ray);
            if (!Double.isNaN(ray[0])) {
                double between = canvas.projection().radiansPerPixel(x, y, canvas.width(), canvas.height())
                        * Math.max(canvas.width(), canvas.height())
                        / PLACES;
                Direction seen = new Direction(ray[0], ray[1], ray[2]);
                add(reached, lenses, settings.meetingMetres(), rigFromCanvas.apply(seen), between);
            }
        }
        return reached;
    }

    private static void add(BitSet reached, List<RigLens> lenses, double meetingMetres, Direction seen, double slack) {
        for (int n = 0; n < lenses.size(); n++) {
            RigLens lens = lenses.get(n);
            double away = lens.pupil().distanceTo(Position.ORIGIN);
            double parallax = Math.asin(Math.min(1, away / meetingMetres));
            double angle = lens.rigFromLens().apply(Direction.FORWARD).angleTo(seen);
            // What cannot be told (NaN) counts as reached.
            if (!(angle > lens.lens().halfField() + parallax + MOST_MOVED + slack)) {
                reached.set(n);
            }
        }
    }
}
