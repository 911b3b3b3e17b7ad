package foldback.core.balance;

import foldback.core.overlap.PatchPair;
import foldback.core.run.Run;
import foldback.core.tone.Vignetting;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;

/**
 * Solves what evens out the lenses from pairs of patches: each lens's exposure and white balance at each knot of time, and how the light
 * of each kind of them falls off towards the rim; least squares on log2 ratios (after Brown and Lowe 2007, eq. 29, in the log domain, where
 * no prior against the empty solution is needed; vignetting as in Goldman 2010), re-weighted by Geman and McClure's loss, which is narrowed
 * in steps: patches of movers and parallax are no exposure.
 *
 * <p>Overlaps tell differences only. At each knot the lenses' middle one is taken to have stayed: an exposure that pumps in one lens
 * moves no other.
 */
public final class LightSolver {
    private static final int CHANNELS = 3;
    private static final int VIGNETTING = VignettingPrior.TERMS;
    /** How many times its doubt a patch may be off, round by round. */
    private static final double WIDEST = 300;

    private static final double NARROWING = 0.45;
    private static final double NARROWEST = 2.5;
    private static final int ROUNDS = 14;
    /** Share of its first weight that a pair keeps where it counts as seen alike. */
    private static final double BELIEVED = 0.25;

    /** Keep the equations solvable where nothing is seen: stops to the minus two. */
    private static final double ANCHOR = 100;

    private static final double FAINT = 1e-4;
    /** How exposure and white balance change within a second when nothing is seen, stops; sudden changes count less. */
    private static final double EXPOSURE_CHANGE = 0.3;

    private static final double COLOUR_CHANGE = 0.03;
    private static final double SUDDEN = 3;
    private static final VignettingPrior PRIOR = new VignettingPrior();

    private final int lenses;
    /** The number of each lens's kind, and how many there are. */
    private final int[] kinds;

    private final int kindCount;
    private final double[] knots;
    private final List<PatchPair> pairs;
    /** Of each pair: what the mean of the channels must be lifted by, red over green, and blue over green. */
    private final double[][] wanted;

    private final double[][] rows;

    private LightSolver(int[] kinds, double[] knots, List<PatchPair> pairs) {
        this.kinds = kinds.clone();
        lenses = kinds.length;
        kindCount = Arrays.stream(kinds).max().orElse(0) + 1;
        this.knots = knots;
        this.pairs = pairs;
        wanted = new double[CHANNELS][pairs.size()];
        rows = new double[pairs.size()][];
        for (int p = 0; p < pairs.size(); p++) {
            PatchPair pair = pairs.get(p);
            double red = pair.wantedStops(0);
            double green = pair.wantedStops(1);
            double blue = pair.wantedStops(2);
            wanted[0][p] = (red + green + blue) / CHANNELS;
            wanted[1][p] = red - green;
            wanted[2][p] = blue - green;
            rows[p] = new double[VIGNETTING * kindCount];
            addPowers(rows[p], kinds[pair.first()], pair.firstShare(), 1);
            addPowers(rows[p], kinds[pair.second()], pair.secondShare(), -1);
        }
    }

    private static void addPowers(double[] row, int kind, double share, double sign) {
        double square = share * share;
        double power = sign;
        for (int a = 0; a < VIGNETTING; a++) {
            power *= square;
            row[VIGNETTING * kind + a] += power;
        }
    }

    /**
     * Solves.
     *
     * @param kinds of each lens the number of its kind, from 0 on: lenses of one kind lose alike towards their rims
     * @param knots times of the knots, seconds, rising
     * @param pairs of all knots
     */
    public static LightSolution solve(int[] kinds, double[] knots, List<PatchPair> pairs, Run run) {
        return new LightSolver(kinds, knots, pairs).solve(run);
    }

    private LightSolution solve(Run run) {
        // Mean of the channels, red over green, blue over green; of each knot and lens.
        double[][][] found = new double[CHANNELS][knots.length][lenses];
        double[] vignetting = new double[VIGNETTING * kindCount];
        double wide = WIDEST;
        double[] weights = new double[pairs.size()];
        for (int round = 0; round < ROUNDS; round++) {
            run.step((double) round / ROUNDS);
            if (round == 0) {
                for (int p = 0; p < weights.length; p++) {
                    weights[p] = 1 / square(pairs.get(p).doubtStops());
                }
            } else {
                weigh(found, vignetting, wide, weights);
                wide = Math.max(NARROWEST, wide * NARROWING);
            }
            double[][] exposure = chain(0, found[0], weights).solve();
            vignetting = exposure[knots.length];
            found[0] = Arrays.copyOf(exposure, knots.length);
            for (int c = 1; c < CHANNELS; c++) {
                found[c] = Arrays.copyOf(chain(c, found[c], weights).solve(), knots.length);
            }
        }
        for (double[][] channel : found) {
            anchor(channel);
        }
        run.step(1);
        double[][][] stops = stops(found);
        List<Vignetting> given = new ArrayList<>();
        for (int kind : kinds) {
            int at = VIGNETTING * kind;
            given.add(new Vignetting(vignetting[at], vignetting[at + 1], vignetting[at + 2]));
        }
        return new LightSolution(
                stops,
                given,
                SeamDifferences.of(
                        pairs,
                        new double[knots.length][lenses][CHANNELS],
                        Collections.nCopies(lenses, Vignetting.NONE)),
                SeamDifferences.of(pairs, stops, given),
                believed(weights));
    }

