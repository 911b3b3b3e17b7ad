package foldback.core.solve.adjust;

import foldback.core.space.Direction;
import java.util.List;

/** The tie points as the adjustment sees them: each a direction from the rig's origin and an inverse distance. */
final class Points {
    static final int EACH = 4;
    final List<WorldPoint> seen;
    /** x, y, z of the direction and the inverse distance in 1/m, {@value #EACH} numbers a point. */
    final double[] places;

    Points(List<WorldPoint> seen, double[] places) {
        this.seen = seen;
        this.places = places;
    }

    /** Each amid where its lenses see it, far off. */
    static Points between(List<WorldPoint> seen, RigState state) {
        double[] places = new double[EACH * seen.size()];
        for (int n = 0; n < seen.size(); n++) {
            WorldPoint point = seen.get(n);
            double x = 0;
            double y = 0;
            double z = 0;
            for (int view = 0; view < point.views(); view++) {
                Direction d = ray(state, point.lenses()[view], point.xy()[2 * view], point.xy()[2 * view + 1]);
                x += d.x();
                y += d.y();
                z += d.z();
            }
            double length = Math.sqrt(x * x + y * y + z * z);
            places[EACH * n] = x / length;
            places[EACH * n + 1] = y / length;
            places[EACH * n + 2] = z / length;
        }
        return new Points(seen, places);
    }

    /** Where a place in a lens's picture looks, in the rig's frame; ahead where the lens as it stands says nothing of it. */
    private static Direction ray(RigState state, int lens, double x, double y) {
        try {
            return state.rigFromLens[lens].apply(state.lenses[lens].lens().unproject(x, y));
        } catch (IllegalArgumentException beyondItsRim) {
            return state.rigFromLens[lens].apply(Direction.FORWARD);
        }
    }

    int count() {
        return seen.size();
    }

    /** Two directions across a point's, x, y, z each. */
    void sides(int n, double[] into) {
        double x = places[EACH * n];
        double y = places[EACH * n + 1];
        double z = places[EACH * n + 2];
        double ax = Math.abs(x) < 0.8 ? 1 : 0;
        double ay = 1 - ax;
        double along = ax * x + ay * y;
        double ux = ax - along * x;
        double uy = ay - along * y;
        double uz = -along * z;
        double length = Math.sqrt(ux * ux + uy * uy + uz * uz);
        into[0] = ux / length;
        into[1] = uy / length;
        into[2] = uz / length;
        into[3] = y * into[2] - z * into[1];
        into[4] = z * into[0] - x * into[2];
        into[5] = x * into[1] - y * into[0];
    }

    /** The places moved by a step of three numbers a point: along its two sides, and the inverse distance. */
    Points moved(double[] step, double leastInverse, double mostInverse) {
        double[] moved = places.clone();
        double[] sides = new double[6];
        for (int n = 0; n < count(); n++) {
            sides(n, sides);
            int at = EACH * n;
            double length = 0;
            for (int k = 0; k < 3; k++) {
                moved[at + k] += step[3 * n] * sides[k] + step[3 * n + 1] * sides[3 + k];
                length += moved[at + k] * moved[at + k];
            }
            length = Math.sqrt(length);
            for (int k = 0; k < 3; k++) {
                moved[at + k] /= length;
            }
            moved[at + 3] = Math.max(leastInverse, Math.min(mostInverse, moved[at + 3] + step[3 * n + 2]));
        }
        return new Points(seen, moved);
    }
}
