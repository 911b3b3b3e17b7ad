package foldback.core.match.points;

import foldback.core.match.TiePoint;
import foldback.core.rig.Rig;
import foldback.core.space.Direction;
import java.util.ArrayList;
import java.util.List;

/**
 * How much of what two lenses both see has tie points near it.
 *
 * @param share of the overlap, 0 to 1
 * @param emptiest the place of the overlap that is farthest from any point, in the rig's frame; null where nothing is shared
 * @param emptyRad how far that is, radians
 */
public record OverlapCoverage(double share, Direction emptiest, double emptyRad) {
    private static final double NEAR = Math.toRadians(8);

    /** Looks at pairs of lenses of one rig. */
    public static final class Gauge {
        private static final double SPACING = Math.toRadians(2.5);
        private final Rig rig;
        private final SphereGrid grid;

        public Gauge(Rig rig) {
            this.rig = rig;
            grid = new SphereGrid(rig, SPACING);
        }

        /** @param points between these two lenses */
        public OverlapCoverage of(int first, int second, List<TiePoint> points) {
            List<Direction> seen = new ArrayList<>();
            for (TiePoint point : points) {
                try {
                    seen.add(rig.lenses()
                            .get(first)
                            .rigFromLens()
                            .apply(rig.lenses().get(first).lens().unproject(point.x1(), point.y1())));
                } catch (IllegalArgumentException beyondItsRim) {
                    // It says nothing of where it is.
                }
            }
            int shared = 0;
            int near = 0;
            double most = -1;
            Direction emptiest = null;
            for (int k = 0; k < grid.count; k++) {
                if (!(grid.depths[first][k] > 0 && grid.depths[second][k] > 0)) {
                    continue;
                }
                Direction place =
                        new Direction(grid.directions[3 * k], grid.directions[3 * k + 1], grid.directions[3 * k + 2]);
                double least = Math.PI;
                for (Direction point : seen) {
                    least = Math.min(least, place.angleTo(point));
                }
                shared++;
                near += least < NEAR ? 1 : 0;
                if (least > most) {
                    most = least;
                    emptiest = place;
                }
            }
            return new OverlapCoverage(shared == 0 ? 0 : (double) near / shared, emptiest, Math.max(0, most));
        }
    }
}