    /** How many pairs of each lens are believed. */
    private int[] believed(double[] weights) {
        int[] believed = new int[lenses];
        for (int p = 0; p < weights.length; p++) {
            PatchPair pair = pairs.get(p);
            if (weights[p] * square(pair.doubtStops()) > BELIEVED) {
                believed[pair.first()]++;
                believed[pair.second()]++;
            }
        }
        return believed;
    }

    /** The equations of one channel as it was found in the round before. */
    private TimeChain chain(int channel, double[][] before, double[] weights) {
        boolean exposure = channel == 0;
        TimeChain chain = new TimeChain(knots.length, lenses, exposure ? VIGNETTING * kindCount : 0);
        for (int p = 0; p < weights.length; p++) {
            PatchPair pair = pairs.get(p);
            chain.addDifference(pair.knot(), pair.first(), pair.second(), rows[p], wanted[channel][p], weights[p]);
        }
        double usual = exposure ? EXPOSURE_CHANGE : COLOUR_CHANGE;
        for (int t = 0; t < knots.length; t++) {
            chain.addSum(t, ANCHOR);
            for (int i = 0; i < lenses; i++) {
                chain.addSize(t, i, FAINT);
                if (t + 1 < knots.length) {
                    double sigma = usual * Math.sqrt(Math.max(1e-3, knots[t + 1] - knots[t]));
                    double change = (before[t + 1][i] - before[t][i]) / (SUDDEN * sigma);
                    chain.addChange(t, i, 1 / (sigma * sigma * square(1 + change * change)));
                }
            }
        }
        if (exposure) {
            for (int kind = 0; kind < kindCount; kind++) {
                chain.addShared(VIGNETTING * kind, PRIOR.precision, PRIOR.means);
            }
        }
        return chain;
    }

    /** How far each pair is believed, by what it is off. */
    private void weigh(double[][][] found, double[] vignetting, double wide, double[] weights) {
        double[] off = new double[weights.length];
        for (int p = 0; p < off.length; p++) {
            double sum = square(residual(found, vignetting, 0, p));
            for (int c = 1; c < CHANNELS; c++) {
                sum += square(residual(found, vignetting, c, p)) / 4;
            }
            off[p] = Math.sqrt(sum) / pairs.get(p).doubtStops();
        }
        double[] sorted = off.clone();
        Arrays.sort(sorted);
        // Half of the patches are off by less than that by their doubt alone.
        double usual = sorted.length == 0 ? 1 : Math.max(0.5, sorted[sorted.length / 2]);
        for (int p = 0; p < off.length; p++) {
            double scaled = off[p] / (wide * usual);
            weights[p] = 1 / square((1 + scaled * scaled) * pairs.get(p).doubtStops());
        }
    }

    private double residual(double[][][] found, double[] vignetting, int channel, int p) {
        PatchPair pair = pairs.get(p);
        double[] now = found[channel][pair.knot()];
        double residual = now[pair.first()] - now[pair.second()] - wanted[channel][p];
        for (int a = 0; a < vignetting.length && channel == 0; a++) {
            residual += vignetting[a] * rows[p][a];
        }
        return residual;
    }

    /** Lets the lenses' middle one stay from knot to knot, and all together have the mean 0. */
    private void anchor(double[][] found) {
        double shift = 0;
        double[] last = found.length > 0 ? found[0].clone() : new double[0];
        double mean = 0;
        for (double[] now : found) {
            double[] changes = new double[lenses];
            for (int i = 0; i < lenses; i++) {
                changes[i] = now[i] - last[i];
            }
            Arrays.sort(changes);
            shift += (changes[(lenses - 1) / 2] + changes[lenses / 2]) / 2;
            last = now.clone();
            for (int i = 0; i < lenses; i++) {
                now[i] -= shift;
                mean += now[i] / (lenses * found.length);
            }
        }
        for (double[] now : found) {
            for (int i = 0; i < lenses; i++) {
                now[i] -= mean;
            }
        }
    }

    /** Of each knot and lens: red, green, blue. */
    private double[][][] stops(double[][][] found) {
        double[][][] stops = new double[knots.length][lenses][CHANNELS];
        for (int t = 0; t < knots.length; t++) {
            for (int i = 0; i < lenses; i++) {
                double red = found[1][t][i];
                double blue = found[2][t][i];
                double green = found[0][t][i] - (red + blue) / CHANNELS;
                stops[t][i] = new double[] {green + red, green, green + blue};
            }
        }
        return stops;
    }

    private static double square(double value) {
        return value * value;
    }
}
