package foldback.core.motion;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Tells the turn of a rig that travels from what its travel does to near things. Between two pictures a place moves as the rig's turn has it, and
 * away from where the rig goes by as much as it is near. Patches of places are taken to be of one nearness each, which is not known: it is taken out
 * of the normal equations (the Schur complement of Triggs et al. 2000, "Bundle adjustment: a modern synthesis"), so that only what no nearness
 * explains moves the turn. Nothing is farther than the far: else a ground that comes nearer and a sky that turns could not be told from each other.
 * One lens alone hardly tells a tilt from a travel upwards; lenses that look all round do. A mutable helper that keeps its travel from pair to pair.
 */
final class Parallax {
    private static final int UNKNOWNS_OF_RIG = 6;
    /** Solving for the turn and for the travel in turn. */
    private static final int ROUNDS = 2;
    /** Directions of travel that are tried, by one place of so many. */
    private static final int TRIED = 32;

    private static final int SKIPPED = 3;
    /** A search begins with residuals that count so much farther. */
    private static final double WIDE = 3;
    /** The usual nearness can be told where it is so many standard errors, and a patch is near by so many. */
    private static final double TOLD = 5;

    private static final double NEAR = 4;
    /** How much a travel keeps to what it was, as a share of what places say of it. */
    private static final double STIFFNESS = 0.3;
    /** Tukey's constant for 95% efficiency. */
    private static final double TUKEY = 4.685;

    private final List<LensPair> pairs;
    private final int unknowns;
    /** The way the rig goes, a unit vector in its frame; all 0 where it stays. */
    private final double[] travel = new double[3];
    /** By patch, by how much it moves where it lies across the travel, radians; and by how much that is found to be off. */
    private final double[] nearness;

    private final double[] added;
    /** By patch, whether it was found to be no nearer than the far. */
    private final boolean[] far;
    /** By patch: sums of squares of what its nearness does, of that with the residuals, and with each unknown. */
    private final double[] squares;

    private final double[] crossed;
    private final double[] mixed;
    private final JointEquations turning;
    private final JointEquations travelling;
    private final NormalBlock own = new NormalBlock(LensPair.ROW);
    private final NormalBlock withTravel = new NormalBlock(LensPair.ROW + 3);
    private final double[] row = new double[LensPair.ROW + 3];
    /** By lens, which of all unknowns those of its rows are, the travel's behind them. */
    private final int[][] index;

    private final double[] found;
    private double usual;
    private double reach;
    /** How many places on the next one is that counts. */
    private int stride = 1;

    Parallax(List<LensPair> pairs) {
        this.pairs = pairs;
        unknowns = UNKNOWNS_OF_RIG + 2 * pairs.size();
        int patches = pairs.size() * LensPair.PATCHES;
        nearness = new double[patches];
        added = new double[patches];
        far = new boolean[patches];
        squares = new double[patches];
        crossed = new double[patches];
        mixed = new double[patches * LensPair.ROW];
        turning = new JointEquations(unknowns);
        travelling = new JointEquations(unknowns + 3);
        found = new double[unknowns + 3];
        index = IntStream.range(0, pairs.size()).mapToObj(this::indexOf).toArray(int[][]::new);
    }

    private int[] indexOf(int lens) {
        return IntStream.range(0, LensPair.ROW + 3)
                .map(k -> k < UNKNOWNS_OF_RIG ? k : k < LensPair.ROW ? k + 2 * lens : unknowns + k - LensPair.ROW)
                .toArray();
    }

    /** What is known of how much a turn grows over a picture, so far and beforehand, radians. */
    record Growth(double x, double y, double z, double sigma) {

        private void addTo(JointEquations equations) {
            equations.addPrior(3, x, sigma);
            equations.addPrior(4, y, sigma);
            equations.addPrior(5, z, sigma);
        }
    }

    /** How many unknowns there are: the rig's turn and growth, and each lens's gain and bias. */
    int unknowns() {
        return unknowns;
    }

    /**
     * Begins another pair.
     *
     * @param near by patch, how near it is taken to be, radians
     * @param expected how near patches usually are, radians: noise of patches that show nothing is not to pass for nearness
     */
    void begin(double[] near, double expected) {
        System.arraycopy(near, 0, nearness, 0, nearness.length);
        usual = expected;
    }

    /** Takes a travel for what it begins with. */
    void setTravel(double[] unit) {
        System.arraycopy(unit, 0, travel, 0, 3);
    }

    double[] travel() {
        return travel.clone();
    }

    double[] nearness() {
        return nearness.clone();
    }

    /** The variances of the last turn and growth about x, y and z, radians squared. */
    double[] variances() {
        return turning.variances(UNKNOWNS_OF_RIG);
    }

