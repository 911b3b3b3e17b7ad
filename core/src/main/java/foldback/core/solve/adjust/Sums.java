package foldback.core.solve.adjust;

/**
 * What some points add to the equations of the rig's free numbers ({@link Unknowns}), each point eliminated by its own Schur complement.
 * Mutable; one thread.
 */
final class Sums {
    /** Its lower half only, with what the points' own parts take off. */
    final double[] hessian;

    final double[] gradient;
    double cost;

    private final Unknowns unknowns;
    private final int[] used;
    private final int freeSize;
    /** Of one point: its coupling with its own block's inverse applied; three rows as its coupling. */
    private double[] solved = new double[0];

    /** Of one view: how its two coordinates change with the free numbers of its lens, or of its pose. */
    private final double[] across;

    private final double[] down;

    /** Of one point: where its blocks begin in the free numbers, how many there are, and where each begins in its coupling. */
    private int[] rows = new int[0];

    private int[] begins = new int[1];
    private int count;

    Sums(Unknowns unknowns) {
        this.unknowns = unknowns;
        used = unknowns.used;
        freeSize = unknowns.free.length;
        hessian = new double[freeSize * freeSize];
        gradient = new double[freeSize];
        across = new double[Math.max(used.length, RigState.POSE)];
        down = new double[across.length];
    }

    /**
     * Adds a point.
     *
     * @param terms of its coordinates, of variance one
     * @param own what it says of its own numbers
     * @param place x, y, z of its direction
     * @param free how many of its own numbers are free; its distance is the last one
     * @param coupling of its own numbers with the rig's, written: three rows over {@link Unknowns#of}
     * @param base where that begins
     */
    void add(WorldPoint point, PointTerms terms, OwnTerms own, double[] place, int free, double[] coupling, int base) {
        cost += own.cost;
        blocks(point);
        int shared = begins[count];
        if (solved.length < PointTerms.OWN * shared) {
            solved = new double[PointTerms.OWN * shared];
        }
        int pose = point.views();
        for (int view = 0; view < point.views(); view++) {
            double weight = own.weight;
            int size = ofLens(terms, view);
            ofView(terms, view, rows[view], size, weight);
            couple(terms, view, size, weight, free, coupling, base + begins[view], shared);
            if (point.isFromElsewhere(view)) {
                int ofPose = ofPose(terms, view);
                ofView(terms, view, rows[pose], ofPose, weight);
                between(terms, view, rows[pose], rows[view], weight);
                couple(terms, view, ofPose, weight, free, coupling, base + begins[pose], shared);
                pose++;
            }
        }
        int ground = rows[count - 1];
        for (int k = 0; k < RigState.GROUND && own.grounded > 0; k++) {
            coupling[base + 2 * shared + begins[count - 1] + k] = -own.grounded * place[k];
            gradient[ground + k] += own.grounded * own.overGround * place[k];
            for (int l = 0; l <= k; l++) {
                hessian[(ground + k) * freeSize + ground + l] += own.grounded * place[k] * place[l];
            }
        }
        eliminate(own, coupling, base, shared, own.grounded > 0 ? count : count - 1);
    }

    /** Which of the free numbers a point says something of: blocks of its views' lenses, of their poses, of the ground. */
    private void blocks(WorldPoint point) {
        int most = 2 * point.views() + 1;
        if (rows.length < most) {
            rows = new int[most];
            begins = new int[most + 1];
        }
        count = 0;
        for (int view = 0; view < point.views(); view++) {
            block(unknowns.freeOfLens(point.lenses()[view]), used.length);
        }
        for (int view = 0; view < point.views(); view++) {
            if (point.isFromElsewhere(view)) {
                block(unknowns.freeOfPose(point.stands()[view]), unknowns.usedOfPose);
            }
        }
        block(unknowns.freeOfGround(point.stand()), RigState.GROUND);
    }

    private void block(int row, int size) {
        rows[count] = row;
        begins[count + 1] = begins[count] + size;
        count++;
    }

    /** Writes how a view's two coordinates change with its lens's free numbers; gives how many there are. */
    private int ofLens(PointTerms terms, int view) {
        int row = 2 * view * RigState.EACH;
        for (int a = 0; a < used.length; a++) {
            across[a] = terms.byLens[row + used[a]];
            down[a] = terms.byLens[row + RigState.EACH + used[a]];
        }
        return used.length;
    }

