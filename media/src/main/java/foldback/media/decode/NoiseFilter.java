package foldback.media.decode;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * FFmpeg's filters against noise: an adaptive mean over frames, then wavelets within each. Both see a few frames at most, so that a
 * picture comes out the same wherever decoding began.
 */
final class NoiseFilter {
    /** Frames that the mean over time looks at; half of them lie ahead. */
    private static final int FRAMES = 9;

    /** How far a sample may be off to belong to the mean, a step of strength: 5 of 255 codes; and all together. */
    private static final double DIFFERENCE = 0.02;

    private static final double SUM = 3 * DIFFERENCE;
    /** The wavelets' threshold a step of strength. */
    private static final double THRESHOLD = 1.2;

    private NoiseFilter() {}

    /** The chain of filters; empty where there is nothing to do. */
    static List<String> chain(Denoising noise) {
        List<String> chain = new ArrayList<>();
        if (noise.temporal() > 0) {
            String thresholds = String.format(
                    Locale.ROOT, "%%1$da=%.4f:%%1$db=%.4f", noise.temporal() * DIFFERENCE, noise.temporal() * SUM);
            chain.add("atadenoise=" + thresholds.formatted(0) + ":" + thresholds.formatted(1) + ":"
                    + thresholds.formatted(2) + ":s=" + FRAMES);
        }
        if (noise.spatial() > 0) {
            chain.add(String.format(Locale.ROOT, "vaguedenoiser=threshold=%.3f:nsteps=4", noise.spatial() * THRESHOLD));
        }
        return chain;
    }

    /** How many frames before the first wanted one must be decoded, too. */
    static int lead(Denoising noise) {
        return noise.temporal() > 0 ? FRAMES / 2 : 0;
    }
}
