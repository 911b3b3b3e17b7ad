package foldback.core.sync;

import foldback.core.sync.pair.Clue;
import foldback.core.sync.pair.PairEvidence;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.ejml.simple.SimpleMatrix;

/**
 * Offsets and drifts that fit pairs best, by weighted least squares with one clip held. Drifts are believed to be small until
 * the pairs say otherwise; one that does not stand out of its error is taken as none.
 */
final class OffsetSolve {
    /** Recorders' clocks differ by about this much, a priori. */
    private static final double PRIOR = 20e-6;
    /** Microphones hear the same sound a little apart, whatever the windows say. */
    private static final double LEAST_SIGMA = 1e-4;

    private static final double STANDS_OUT = 3;
    /** A drift is known where the pairs make it this much surer than it was before. */
    private static final double KNOWN_SHARE = 0.5;

    final double[] offsets;
    final double[] drifts;
    final double[] driftSigmas;

    /**
     * Solves.
     *
     * @param held clip whose offset and drift are 0
     * @param members the clips that hang together, with it
     */
    OffsetSolve(int clips, int held, Set<Integer> members, List<PairEvidence> pairs) {
        offsets = new double[clips];
        drifts = new double[clips];
        driftSigmas = new double[clips];
        List<Integer> free = new ArrayList<>(members);
        free.remove(Integer.valueOf(held));
        Set<Integer> drifting = new TreeSet<>(free);
        while (!free.isEmpty()) {
            List<Integer> drifted = List.copyOf(drifting);
            solve(free, drifted, pairs);
            drifting.removeIf(clip ->
                    Math.abs(drifts[clip]) < STANDS_OUT * driftSigmas[clip] || driftSigmas[clip] > KNOWN_SHARE * PRIOR);
            if (drifting.size() == drifted.size()) {
                return;
            }
        }
    }

    private void solve(List<Integer> free, List<Integer> drifting, List<PairEvidence> pairs) {
        int n = free.size() + drifting.size();
        SimpleMatrix normal = new SimpleMatrix(n, n);
        SimpleMatrix right = new SimpleMatrix(n, 1);
        double[] row = new double[n];
        for (PairEvidence pair : pairs) {
            double there = pair.lag().atSeconds() - pair.lag().lagSeconds();
            Arrays.fill(row, 0);
            set(row, free.indexOf(pair.second()), 1);
            set(row, free.indexOf(pair.first()), -1);
            set(row, behind(free, drifting.indexOf(pair.second())), there);
            set(row, behind(free, drifting.indexOf(pair.first())), -pair.lag().atSeconds());
            double sigma = pair.clue() == Clue.HAND
                    ? pair.lag().sigmaSeconds()
                    : Math.max(LEAST_SIGMA, pair.lag().sigmaSeconds());
            add(normal, right, row, pair.lag().lagSeconds(), 1 / (sigma * sigma));
            if (Double.isFinite(pair.lag().slopeSigma())) {
                Arrays.fill(row, 0);
                set(row, behind(free, drifting.indexOf(pair.second())), 1);
                set(row, behind(free, drifting.indexOf(pair.first())), -1);
                add(
                        normal,
                        right,
                        row,
                        pair.lag().slope(),
                        1 / (pair.lag().slopeSigma() * pair.lag().slopeSigma()));
            }
        }
        for (int i = free.size(); i < n; i++) {
            normal.set(i, i, normal.get(i, i) + 1 / (PRIOR * PRIOR));
        }
        SimpleMatrix covariance = normal.invert();
        SimpleMatrix found = covariance.mult(right);
        Arrays.fill(drifts, 0);
        for (int i = 0; i < free.size(); i++) {
            offsets[free.get(i)] = found.get(i);
        }
        for (int i = 0; i < drifting.size(); i++) {
            drifts[drifting.get(i)] = found.get(free.size() + i);
            driftSigmas[drifting.get(i)] = Math.sqrt(covariance.get(free.size() + i, free.size() + i));
        }
    }

    private static int behind(List<Integer> free, int index) {
        return index < 0 ? -1 : free.size() + index;
    }

    private static void set(double[] row, int column, double value) {
        if (column >= 0) {
            row[column] = value;
        }
    }

    private static void add(SimpleMatrix normal, SimpleMatrix right, double[] row, double value, double weight) {
        for (int i = 0; i < row.length; i++) {
            if (row[i] != 0) {
                right.set(i, right.get(i) + weight * row[i] * value);
                for (int j = 0; j < row.length; j++) {
                    normal.set(i, j, normal.get(i, j) + weight * row[i] * row[j]);
                }
            }
        }
    }
}
