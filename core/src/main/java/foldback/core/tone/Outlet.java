package foldback.core.tone;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;

/**
 * From light as a power ({@link Intake}) to code values of greys, each channel with a factor of its own. No exposure changes these
 * tables, only white balance does.
 *
 * @param luma code values by power plus {@value #MARGIN}, to be read as unsigned
 * @param chroma by power, blue and red difference of greys over neutral in the upper and lower 16 bits, code values with the fraction
 *     bits of gathered ones; empty where all factors are 1
 */
record Outlet(short[] luma, int[] chroma) {
    static final int MARGIN = 4096;
    static final int SIZE = 1 << 16;

    /**
     * Makes the tables.
     *
     * @param factors of red, green and blue, in the measure of the power
     */
    static Outlet of(
            double[] factors, Transfer curve, Shoulder shoulder, PixelFormat out, ColourTags tags, int fractionBits) {
        boolean coloured = factors[0] != 1 || factors[1] != 1 || factors[2] != 1;
        short[] luma = new short[SIZE + 2 * MARGIN];
        int[] chroma = new int[coloured ? SIZE : 0];
        ColourTags.Matrix m = tags.matrix();
        double scale = tags.chromaScale(out.bits()) * (1 << fractionBits);
        double[] signal = new double[3];
        for (int i = 0; i < luma.length; i++) {
            int w = Math.max(0, i - MARGIN);
            for (int c = 0; c < 3; c++) {
                signal[c] = c > 0 && !coloured ? signal[0] : shoulder.of(curve.fromPower(factors[c] * w / Intake.ONE));
            }
            double grey = m.red() * signal[0] + m.green() * signal[1] + m.blue() * signal[2];
            double code = tags.black(out.bits()) + grey * tags.lumaScale(out.bits());
            luma[i] = (short) Math.max(0, Math.min(out.maxValue(), Math.round(code)));
            if (w < chroma.length && i >= MARGIN) {
                int blue = small((signal[2] - grey) / (2 * (1 - m.blue())) * scale);
                int red = small((signal[0] - grey) / (2 * (1 - m.red())) * scale);
                chroma[w] = blue << 16 | red & 0xffff;
            }
        }
        return new Outlet(luma, chroma);
    }

    private static int small(double value) {
        return (int) Math.max(Short.MIN_VALUE, Math.min(Short.MAX_VALUE, Math.round(value)));
    }
}
