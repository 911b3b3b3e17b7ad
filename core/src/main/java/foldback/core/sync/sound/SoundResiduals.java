package foldback.core.sync.sound;

import foldback.core.sound.SoundTrack;
import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleUnaryOperator;

/** How far two clips are out of step over time, where they are taken to lie: what is left of their sound's lag, window by window. */
public final class SoundResiduals {
    private static final int WINDOW = 1 << 14;
    /** How far a window's peak must stand out, standard deviations. */
    private static final double CLEAR = 6;
    /** And the least share of its sound that both have: a bang and a noise share less. */
    private static final double LEAST_SHARE = 0.12;

    private SoundResiduals() {}

    /**
     * What one window says.
     *
     * @param atSeconds clip time in the first sound
     * @param seconds by which the second clip is late; within some hundredths of a second, beyond it is not seen
     */
    public record Residual(double atSeconds, double seconds) {}

    /**
     * Compares.
     *
     * @param lag by clip time in the first, clip time of an event in it less that in the second, as it is taken to be
     */
    public static List<Residual> of(SoundTrack a, SoundTrack b, DoubleUnaryOperator lag) {
        int rate = a.rate();
        double clocks = a.startSeconds() - b.startSeconds();
        double middle = a.startSeconds() + a.samples().length / (2.0 * rate);
        long shift = Math.round((lag.applyAsDouble(middle) - clocks) * rate);
        WindowPairs windows = new WindowPairs(rate, WINDOW);
        windows.read(a, b, shift, LoudWindows.choose(new Heard(a), new Heard(b), shift, WINDOW, LoudWindows.MOST));
        windows.findPeaks();
        List<Residual> residuals = new ArrayList<>();
        for (int i = 0; i < windows.count; i++) {
            double at = windows.times[i] + a.startSeconds();
            double measured = (double) shift / rate + windows.lags[i] + clocks;
            if (windows.clear[i] >= CLEAR && windows.share[i] >= LEAST_SHARE) {
                residuals.add(new Residual(at, lag.applyAsDouble(at) - measured));
            }
        }
        return residuals;
    }
}