    /** The turn that a place of a patch seems to make by being near, radians about x, y and z. */
    void move(int patch, float rayX, float rayY, float rayZ, float[] turn) {
        double near = nearness[patch];
        turn[0] = (float) (near * (travel[1] * rayZ - travel[2] * rayY));
        turn[1] = (float) (near * (travel[2] * rayX - travel[0] * rayZ));
        turn[2] = (float) (near * (travel[0] * rayY - travel[1] * rayX));
    }

    /**
     * Finds what turn and brightness are off in pairs that were compared, and moves the patches to where they are.
     *
     * @param off written
     * @return whether it could be told
     */
    boolean solve(Growth growth, double[] off) {
        forget(off);
        for (int round = 0; round < ROUNDS; round++) {
            if (!turn(growth, off) || !redirect(growth, off)) {
                return false;
            }
        }
        for (int p = 0; p < nearness.length; p++) {
            nearness[p] = far[p] ? 0 : nearness[p] + added[p];
        }
        return true;
    }

    /** Looks for the travel all round, beside the one that is known. */
    void search(Growth growth, double[] off) {
        stride = SKIPPED;
        double[] best = travel.clone();
        double least = travels() ? loss(growth, off) : Double.POSITIVE_INFINITY;
        for (int n = 0; n < TRIED; n++) {
            // Evenly over the sphere, on a spiral by the golden angle.
            double z = 1 - (2 * n + 1.0) / TRIED;
            double flat = Math.sqrt(1 - z * z);
            double around = n * Math.PI * (3 - Math.sqrt(5));
            travel[0] = flat * Math.cos(around);
            travel[1] = flat * Math.sin(around);
            travel[2] = z;
            double loss = loss(growth, off);
            if (loss < least) {
                least = loss;
                System.arraycopy(travel, 0, best, 0, 3);
            }
        }
        System.arraycopy(best, 0, travel, 0, 3);
        stride = 1;
    }

    /**
     * Of the patches whose nearness can be told, the share that was found to be near. Travel moves all of the ground; noise and what moves by itself
     * make few patches seem near.
     */
    double shareNear() {
        int near = 0;
        int told = 0;
        for (int p = 0; p < nearness.length; p++) {
            double sigmas = Math.sqrt(squares[p]);
            if (sigmas * usual > TOLD) {
                told++;
                near += nearness[p] * sigmas > NEAR ? 1 : 0;
            }
        }
        return (double) near / Math.max(1, told);
    }

    private boolean travels() {
        return travel[0] != 0 || travel[1] != 0 || travel[2] != 0;
    }

    private void forget(double[] off) {
        Arrays.fill(off, 0);
        Arrays.fill(added, 0);
        Arrays.fill(far, false);
        reach = TUKEY;
    }

    /** What is left under the present travel, whatever the turn and the nearness are: Tukey's loss. */
    private double loss(Growth growth, double[] off) {
        forget(off);
        reach = WIDE * TUKEY;
        if (!turn(growth, off) || !turn(growth, off)) {
            return Double.POSITIVE_INFINITY;
        }
        reach = TUKEY;
        if (!turn(growth, off) || !turn(growth, off)) {
            return Double.POSITIVE_INFINITY;
        }
        double loss = 0;
        for (int lens = 0; lens < pairs.size(); lens++) {
            LensPair pair = pairs.get(lens);
            for (int n = 0; n < pair.count(); n += stride) {
                double left = left(pair, index[lens], off, n, across(pair, n));
                loss += 1 - left * left * left;
            }
        }
        return loss;
    }

    /** The turn for the present travel, whatever the patches' nearness; and that. */
    private boolean turn(Growth growth, double[] off) {
        turning.clear();
        Arrays.fill(squares, 0);
        Arrays.fill(crossed, 0);
        Arrays.fill(mixed, 0);
        double prior = 1 / (usual * usual);
        for (int lens = 0; lens < pairs.size(); lens++) {
            sum(lens, off);
            takeOut(lens, prior);
            turning.add(own, index[lens]);
        }
        growth.addTo(turning);
        if (!turning.solve(off)) {
            return false;
        }
        for (int p = 0; p < nearness.length; p++) {
            int[] at = index[p / LensPair.PATCHES];
            double cross = crossed[p] + prior * nearness[p];
            for (int k = 0; k < LensPair.ROW; k++) {
                cross += mixed[LensPair.ROW * p + k] * off[at[k]];
            }
            added[p] = -cross / (squares[p] + prior);
            far[p] = nearness[p] + added[p] < 0;
            added[p] = far[p] ? -nearness[p] : added[p];
        }
        return true;
    }

