package foldback.core.tone;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;

/**
 * From light as a power ({@link Intake}) to the signal and to luma codes. No gain changes these tables.
 *
 * @param codes of luma by power
 * @param signals by power, 0 for black and 1 for white
 */
record Outlet(short[] codes, float[] signals) {
    static final int SIZE = 8 * Intake.ONE;

    static Outlet of(LightCurve curve, Shoulder shoulder, PixelFormat out, ColourTags tags) {
        short[] codes = new short[SIZE];
        float[] signals = new float[SIZE];
        for (int w = 0; w < SIZE; w++) {
            double signal = shoulder.of(curve.fromPower((double) w / Intake.ONE));
            double code = tags.black(out.bits()) + signal * tags.lumaScale(out.bits());
            codes[w] = (short) Math.max(0, Math.min(out.maxValue(), Math.round(code)));
            signals[w] = (float) signal;
        }
        return new Outlet(codes, signals);
    }

    /** The code of a power, which is bounded. */
    short code(double power) {
        return codes[place(power)];
    }

    /** The signal of a power, which is bounded. */
    double signal(double power) {
        return signals[place(power)];
    }

    private static int place(double power) {
        return (int) Math.min(SIZE - 1, power + 0.5);
    }
}
