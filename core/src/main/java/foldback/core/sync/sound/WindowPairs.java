package foldback.core.sync.sound;

import foldback.core.sound.SoundTrack;
import java.util.Arrays;
import java.util.List;
import org.jtransforms.fft.FloatFFT_1D;

/**
 * Spectra of short windows of two sounds, laid over each other by a first lag, and what each window says by itself. One for a
 * search, used again and again.
 */
final class WindowPairs {
    /** How far a window's own lag is looked for around the first, seconds: what clocks drift apart in ten minutes. */
    private static final double MOST_REACH = 0.04;
    /** A short window needs the most of itself to tell noise from peaks. */
    private static final double REACH_SHARE = 0.05;

    private static final double LOW_HZ = 200;
    private static final double HIGH_HZ = 6000;
    /** Samples of a window, and lines of its spectrum. */
    final int window;

    final double reachSeconds;

    final int lines;
    private final FloatFFT_1D transform;
    private final float[] sa;
    private final float[] sb;
    private final float[] own;
    private final float[] hann;
    private final int rate;
    final int lowLine;
    final int highLine;

    /** Cross spectra, a row a window: real parts in the first half, imaginary ones in the second. */
    final float[][] cross;

    /** Powers of the two, a row a window. */
    final float[][] powers;

    /** Middles of the windows in the first sound, seconds. */
    final double[] times = new double[LoudWindows.MOST];

    /** What each says of the lag, less the first lag, seconds. */
    final double[] lags = new double[LoudWindows.MOST];

    /** How far each stands out of its own noise, standard deviations. */
    final double[] clear = new double[LoudWindows.MOST];

    /** The share of each that both sounds have at its own lag, 0 to 1. */
    final double[] share = new double[LoudWindows.MOST];

    int count;

    /** @param window samples of a window, a power of two */
    WindowPairs(int rate, int window) {
        this.rate = rate;
        this.window = window;
        lines = window / 2;
        reachSeconds = Math.min(MOST_REACH, REACH_SHARE * window / rate);
        transform = new FloatFFT_1D(window);
        sa = new float[window];
        sb = new float[window];
        own = new float[window];
        hann = new float[window];
        cross = new float[LoudWindows.MOST][window];
        powers = new float[LoudWindows.MOST][window];
        double perLine = (double) rate / window;
        lowLine = (int) Math.ceil(LOW_HZ / perLine);
        highLine = (int) Math.floor(Math.min(HIGH_HZ, 0.46 * rate) / perLine);
        for (int i = 0; i < window; i++) {
            hann[i] = (float) (0.5 - 0.5 * Math.cos(2 * Math.PI * i / window));
        }
    }

    /**
     * Compares windows.
     *
     * @param starts of them in the first sound, rising
     * @param shift samples from a place in the second sound to the same moment in the first
     */
    void read(SoundTrack a, SoundTrack b, long shift, List<Integer> starts) {
        count = 0;
        for (int start : starts) {
            if (compare(a.samples(), b.samples(), start, shift)) {
                times[count++] = (start + window / 2.0) / rate;
            }
        }
    }

    /** Fills what each window says by itself, of those that were read. */
    void findPeaks() {
        for (int i = 0; i < count; i++) {
            ownPeak(i);
        }
    }

    private boolean compare(short[] a, short[] b, int start, long shift) {
        float loudA = cut(a, start, sa);
        float loudB = cut(b, start - shift, sb);
        if (loudA == 0 || loudB == 0) {
            return false;
        }
        transform.realForward(sa);
        transform.realForward(sb);
        // A window of each counts alike, however loud: else one bang decides alone.
        float scale = 1 / (loudA * loudB);
        float[] row = cross[count];
        float[] power = powers[count];
        for (int k = lowLine; k <= highLine; k++) {
            float ar = sa[2 * k];
            float ai = sa[2 * k + 1];
            float br = sb[2 * k];
            float bi = sb[2 * k + 1];
            float re = (ar * br + ai * bi) * scale;
            float im = (ai * br - ar * bi) * scale;
            row[k] = re;
            row[lines + k] = im;
            power[k] = (ar * ar + ai * ai) / (loudA * loudA);
            power[lines + k] = (br * br + bi * bi) / (loudB * loudB);
        }
        return true;
    }

    /** Copies a window under a Hann curve; returns its root mean square. */
    private float cut(short[] samples, long from, float[] into) {
        int begin = (int) Math.max(0, Math.min(window, -from));
        int end = (int) Math.max(begin, Math.min(window, samples.length - from));
        Arrays.fill(into, 0, begin, 0);
        Arrays.fill(into, end, window, 0);
        int offset = (int) from;
        long sum = 0;
        for (int i = begin; i < end; i++) {
            int value = samples[i + offset];
            sum += value * value;
            into[i] = value * hann[i];
        }
        return (float) Math.sqrt((double) sum / window);
    }

    /**
     * Where a window has its peak. Two different bangs stand far out of the silence around, but share
     * little.
     */
    private void ownPeak(int number) {
        float[] row = cross[number];
        Arrays.fill(own, 0);
        for (int k = lowLine; k <= highLine; k++) {
            float re = row[k];
            float im = row[lines + k];
            float magnitude = (float) Math.sqrt(re * re + im * im);
            if (magnitude > 0) {
                own[2 * k] = re / magnitude;
                own[2 * k + 1] = im / magnitude;
            }
        }
        transform.realInverse(own, true);
        double lag = PooledDelay.peak(own, rate, reachSeconds);
        int reach = (int) (reachSeconds * rate);
        double sum = 0;
        for (int i = 2 * reach; i <= window - 2 * reach; i++) {
            sum += (double) own[i] * own[i];
        }
        double noise = Math.sqrt(sum / (window - 4 * reach + 1));
        double top = own[Math.floorMod((int) Math.round(lag * rate), window)];
        lags[number] = lag;
        clear[number] = noise > 0 ? top / noise : 0;
        share[number] = top * window / (2.0 * (highLine - lowLine + 1));
    }

    /** How much of a window fits at a lag, as a share of all its lines: 1 where both have the same sound. */
    double shareAt(int number, double lag) {
        return fit(number, lag, false);
    }

    /** The same with loud lines counting more, so that few tones tell as well as noise. */
    double tonesAt(int number, double lag) {
        return fit(number, lag, true);
    }

    private double fit(int number, double lag, boolean loud) {
        float[] row = cross[number];
        double step = 2 * Math.PI * rate / window * lag;
        double cos = Math.cos(step);
        double sin = Math.sin(step);
        double c = Math.cos(step * lowLine);
        double s = Math.sin(step * lowLine);
        double sum = 0;
        double all = 0;
        for (int k = lowLine; k <= highLine; k++) {
            double re = row[k];
            double im = row[lines + k];
            double magnitude = Math.sqrt(re * re + im * im);
            if (magnitude > 0) {
                double weight = loud ? Math.sqrt(magnitude) : 1;
                sum += weight * (re * c - im * s) / magnitude;
                all += weight;
            }
            double next = c * cos - s * sin;
            s = s * cos + c * sin;
            c = next;
        }
        return all > 0 ? sum / all : 0;
    }
}
