package foldback.core.tone;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;

/**
 * From gathered luma to light, as a power of it: {@code w = L^p}, p of the curve, {@value #ONE} for white. In that measure a gain of
 * light is a factor all the way down to black, and steps are as fine as eyes see them. No gain changes these tables.
 */
final class Intake {
    static final int ONE = 8192;
    /** The largest power, so that eight times as much still has a place in the outlet's tables. */
    private static final int MOST = 2 * ONE - 1;

    /** By gathered luma plus margin. */
    final short[] power;

    final int margin;

    /** @param black share of white light that becomes black */
    Intake(PixelFormat in, ColourTags tags, LightCurve curve, double black, int fractionBits) {
        margin = 1 << (in.bits() + fractionBits - 2);
        power = new short[(1 << (in.bits() + fractionBits)) + 2 * margin];
        for (int i = 0; i < power.length; i++) {
            double code = (double) (i - margin) / (1 << fractionBits);
            double light = (curve.toLight(tags.lumaSignal(code, in.bits())) - black) / (1 - black);
            power[i] = (short) Math.min(MOST, Math.round(ONE * curve.toPower(Math.max(0, light))));
        }
    }
}
