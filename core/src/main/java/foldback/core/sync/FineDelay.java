package foldback.core.sync;

import foldback.core.sound.SoundTrack;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jtransforms.fft.FloatFFT_1D;

/**
 * Refines a lag at the full rate and asks many short windows for their word. The windows' spectra are brought together, lines
 * count by how coherent the two sounds are there (the maximum-likelihood weighting of Knapp and Carter, 1976), and the peak is
 * placed between samples by a parabola over a finer grid. Each window that shows a clear peak of its own is a witness: one bang
 * that happens to fit another has one witness, a common sound has many that agree.
 */
final class FineDelay {
    private static final int WINDOW = 1 << 14;
    private static final int FINER = 4;
    private static final double REACH_SECONDS = 0.025;
    private static final double LOW_HZ = 200;
    private static final double HIGH_HZ = 6000;
    private static final int SMOOTH = 4;
    private static final double AGREE_SECONDS = 0.001;

    private final SoundTrack a;
    private final SoundTrack b;
    private final long shift;
    private final int rate;
    private final FloatFFT_1D transform = new FloatFFT_1D(WINDOW);
    private final double[] crossRe = new double[WINDOW / 2];
    private final double[] crossIm = new double[WINDOW / 2];
    private final double[] powerA = new double[WINDOW / 2];
    private final double[] powerB = new double[WINDOW / 2];
    private final float[] sa = new float[WINDOW];
    private final float[] sb = new float[WINDOW];
    private final float[] own = new float[WINDOW];

    /**
     * A refined lag.
     *
     * @param purest the largest share of a window's sound that fits at the lag, 0 to 1
     * @param witnesses windows with a clear peak
     * @param agreeing share of the witnesses that say the lag, to a millisecond
     * @param apartSeconds between what the first and the last half of those say; NaN where one has none
     */
    record Fine(double lagSeconds, double purest, int witnesses, double agreeing, double apartSeconds) {}

    private FineDelay(SoundTrack a, SoundTrack b, long shift) {
        this.a = a;
        this.b = b;
        this.shift = shift;
        this.rate = a.rate();
    }

    /**
     * Refines a lag: the event's time in the first less that in the second, on their samples' clocks, seconds.
     *
     * @param clear how far a window's peak must stand out to be a witness, in standard deviations
     */
    static Fine refine(SoundTrack a, SoundTrack b, double lag, double clear) {
        return new FineDelay(a, b, Math.round(lag * a.rate())).refine(lag, clear);
    }

    private Fine refine(double lag, double clear) {
        List<Double> lags = new ArrayList<>();
        double purest = 0;
        int windows = 0;
        for (int start : LoudWindows.choose(a, b, shift, WINDOW)) {
            if (!add(start)) {
                continue;
            }
            windows++;
            double[] peak = ownPeak();
            if (peak[1] >= clear) {
                lags.add(peak[0]);
                purest = Math.max(purest, peak[2]);
            }
        }
        if (windows == 0) {
            return new Fine(lag, 0, 0, 0, Double.NaN);
        }
        double centre = (double) shift / rate;
        double found = peak(weighted(windows), FINER);
        List<Double> agreeing = lags.stream()
                .filter(each -> Math.abs(each - found) <= AGREE_SECONDS)
                .toList();
        double share = lags.isEmpty() ? 0 : (double) agreeing.size() / lags.size();
        return new Fine(centre + found, purest, lags.size(), share, apart(lags));
    }

    private static double apart(List<Double> lags) {
        int half = lags.size() / 2;
        return half == 0
                ? Double.NaN
                : Math.abs(median(lags.subList(0, half)) - median(lags.subList(half, lags.size())));
    }

    private static double median(List<Double> values) {
        double[] sorted =
                values.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        return (sorted[(sorted.length - 1) / 2] + sorted[sorted.length / 2]) / 2;
    }

    /** Adds a window's spectra to the sums; false where one is silent. Leaves its whitened product in {@code own}. */
    private boolean add(int start) {
        float loudA = window(a.samples(), start, sa);
        float loudB = window(b.samples(), start - shift, sb);
        if (loudA == 0 || loudB == 0) {
            return false;
        }
        transform.realForward(sa);
        transform.realForward(sb);
        // A window of each counts alike, however loud: else one bang decides alone.
        double scale = 1.0 / ((double) loudA * loudB);
        double perLine = (double) rate / WINDOW;
        double high = Math.min(HIGH_HZ, 0.46 * rate);
        Arrays.fill(own, 0);
        for (int k = 1; k < WINDOW / 2; k++) {
            double re = (double) sa[2 * k] * sb[2 * k] + (double) sa[2 * k + 1] * sb[2 * k + 1];
            double im = (double) sa[2 * k + 1] * sb[2 * k] - (double) sa[2 * k] * sb[2 * k + 1];
            crossRe[k] += scale * re;
            crossIm[k] += scale * im;
            powerA[k] += square(sa, k) / ((double) loudA * loudA);
            powerB[k] += square(sb, k) / ((double) loudB * loudB);
            double hz = k * perLine;
            double magnitude = Math.sqrt(re * re + im * im);
            if (hz >= LOW_HZ && hz <= high && magnitude > 0) {
                own[2 * k] = (float) (re / magnitude);
                own[2 * k + 1] = (float) (im / magnitude);
            }
        }
        return true;
    }

