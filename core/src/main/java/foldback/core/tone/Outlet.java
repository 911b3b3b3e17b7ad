package foldback.core.tone;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;

/**
 * From light as a power ({@link Intake}) to code values of greys, each channel with a factor of its own. No exposure changes these
 * tables, only white balance does.
 *
 * @param luma code values, to be read as unsigned
 * @param blue blue difference of greys over neutral, code values with the fraction bits of gathered ones; empty where all factors are 1
 * @param red the same of the red difference
 */
record Outlet(short[] luma, short[] blue, short[] red) {

    /**
     * Makes the tables.
     *
     * @param factors of red, green and blue, in the measure of the power
     */
    static Outlet of(
            double[] factors, Transfer curve, Shoulder shoulder, PixelFormat out, ColourTags tags, int fractionBits) {
        boolean coloured = factors[0] != 1 || factors[1] != 1 || factors[2] != 1;
        short[] luma = new short[Intake.MOST + 1];
        short[] blue = new short[coloured ? luma.length : 0];
        short[] red = new short[coloured ? luma.length : 0];
        ColourTags.Matrix m = tags.matrix();
        double chroma = tags.chromaScale(out.bits()) * (1 << fractionBits);
        double[] signal = new double[3];
        for (int w = 0; w < luma.length; w++) {
            for (int c = 0; c < 3; c++) {
                signal[c] = c > 0 && !coloured ? signal[0] : shoulder.of(curve.fromPower(factors[c] * w / Intake.ONE));
            }
            double grey = m.red() * signal[0] + m.green() * signal[1] + m.blue() * signal[2];
            double code = tags.black(out.bits()) + grey * tags.lumaScale(out.bits());
            luma[w] = (short) Math.max(0, Math.min(out.maxValue(), Math.round(code)));
            if (coloured) {
                blue[w] = small((signal[2] - grey) / (2 * (1 - m.blue())) * chroma);
                red[w] = small((signal[0] - grey) / (2 * (1 - m.red())) * chroma);
            }
        }
        return new Outlet(luma, blue, red);
    }

    private static short small(double value) {
        return (short) Math.max(Short.MIN_VALUE, Math.min(Short.MAX_VALUE, Math.round(value)));
    }
}
