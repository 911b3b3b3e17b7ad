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

    /** Of one view: how its two coordinates change with its lens's free numbers. */
    private final double[] across;

    private final double[] down;

    Sums(Unknowns unknowns) {
        this.unknowns = unknowns;
        used = unknowns.used;
        freeSize = unknowns.free.length;
        hessian = new double[freeSize * freeSize];
        gradient = new double[freeSize];
        across = new double[used.length];
        down = new double[used.length];
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
        int[] lenses = point.lenses();
        int each = used.length;
        int ofLenses = lenses.length * each;
        int shared = ofLenses + RigState.GROUND;
        if (solved.length < PointTerms.OWN * shared) {
            solved = new double[PointTerms.OWN * shared];
        }
        for (int view = 0; view < lenses.length; view++) {
            ofView(terms, view, lenses[view] * each, own.weight);
            for (int o = 0; o < PointTerms.OWN; o++) {
                double one = own.weight * terms.byOwn[PointTerms.OWN * 2 * view + o];
                double two = own.weight * terms.byOwn[PointTerms.OWN * (2 * view + 1) + o];
                int at = base + o * shared + view * each;
                for (int a = 0; a < each; a++) {
                    coupling[at + a] = o >= free ? 0 : one * across[a] + two * down[a];
                }
            }
        }
        int ground = unknowns.freeOfGround(point.stand());
        for (int k = 0; k < RigState.GROUND && own.grounded > 0; k++) {
            coupling[base + 2 * shared + ofLenses + k] = -own.grounded * place[k];
            gradient[ground + k] += own.grounded * own.overGround * place[k];
            for (int l = 0; l <= k; l++) {
                hessian[(ground + k) * freeSize + ground + l] += own.grounded * place[k] * place[l];
            }
        }
        int most = own.grounded > 0 ? shared : ofLenses;
        for (int o = 0; o < PointTerms.OWN; o++) {
            for (int a = 0; a < most; a++) {
                solved[o * shared + a] = own.inverse[3 * o] * coupling[base + a]
                        + own.inverse[3 * o + 1] * coupling[base + shared + a]
                        + own.inverse[3 * o + 2] * coupling[base + 2 * shared + a];
            }
        }
        for (int block = 0; block * each < most; block++) {
            boolean ofGround = block == lenses.length;
            int rows = ofGround ? RigState.GROUND : each;
            int row = ofGround ? ground : lenses[block] * each;
            for (int other = 0; other < lenses.length; other++) {
                // The lower half: each block against those of lenses up to its own.
                if (ofGround || lenses[other] <= lenses[block]) {
                    eliminate(
                            coupling, base, shared, block * each, rows, row, other * each, each, lenses[other] * each);
                }
            }
            if (ofGround) {
                eliminate(coupling, base, shared, ofLenses, rows, row, ofLenses, rows, ground);
            }
            for (int a = 0; a < rows; a++) {
                int at = block * each + a;
                gradient[row + a] -= solved[at] * own.gradient[0]
                        + solved[shared + at] * own.gradient[1]
                        + solved[2 * shared + at] * own.gradient[2];
            }
        }
    }

    /** What a view's own rest says of its lens's numbers. */
    private void ofView(PointTerms terms, int view, int lens, double weight) {
        int row = 2 * view * RigState.EACH;
        for (int a = 0; a < across.length; a++) {
            across[a] = terms.byLens[row + used[a]];
            down[a] = terms.byLens[row + RigState.EACH + used[a]];
        }
        for (int a = 0; a < across.length; a++) {
            double one = weight * across[a];
            double two = weight * down[a];
            gradient[lens + a] += one * terms.residual[2 * view] + two * terms.residual[2 * view + 1];
            int at = (lens + a) * freeSize + lens;
            for (int b = 0; b <= a; b++) {
                hessian[at + b] += one * across[b] + two * down[b];
            }
        }
    }

    /**
     * Takes off what a point's own block explains, between some of its numbers and others.
     *
     * @param from where the numbers begin in the point's coupling, {@code rows} of them, {@code row} the first of the sums' own
     * @param to where the others begin, likewise
     */
    private void eliminate(
            double[] coupling, int base, int shared, int from, int rows, int row, int to, int columns, int column) {
        int c0 = base + to;
        int c1 = c0 + shared;
        int c2 = c1 + shared;
        for (int a = 0; a < rows; a++) {
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