    private static double square(float[] spectrum, int line) {
        return (double) spectrum[2 * line] * spectrum[2 * line]
                + (double) spectrum[2 * line + 1] * spectrum[2 * line + 1];
    }

    /** Copies a window under a Hann curve; returns its root mean square. */
    private static float window(short[] samples, long from, float[] into) {
        double sum = 0;
        for (int i = 0; i < WINDOW; i++) {
            long at = from + i;
            float value = at >= 0 && at < samples.length ? samples[(int) at] : 0;
            sum += value * value;
            into[i] = (float) (value * (0.5 - 0.5 * Math.cos(2 * Math.PI * i / WINDOW)));
        }
        return (float) Math.sqrt(sum / WINDOW);
    }

    /**
     * The last added window's own lag, seconds from the middle; how far it stands out of its noise; and its height as a share of
     * what one sound heard twice would reach. Two different bangs stand far out of the silence around, but share little.
     */
    private double[] ownPeak() {
        double lines = 0;
        for (int k = 1; k < WINDOW / 2; k++) {
            lines += own[2 * k] != 0 || own[2 * k + 1] != 0 ? 1 : 0;
        }
        transform.realInverse(own, true);
        double lag = peak(own, 1);
        int reach = (int) (REACH_SECONDS * rate);
        double sum = 0;
        for (int i = 2 * reach; i <= WINDOW - 2 * reach; i++) {
            sum += (double) own[i] * own[i];
        }
        double noise = Math.sqrt(sum / (WINDOW - 4 * reach + 1));
        double top = own[Math.floorMod((int) Math.round(lag * rate), WINDOW)];
        return new double[] {lag, noise > 0 ? top / noise : 0, top * WINDOW / (2 * Math.max(1, lines))};
    }

    private float[] weighted(int windows) {
        float[] spectrum = new float[WINDOW * FINER];
        double perLine = (double) rate / WINDOW;
        double high = Math.min(HIGH_HZ, 0.46 * rate);
        for (int k = SMOOTH; k < WINDOW / 2 - SMOOTH; k++) {
            double hz = k * perLine;
            if (hz < LOW_HZ || hz > high) {
                continue;
            }
            double cross = 0;
            double sumA = 0;
            double sumB = 0;
            for (int j = k - SMOOTH; j <= k + SMOOTH; j++) {
                cross += Math.sqrt(crossRe[j] * crossRe[j] + crossIm[j] * crossIm[j]);
                sumA += powerA[j];
                sumB += powerB[j];
            }
            double coherence = cross / Math.sqrt(Math.max(1e-30, sumA * sumB));
            // With few windows chance looks coherent: what chance would give is taken off.
            double square = Math.max(0, (coherence * coherence - 1.0 / windows) / (1 - 1.0 / (windows + 1)));
            square = Math.min(0.98, square);
            double magnitude = Math.sqrt(crossRe[k] * crossRe[k] + crossIm[k] * crossIm[k]);
            double weight = magnitude < 1e-30 ? 0 : (0.02 + square / (1 - square)) / magnitude;
            spectrum[2 * k] = (float) (crossRe[k] * weight);
            spectrum[2 * k + 1] = (float) (crossIm[k] * weight);
        }
        new FloatFFT_1D(WINDOW * FINER).realInverse(spectrum, true);
        return spectrum;
    }

    /** The lag of the highest value near the middle, seconds, placed between samples. */
    private double peak(float[] correlation, int finer) {
        int reach = (int) (REACH_SECONDS * rate * finer);
        int size = correlation.length;
        int best = 0;
        for (int lag = -reach; lag <= reach; lag++) {
            best = correlation[Math.floorMod(lag, size)] > correlation[Math.floorMod(best, size)] ? lag : best;
        }
        double top = correlation[Math.floorMod(best, size)];
        double before = correlation[Math.floorMod(best - 1, size)];
        double after = correlation[Math.floorMod(best + 1, size)];
        double bend = before - 2 * top + after;
        double part = bend < 0 ? Math.max(-0.5, Math.min(0.5, 0.5 * (before - after) / bend)) : 0;
        return (best + part) / (rate * finer);
    }
}
