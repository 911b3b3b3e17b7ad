package foldback.core.solve.adjust;

import foldback.core.space.Direction;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.CommonOps_DDRM;

/** The tie points as the adjustment sees them: each a direction from the rig's origin and an inverse distance. */
final class Points {
    static final int EACH = 4;
    /** Downward part of a direction from which on nothing is far, and from which on all may be; six degrees below and two above. */
    private static final double LOWEST_FAR = 0.105;

    private static final double SURELY_FAR = -0.035;
    /** From ten degrees above on it is the sky most often, and that counts so much more. */
    private static final double SURELY_SKY = -0.175;

    private static final double SKY = 3;
    /** The same for the ground: eight and twenty degrees below. */
    private static final double FIRST_GROUND = 0.02;

    private static final double SURELY_GROUND = 0.12;
    private static final int GROUND_ROUNDS = 20;
    private static final double GROUND_NEAR = 0.01;
    final List<WorldPoint> seen;
    /** x, y, z of the direction and the inverse distance in 1/m, {@value #EACH} numbers a point. */
    final double[] places;

    Points(List<WorldPoint> seen, double[] places) {
        this.seen = seen;
        this.places = places;
    }

    /** Each amid where its lenses see it, on the ground or far off. */
    static Points between(List<WorldPoint> seen, RigState state) {
        double[] places = new double[EACH * seen.size()];
        for (int n = 0; n < seen.size(); n++) {
            WorldPoint point = seen.get(n);
            double x = 0;
            double y = 0;
            double z = 0;
            for (int view = 0; view < point.views(); view++) {
                Direction d = ray(state, point.lenses()[view], point.xy()[2 * view], point.xy()[2 * view + 1]);
                if (point.isFromElsewhere(view)) {
                    d = state.firstFromStand[point.stands()[view]].apply(d);
                }
                x += d.x();
                y += d.y();
                z += d.z();
            }
            double length = Math.sqrt(x * x + y * y + z * z);
            places[EACH * n] = x / length;
            places[EACH * n + 1] = y / length;
            places[EACH * n + 2] = z / length;
            places[EACH * n + 3] = Math.max(0, state.onGround(point.stand(), x, y, z) / length);
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

    /**
     * How far a direction may be believed to look at something far off, by how steeply it looks down in a rig that stands upright:
     * not at all where there is ground, 1 above the horizon, and more towards where there is sky and hardly anything else.
     *
     * @param y downward part of the direction
     */
    static double mayBeFar(double y) {
        double farNotGround = share((LOWEST_FAR - y) / (LOWEST_FAR - SURELY_FAR));
        return farNotGround + (SKY - 1) * share((SURELY_FAR - y) / (SURELY_FAR - SURELY_SKY));
    }

    private static double share(double value) {
        return Math.max(0, Math.min(1, value));
    }

    /** How far a direction may be believed to look at the ground, 0 to 1, in a rig that stands upright. */
    static double mayBeGround(double y) {
        return share((y - FIRST_GROUND) / (SURELY_GROUND - FIRST_GROUND));
    }

    /** How many points may lie on the ground. */
    double mayBeGround() {
        double sum = 0;
        for (int n = 0; n < count(); n++) {
            sum += mayBeGround(places[EACH * n + 1]);
        }
        return sum;
    }

    /** The planes that most points that look down lie on, by least absolute deviations; see {@link RigState#ground}. */
    double[] ground(int stands) {
        return IntStream.range(0, stands)
                .mapToObj(this::groundUnder)
                .flatMapToDouble(Arrays::stream)
                .toArray();
    }

    private double[] groundUnder(int stand) {
        DMatrixRMaj plane = new DMatrixRMaj(3, 1);
        for (int round = 0; round < GROUND_ROUNDS; round++) {
            DMatrixRMaj a = CommonOps_DDRM.diag(1e-9, 1e-9, 1e-9);
            DMatrixRMaj b = new DMatrixRMaj(3, 1);
            for (int n = 0; n < count(); n++) {
                if (seen.get(n).stand() != stand) {
                    continue;
                }
                int at = EACH * n;
                double there = 0;
                for (int k = 0; k < 3; k++) {
                    there += plane.get(k) * places[at + k];
                }
                double weight = mayBeGround(places[at + 1]) / (Math.abs(places[at + 3] - there) + GROUND_NEAR);
                for (int k = 0; k < 3; k++) {
                    b.add(k, 0, weight * places[at + k] * places[at + 3]);
                    for (int l = 0; l < 3; l++) {
                        a.add(k, l, weight * places[at + k] * places[at + l]);
                    }
                }
            }
            if (!CommonOps_DDRM.solve(a, b, plane)) {
                return new double[3];
            }
        }
        return plane.data;
    }

    /** How many points may be far. */
    double mayBeFar() {
        double sum = 0;
        for (int n = 0; n < count(); n++) {
            sum += mayBeFar(places[EACH * n + 1]);
        }
        return sum;
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
