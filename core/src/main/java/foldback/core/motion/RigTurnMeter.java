package foldback.core.motion;

import foldback.core.rig.RigLens;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * How a rig turned between two pictures of each of its lenses, beyond what was expected: one turn for all of them, and one travel, by Gauss-Newton
 * steps from coarse to fine.
 */
final class RigTurnMeter {
    private static final int STEPS = 3;
    /** Fewer places tell nothing. */
    private static final int LEAST_PLACES = 120;
    /** By how much a turn grows over a picture, at least, radians. */
    private static final double LEAST_GROWTH = 2e-4;

    private static final double MOST_TURN = 0.5;

    private final List<LensPair> pairs;
    private final Parallax parallax;
    private final double[] turn = new double[6];
    private final double[] off;
    private double growthSigma;

    RigTurnMeter(List<RigLens> lenses) {
        pairs = IntStream.range(0, lenses.size())
                .mapToObj(i -> new LensPair(lenses.get(i), i))
                .toList();
        parallax = new Parallax(pairs);
        off = new double[parallax.unknowns()];
    }

    LensPair pair(int lens) {
        return pairs.get(lens);
    }

    Parallax parallax() {
        return parallax;
    }

    /**
     * Measures pairs that were given their pictures and what is expected of them.
     *
     * @param growth by how much the turn may grow from the first line to the last, radians
     * @return whether it could be told
     */
    boolean measure(double growth) {
        return measure(growth, () -> {});
    }

    /** The same, with the travel looked for all round. */
    boolean search(double growth) {
        return measure(growth, () -> parallax.search(grown(), off));
    }

    private boolean measure(double growth, Runnable begin) {
        Arrays.fill(turn, 0);
        growthSigma = LEAST_GROWTH + growth;
        for (int level = LensPair.LEVELS - 1; level >= 0; level--) {
            for (int step = 0; step < STEPS; step++) {
                if (compare(level) < LEAST_PLACES) {
                    return false;
                }
                if (level == LensPair.LEVELS - 1 && step == 0) {
                    begin.run();
                }
                if (!parallax.solve(grown(), off)) {
                    return false;
                }
                for (int k = 0; k < turn.length; k++) {
                    turn[k] += off[k];
                }
                for (int lens = 0; lens < pairs.size(); lens++) {
                    int gain = LensPair.GAIN + 2 * lens;
                    pairs.get(lens).brighten(off[gain], off[gain + 1]);
                }
            }
        }
        return Math.abs(turn[0]) + Math.abs(turn[1]) + Math.abs(turn[2]) < MOST_TURN;
    }

    private Parallax.Growth grown() {
        return new Parallax.Growth(turn[3], turn[4], turn[5], growthSigma);
    }

    private int compare(int level) {
        int places = 0;
        for (LensPair pair : pairs) {
            pair.compare(level, turn, parallax);
            places += pair.count();
        }
        return places;
    }

    /** Radians about the rig's x, y and z by which the world turned in it from the earlier to the later pictures, beyond what was expected. */
    double[] turn() {
        return Arrays.copyOf(turn, 3);
    }

    /** The standard error of that about its least certain axis, radians. */
    double sigma() {
        double[] variances = parallax.variances();
        return Math.sqrt(Math.max(variances[0], Math.max(variances[1], variances[2])));
    }

    /** By how much the turn grows from the first line to the last, and how much of that the prior left of what it truly was. */
    Travel.Growth growth() {
        double[] variances = parallax.variances();
        double[] kept = new double[3];
        Arrays.setAll(kept, k -> Math.max(0, 1 - variances[3 + k] / (growthSigma * growthSigma)));
        return new Travel.Growth(Arrays.copyOfRange(turn, 3, 6), kept);
    }
}