    /** The same with the numbers of its stand's pose. */
    private int ofPose(PointTerms terms, int view) {
        int row = 2 * view * RigState.POSE;
        System.arraycopy(terms.byPose, row, across, 0, unknowns.usedOfPose);
        System.arraycopy(terms.byPose, row + RigState.POSE, down, 0, unknowns.usedOfPose);
        return unknowns.usedOfPose;
    }

    /** What a view's own rest says of the numbers that {@link #across} and {@link #down} are of. */
    private void ofView(PointTerms terms, int view, int row, int size, double weight) {
        for (int a = 0; a < size; a++) {
            double one = weight * across[a];
            double two = weight * down[a];
            gradient[row + a] += one * terms.residual[2 * view] + two * terms.residual[2 * view + 1];
            int at = (row + a) * freeSize + row;
            for (int b = 0; b <= a; b++) {
                hessian[at + b] += one * across[b] + two * down[b];
            }
        }
    }

    /** What a view says of the numbers of a pose and of a lens together. */
    private void between(PointTerms terms, int view, int pose, int lens, double weight) {
        int row = 2 * view * RigState.EACH;
        for (int a = 0; a < unknowns.usedOfPose; a++) {
            int at = (pose + a) * freeSize + lens;
            for (int b = 0; b < used.length; b++) {
                hessian[at + b] += weight
                        * (across[a] * terms.byLens[row + used[b]]
                                + down[a] * terms.byLens[row + RigState.EACH + used[b]]);
            }
        }
    }

    private void couple(
            PointTerms terms, int view, int size, double weight, int free, double[] coupling, int from, int shared) {
        for (int o = 0; o < PointTerms.OWN; o++) {
            double one = weight * terms.byOwn[PointTerms.OWN * 2 * view + o];
            double two = weight * terms.byOwn[PointTerms.OWN * (2 * view + 1) + o];
            int at = from + o * shared;
            for (int a = 0; a < size; a++) {
                coupling[at + a] = o >= free ? 0 : one * across[a] + two * down[a];
            }
        }
    }

    /** Takes off what a point's own block explains of so many of its blocks. */
    private void eliminate(OwnTerms own, double[] coupling, int base, int shared, int blocks) {
        for (int o = 0; o < PointTerms.OWN; o++) {
            for (int a = 0; a < begins[blocks]; a++) {
                solved[o * shared + a] = own.inverse[3 * o] * coupling[base + a]
                        + own.inverse[3 * o + 1] * coupling[base + shared + a]
                        + own.inverse[3 * o + 2] * coupling[base + 2 * shared + a];
            }
        }
        for (int block = 0; block < blocks; block++) {
            for (int other = 0; other < blocks; other++) {
                // The lower half: each block against those that begin no later.
                if (rows[other] <= rows[block]) {
                    eliminate(coupling, base, shared, block, other);
                }
            }
            for (int a = 0; a < begins[block + 1] - begins[block]; a++) {
                int at = begins[block] + a;
                gradient[rows[block] + a] -= solved[at] * own.gradient[0]
                        + solved[shared + at] * own.gradient[1]
                        + solved[2 * shared + at] * own.gradient[2];
            }
        }
    }

    /** The same between the numbers of one block and of another. */
    private void eliminate(double[] coupling, int base, int shared, int block, int other) {
        int from = begins[block];
        int size = begins[block + 1] - from;
        int columns = begins[other + 1] - begins[other];
        int row = rows[block];
        int column = rows[other];
        int c0 = base + begins[other];
        int c1 = c0 + shared;
        int c2 = c1 + shared;
        for (int a = 0; a < size; a++) {
            double s0 = solved[from + a];
            double s1 = solved[shared + from + a];
            double s2 = solved[2 * shared + from + a];
            int at = (row + a) * freeSize + column;
            int most = row == column ? a + 1 : columns;
            for (int b = 0; b < most; b++) {
                hessian[at + b] -= s0 * coupling[c0 + b] + s1 * coupling[c1 + b] + s2 * coupling[c2 + b];
            }
        }
    }
}
