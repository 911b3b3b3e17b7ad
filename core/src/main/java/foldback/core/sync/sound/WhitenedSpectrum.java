package foldback.core.sync.sound;

import foldback.core.numeric.Fourier;
import java.util.Arrays;

/**
 * The spectrum of a sound with all lines of a band at one magnitude: the product of two such is the phase transform of the
 * generalised cross-correlation (Knapp and Carter, 1976, "The generalized correlation method for estimation of time delay").
 */
final class WhitenedSpectrum {
    private static final double SOFT_SHARE = 0.15;

    private WhitenedSpectrum() {}

    /**
     * The spectrum of samples: real and imaginary parts as the transform lays them out, {@code size} floats.
     *
     * @param size of the transform, a power of two
     */
    static float[] transformed(float[] samples, int size) {
        float[] spectrum = Arrays.copyOf(samples, size);
        Fourier.of(size).realForward(spectrum);
        return spectrum;
    }

    /**
     * A spectrum with the magnitudes of a band divided out, and nothing outside it.
     *
     * @param raw of sound at a rate
     * @param lowHz lower end of the band
     * @param highHz upper end of the band
     * @param power to which a line's magnitude is divided out: 1 whitens wholly, less lets tones count more than noise
     */
    static float[] of(float[] raw, int rate, double lowHz, double highHz, double power) {
        float[] spectrum = new float[raw.length];
        double perLine = (double) rate / raw.length;
        int last = Math.min(raw.length / 2 - 1, (int) (highHz / perLine));
        for (int k = Math.max(1, (int) (lowHz / perLine)); k <= last; k++) {
            double hz = k * perLine;
            double weight = weight(hz, lowHz, highHz);
            float re = raw[2 * k];
            float im = raw[2 * k + 1];
            float magnitude = (float) Math.sqrt(re * re + im * im);
            float scale = weight == 0 || magnitude < 1e-9f
                    ? 0
                    : (float) (weight / (power == 1 ? magnitude : Math.pow(magnitude, power)));
            spectrum[2 * k] = re * scale;
            spectrum[2 * k + 1] = im * scale;
        }
        return spectrum;
    }

    /** 1 within the band, falling softly to 0 at its ends, so that peaks ring little. */
    private static double weight(double hz, double low, double high) {
        if (hz <= low || hz >= high) {
            return 0;
        }
        double soft = SOFT_SHARE * (high - low);
        double edge = Math.min(hz - low, high - hz) / soft;
        return edge >= 1 ? 1 : edge * edge * (3 - 2 * edge);
    }

    /** The correlation of two spectra by lag: entry n is a lag of n samples, from the end backwards the negative ones. */
    static float[] correlate(float[] a, float[] b) {
        float[] product = Fourier.cross(a, b);
        Fourier.of(a.length).realInverse(product, true);
        return product;
    }

    /** The least power of two that is not below a length. */
    static int size(long length) {
        return (int) Math.max(16, Long.highestOneBit(Math.max(1, length - 1)) << 1);
    }
}
