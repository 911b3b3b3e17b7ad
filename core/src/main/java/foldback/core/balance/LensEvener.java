package foldback.core.balance;

import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import java.util.List;
import java.util.Locale;

/**
 * Solves the gains of all lenses from pairs of patches: least squares on log2 ratios with Cauchy weights, the lenses' mean
 * held at 0 (after Brown and Lowe 2007, eq. 29, in the log domain, where no prior against the empty solution is needed).
 */
public final class LensEvener {
    private static final int ROUNDS = 25;
    /** Differences beyond this count little: they are parallax or movers, not exposure. */
    private static final double ROBUST_STOPS = 0.08;

    private static final String[] CHANNELS = {"red", "green", "blue"};

    private LensEvener() {}

    /** @param lenses how many there are */
    public static BalanceResult even(int lenses, List<PatchPair> pairs, BalanceSettings settings) {
        double[][] stops = new double[lenses][CHANNELS.length];
        double[][] wanted = new double[pairs.size()][CHANNELS.length];
        for (int p = 0; p < pairs.size(); p++) {
            for (int c = 0; c < CHANNELS.length; c++) {
                PatchPair pair = pairs.get(p);
                wanted[p][c] = StrictMath.log(pair.secondLight()[c] / pair.firstLight()[c]) / StrictMath.log(2);
            }
        }
        for (int c = 0; c < CHANNELS.length; c++) {
            solve(lenses, pairs, wanted, c, stops);
        }
        double before = meanDifference(pairs, wanted, new double[lenses][CHANNELS.length]);
        double after = meanDifference(pairs, wanted, stops);
        return new BalanceResult(stops, before, after, pairs.size(), judge(lenses, pairs, after, settings));
    }

    /** Solves first - second = wanted for one channel by Gauss-Seidel, reweighted each round. */
    private static void solve(int lenses, List<PatchPair> pairs, double[][] wanted, int channel, double[][] stops) {
        for (int round = 0; round < ROUNDS; round++) {
            double[] weights = new double[pairs.size()];
            for (int p = 0; p < weights.length; p++) {
                PatchPair pair = pairs.get(p);
                double error = (stops[pair.first()][channel] - stops[pair.second()][channel] - wanted[p][channel])
                        / ROBUST_STOPS;
                weights[p] = 1 / (1 + error * error);
            }
            for (int sweep = 0; sweep < 8 * lenses; sweep++) {
                for (int lens = 0; lens < lenses; lens++) {
                    double sum = 0;
                    double weight = 0;
                    for (int p = 0; p < weights.length; p++) {
                        PatchPair pair = pairs.get(p);
                        if (pair.first() == lens) {
                            sum += weights[p] * (stops[pair.second()][channel] + wanted[p][channel]);
                            weight += weights[p];
                        } else if (pair.second() == lens) {
                            sum += weights[p] * (stops[pair.first()][channel] - wanted[p][channel]);
                            weight += weights[p];
                        }
                    }
                    stops[lens][channel] = weight > 0 ? sum / weight : 0;
                }
                double mean = 0;
                for (double[] lens : stops) {
                    mean += lens[channel] / lenses;
                }
                for (double[] lens : stops) {
                    lens[channel] -= mean;
                }
            }
        }
    }

    /** Mean over pairs and channels of the absolute difference, movers weighted down as in the solution. */
    private static double meanDifference(List<PatchPair> pairs, double[][] wanted, double[][] stops) {
        double sum = 0;
        double weight = 0;
        for (int p = 0; p < pairs.size(); p++) {
            for (int c = 0; c < CHANNELS.length; c++) {
                double error = Math.abs(
                        stops[pairs.get(p).first()][c] - stops[pairs.get(p).second()][c] - wanted[p][c]);
                sum += error;
                weight += 1;
            }
        }
        return weight > 0 ? sum / weight : 0;
    }

    private static Evidence judge(int lenses, List<PatchPair> pairs, double residual, BalanceSettings settings) {
        String figure = String.format(Locale.ROOT, "%.2f stops", residual);
        boolean[] linked = new boolean[lenses];
        for (PatchPair pair : pairs) {
            linked[pair.first()] = true;
            linked[pair.second()] = true;
        }
        for (int lens = 0; lens < lenses; lens++) {
            if (!linked[lens] && lenses > 1) {
                return new Evidence(
                        Verdict.UNSETTLED, "Lens " + (lens + 1) + " shares no usable place with another.", figure);
            }
        }
        if (pairs.size() < settings.minPatches()) {
            return new Evidence(
                    Verdict.UNSETTLED,
                    "Only " + pairs.size() + " usable places in the overlaps; " + settings.minPatches()
                            + " are needed.",
                    figure);
        }
        String measured = "Measured at " + pairs.size() + " places in the overlaps.";
        if (residual <= settings.sureStops()) {
            return new Evidence(Verdict.SURE, measured, figure);
        }
        boolean small = residual <= settings.checkStops();
        return new Evidence(
                small ? Verdict.CHECK : Verdict.UNSETTLED,
                measured + " The lenses still differ: look at the seams, or trim by hand.",
                figure);
    }
}