    private void sum(int lens, double[] off) {
        LensPair pair = pairs.get(lens);
        own.clear();
        for (int n = 0; n < pair.count(); n += stride) {
            double across = across(pair, n);
            double weight = weight(pair, index[lens], off, n, across);
            if (weight == 0) {
                continue;
            }
            int p = pair.patches[n];
            double residual = pair.residuals[n];
            squares[p] += weight * across * across;
            crossed[p] += weight * across * residual;
            takeRow(pair, n);
            for (int k = 0; k < LensPair.ROW; k++) {
                mixed[LensPair.ROW * p + k] += weight * across * row[k];
            }
            // What is far is as it is found: nothing of it is left open.
            own.add(row, weight, residual + (far[p] ? added[p] * across : 0));
        }
    }

    /** Takes the nearness of a lens's patches out of its block. */
    private void takeOut(int lens, double prior) {
        int size = LensPair.ROW;
        for (int p = lens * LensPair.PATCHES; p < (lens + 1) * LensPair.PATCHES; p++) {
            if (far[p] || squares[p] == 0) {
                continue;
            }
            double by = 1 / (squares[p] + prior);
            double cross = crossed[p] + prior * nearness[p];
            for (int k = 0; k < size; k++) {
                double ofUnknown = mixed[size * p + k] * by;
                own.right[k] -= ofUnknown * cross;
                for (int j = 0; j <= k; j++) {
                    own.normal[size * k + j] -= ofUnknown * mixed[size * p + j];
                }
            }
        }
    }

    /** The turn and the travel for the nearness as it is now; as they are where there is no travel. */
    private boolean redirect(Growth growth, double[] off) {
        if (!travels()) {
            return true;
        }
        travelling.clear();
        for (int lens = 0; lens < pairs.size(); lens++) {
            LensPair pair = pairs.get(lens);
            withTravel.clear();
            for (int n = 0; n < pair.count(); n++) {
                double across = across(pair, n);
                double weight = weight(pair, index[lens], off, n, across);
                if (weight == 0) {
                    continue;
                }
                int p = pair.patches[n];
                takeRow(pair, n);
                addTravel(pair, n, nearness[p] + added[p]);
                withTravel.add(row, weight, pair.residuals[n] + added[p] * across);
            }
            travelling.add(withTravel, index[lens]);
        }
        growth.addTo(travelling);
        double told = travelling.information(unknowns)
                + travelling.information(unknowns + 1)
                + travelling.information(unknowns + 2);
        for (int k = 0; k < 3; k++) {
            travelling.addPrior(unknowns + k, 0, 1 / Math.sqrt(STIFFNESS * told));
        }
        if (!travelling.solve(found)) {
            return false;
        }
        System.arraycopy(found, 0, off, 0, unknowns);
        double length = 0;
        for (int k = 0; k < 3; k++) {
            travel[k] += found[unknowns + k];
            length = Math.hypot(length, travel[k]);
        }
        for (int k = 0; k < 3; k++) {
            travel[k] /= length;
        }
        return true;
    }

    private void takeRow(LensPair pair, int n) {
        for (int k = 0; k < LensPair.ROW; k++) {
            row[k] = pair.rows[LensPair.ROW * n + k];
        }
    }

    /** What a change of the travel does to a place that is so near. */
    private void addTravel(LensPair pair, int n, double near) {
        float[] rays = pair.rays;
        row[LensPair.ROW] = near * (row[2] * rays[3 * n + 1] - row[1] * rays[3 * n + 2]);
        row[LensPair.ROW + 1] = near * (row[0] * rays[3 * n + 2] - row[2] * rays[3 * n]);
        row[LensPair.ROW + 2] = near * (row[1] * rays[3 * n] - row[0] * rays[3 * n + 1]);
    }

    /** Tukey's weight of a place, over its variance. */
    private double weight(LensPair pair, int[] at, double[] off, int n, double across) {
        double left = left(pair, at, off, n, across);
        return left * left * pair.information();
    }

    /** How much of Tukey's weight a place keeps: the root of it. */
    private double left(LensPair pair, int[] at, double[] off, int n, double across) {
        double rest = pair.residuals[n] + added[pair.patches[n]] * across;
        int r = LensPair.ROW * n;
        for (int k = 0; k < LensPair.ROW; k++) {
            rest += pair.rows[r + k] * off[at[k]];
        }
        double share = rest / (reach * pair.scale());
        return Math.max(0, 1 - share * share);
    }

    /** What a nearness of 1 does to a residual: the turn about the cross product of travel and ray. */
    private double across(LensPair pair, int n) {
        float[] rows = pair.rows;
        float[] rays = pair.rays;
        int r = LensPair.ROW * n;
        double x = rays[3 * n];
        double y = rays[3 * n + 1];
        double z = rays[3 * n + 2];
        return rows[r] * (travel[1] * z - travel[2] * y)
                + rows[r + 1] * (travel[2] * x - travel[0] * z)
                + rows[r + 2] * (travel[0] * y - travel[1] * x);
    }
}
