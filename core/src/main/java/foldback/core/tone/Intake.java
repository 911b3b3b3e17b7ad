package foldback.core.tone;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;

/**
 * From gathered luma to light, as a power of it: {@code w = L^p}, p of the curve, {@value #ONE} for white. In that measure a gain of
 * light is a factor all the way down to black, and steps are as fine as eyes see them. No gain changes these tables.
 */
final class Intake {
    static final int ONE = 4096;
    /** The largest power, so that eight times as much still has a place in the outlet's tables. */
    static final int MOST = 8191;
    /** Signals from which on a sample counts as clipped, at first a little and at last wholly. */
    private static final double NEARLY = 0.965;

    private static final double CLIPPED = 0.995;

    /** By gathered luma plus margin. */
    final short[] power;
    /** How far a sample of that luma has a colour of its own, 256ths: none where the source is clipped. */
    final short[] coloured;

    final int margin;
    final int mid;

    Intake(PixelFormat in, ColourTags tags, double black, int fractionBits) {
        margin = 1 << (in.bits() + fractionBits - 2);
        mid = 1 << (in.bits() + fractionBits - 1);
        int size = (1 << (in.bits() + fractionBits)) + 2 * margin;
        power = new short[size];
        coloured = new short[size];
        Transfer curve = Transfer.of(tags.transfer());
        for (int i = 0; i < size; i++) {
            double code = (double) (i - margin) / (1 << fractionBits);
            double signal = (code - tags.black(in.bits())) / tags.lumaScale(in.bits());
            double light = (curve.toLight(signal) - black) / (1 - black);
            power[i] = (short) Math.min(MOST, Math.round(ONE * curve.toPower(Math.max(0, light))));
            double share = (CLIPPED - signal) / (CLIPPED - NEARLY);
            coloured[i] = (short) Math.round(256 * Math.max(0, Math.min(1, share)));
        }
    }
}
