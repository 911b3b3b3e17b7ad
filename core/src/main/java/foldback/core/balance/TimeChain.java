package foldback.core.balance;

import org.ejml.simple.SimpleMatrix;

/**
 * Symmetric equations of numbers that stand at knots of time, each knot's coupled with those of the next one by number, and of some
 * numbers that all knots share: block elimination along the time (Golub and Van Loan, "Matrix computations", 4.5), then the shared
 * numbers' Schur complement. Time and memory grow with the number of knots alone.
 */
final class TimeChain {
    private final int knots;
    private final int each;
    private final int shared;
    private final SimpleMatrix[] own;
    /** Of each knot, what couples each number with its next; negative. */
    private final double[][] next;
    /** Of each knot, its right side in the first column, then its coupling with the shared numbers. */
    private final SimpleMatrix[] sides;

    private final SimpleMatrix sharedOwn;
    private final SimpleMatrix sharedSide;

    TimeChain(int knots, int each, int shared) {
        this.knots = knots;
        this.each = each;
        this.shared = shared;
        own = new SimpleMatrix[knots];
        sides = new SimpleMatrix[knots];
        next = new double[knots][each];
        for (int t = 0; t < knots; t++) {
            own[t] = new SimpleMatrix(each, each);
            sides[t] = new SimpleMatrix(each, 1 + shared);
        }
        sharedOwn = new SimpleMatrix(Math.max(1, shared), Math.max(1, shared));
        sharedSide = new SimpleMatrix(Math.max(1, shared), 1);
    }

    /**
     * Adds the square of {@code x[knot, first] - x[knot, second] + row . shared - wanted}, weighted.
     *
     * @param row of the shared numbers; not read where there are none
     */
    void addDifference(int knot, int first, int second, double[] row, double wanted, double weight) {
        add(own[knot], first, first, weight);
        add(own[knot], second, second, weight);
        add(own[knot], first, second, -weight);
        add(own[knot], second, first, -weight);
        add(sides[knot], first, 0, weight * wanted);
        add(sides[knot], second, 0, -weight * wanted);
        for (int a = 0; a < shared; a++) {
            add(sides[knot], first, 1 + a, weight * row[a]);
            add(sides[knot], second, 1 + a, -weight * row[a]);
            add(sharedSide, a, 0, weight * row[a] * wanted);
            for (int b = 0; b < shared; b++) {
                add(sharedOwn, a, b, weight * row[a] * row[b]);
            }
        }
    }

    /** Adds the square of the sum of a knot's numbers. */
    void addSum(int knot, double weight) {
        for (int a = 0; a < each; a++) {
            for (int b = 0; b < each; b++) {
                add(own[knot], a, b, weight);
            }
        }
    }

    /** Adds the square of one number. */
    void addSize(int knot, int number, double weight) {
        add(own[knot], number, number, weight);
    }

    /** Adds the square of how a number changes from a knot to the next. */
    void addChange(int knot, int number, double weight) {
        add(own[knot], number, number, weight);
        add(own[knot + 1], number, number, weight);
        next[knot][number] -= weight;
    }

    /** Adds a prior of some shared numbers, from the one numbered {@code first} on: their precision, and their means. */
    void addShared(int first, SimpleMatrix precision, double[] means) {
        SimpleMatrix side = precision.mult(new SimpleMatrix(means));
        for (int a = 0; a < means.length; a++) {
            add(sharedSide, first + a, 0, side.get(a, 0));
            for (int b = 0; b < means.length; b++) {
                add(sharedOwn, first + a, first + b, precision.get(a, b));
            }
        }
    }

    private static void add(SimpleMatrix to, int row, int column, double value) {
        to.set(row, column, to.get(row, column) + value);
    }

    /** The numbers of each knot; those that all share come last. */
    double[][] solve() {
        SimpleMatrix[] pivot = new SimpleMatrix[knots];
        SimpleMatrix[] side = new SimpleMatrix[knots];
        for (int t = 0; t < knots; t++) {
            pivot[t] = own[t].copy();
            side[t] = sides[t].copy();
            if (t > 0) {
                SimpleMatrix coupling = SimpleMatrix.diag(next[t - 1]);
                SimpleMatrix taken = coupling.mult(pivot[t - 1].solve(coupling));
                pivot[t] = pivot[t].minus(taken);
                side[t] = side[t].minus(coupling.mult(pivot[t - 1].solve(side[t - 1])));
            }
        }
        SimpleMatrix[] solved = new SimpleMatrix[knots];
        for (int t = knots - 1; t >= 0; t--) {
            SimpleMatrix rest = t == knots - 1
                    ? side[t]
                    : side[t].minus(SimpleMatrix.diag(next[t]).mult(solved[t + 1]));
            solved[t] = pivot[t].solve(rest);
        }
        double[] common = common(solved);
        double[][] numbers = new double[knots + 1][];
        for (int t = 0; t < knots; t++) {
            numbers[t] = new double[each];
            for (int i = 0; i < each; i++) {
                numbers[t][i] = solved[t].get(i, 0);
                for (int a = 0; a < shared; a++) {
                    numbers[t][i] -= solved[t].get(i, 1 + a) * common[a];
                }
            }
        }
        numbers[knots] = common;
        return numbers;
    }

    private double[] common(SimpleMatrix[] solved) {
        if (shared == 0) {
            return new double[0];
        }
        SimpleMatrix left = sharedOwn.copy();
        SimpleMatrix right = sharedSide.copy();
        for (int t = 0; t < knots; t++) {
            SimpleMatrix coupling = sides[t].cols(1, 1 + shared).transpose();
            left = left.minus(coupling.mult(solved[t].cols(1, 1 + shared)));
            right = right.minus(coupling.mult(solved[t].cols(0, 1)));
        }
        return left.solve(right).getDDRM().data;
    }
}
