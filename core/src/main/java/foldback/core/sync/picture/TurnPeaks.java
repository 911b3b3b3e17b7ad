package foldback.core.sync.picture;

import foldback.core.numeric.NoiseFloor;
import foldback.core.space.RotationFit;
import java.util.ArrayList;
import java.util.List;
import org.ejml.simple.SimpleMatrix;

/**
 * The lags at which two clips turned most alike, whatever the rotation between their lenses: the correlation of every axis with
 * every other, three by three, is large there, and its best rotation (Wahba 1965; solved after Markley 1988) takes the one
 * lens's turns to the other's.
 */
final class TurnPeaks {
    private static final int PEAKS = 6;
    /** Peaks nearer than this to a better one are its skirts, seconds. */
    private static final double SKIRT_SECONDS = 0.2;
    /** A short overlap fits by chance more easily than its length says; this much is added to it, seconds. */
    private static final double OVERLAP_ADDED = 2;

    private static final int FINE = TurnSpectrum.FINE;

    /**
     * A lag.
     *
     * @param fineLag of the second signal in the first, in parts of a step
     * @param height over the noise, standard deviations
     * @param firstFromSecond rotation matrix by rows that takes the second lens's turns to the first's
     */
    record Peak(int fineLag, double height, double[] firstFromSecond) {}

    private TurnPeaks() {}

    /** @param leastOverlap steps that the two must share */
    static List<Peak> find(TurnSpectrum a, TurnSpectrum b, int leastOverlap) {
        int lowest = -(b.length - leastOverlap) * FINE;
        int highest = (a.length - leastOverlap) * FINE;
        if (highest <= lowest) {
            return List.of();
        }
        float[][] all = new float[9][];
        for (int k = 0; k < 9; k++) {
            all[k] = a.correlate(k / 3, b, k % 3);
        }
        float[] values = new float[highest - lowest + 1];
        for (int lag = lowest; lag <= highest; lag++) {
            int at = Math.floorMod(lag, all[0].length);
            double sum = 0;
            for (float[] one : all) {
                sum += one[at] * one[at];
            }
            values[lag - lowest] = (float) (Math.sqrt(sum) / chance(a, b, Math.floorDiv(lag, FINE)));
        }
        NoiseFloor noise = NoiseFloor.of(thinned(values));
        List<Peak> peaks = new ArrayList<>();
        for (int at : highest(values, (int) (SKIRT_SECONDS * a.rate * FINE))) {
            int lag = at + lowest;
            peaks.add(new Peak(lag, noise.height(values[at]), rotation(all, Math.floorMod(lag, all[0].length))));
        }
        return peaks;
    }

    /** What unrelated turns of the same liveliness would reach: the root of the overlap's energies, over that of its length. */
    private static double chance(TurnSpectrum a, TurnSpectrum b, int lag) {
        int from = Math.max(0, lag);
        int to = Math.min(a.length, b.length + lag);
        double steps = Math.max(1, to - from) + OVERLAP_ADDED * a.rate;
        double energyA = a.energy[Math.max(from, to)] - a.energy[from];
        double energyB = b.energy[Math.max(from, to) - lag] - b.energy[from - lag];
        double addedA = OVERLAP_ADDED * a.rate * a.energy[a.length] / a.length;
        double addedB = OVERLAP_ADDED * b.rate * b.energy[b.length] / b.length;
        return Math.max(1e-12, Math.sqrt((energyA + addedA) * (energyB + addedB) / steps));
    }

    private static float[] thinned(float[] values) {
        float[] thin = new float[(values.length - 1) / FINE + 1];
        for (int i = 0; i < thin.length; i++) {
            thin[i] = values[i * FINE];
        }
        return thin;
    }

    private static List<Integer> highest(float[] values, int skirt) {
        List<Integer> found = new ArrayList<>();
        while (found.size() < PEAKS) {
            int best = -1;
            for (int i = 0; i < values.length; i++) {
                boolean top =
                        (i == 0 || values[i] > values[i - 1]) && (i == values.length - 1 || values[i] >= values[i + 1]);
                if (top && (best < 0 || values[i] > values[best])) {
                    int at = i;
                    best = found.stream().noneMatch(f -> Math.abs(f - at) <= skirt) ? i : best;
                }
            }
            if (best < 0) {
                return found;
            }
            found.add(best);
        }
        return found;
    }

    private static double[] rotation(float[][] all, int at) {
        SimpleMatrix correlation = new SimpleMatrix(3, 3);
        for (int k = 0; k < 9; k++) {
            correlation.set(k / 3, k % 3, all[k][at]);
        }
        return RotationFit.nearest(correlation);
    }
}
