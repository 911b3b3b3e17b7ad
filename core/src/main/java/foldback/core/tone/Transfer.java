package foldback.core.tone;

import foldback.core.picture.ColourTags;

/**
 * The curve of a camera between linear light L and the signal V, both 0 to 1 for black to white and going on beyond:
 * V = (1 + a) L^p - a above a linear toe (ITU-R BT.709, IEC 61966-2-1); odd for negative values.
 */
public enum Transfer {
    BT709(0.45, 0.099, 0.018, 4.5),
    SRGB(1 / 2.4, 0.055, 0.0031308, 12.92),
    LINEAR(1, 0, 0, 1);

    private final double power;
    private final double offset;
    private final double toeLight;
    private final double toeSlope;

    Transfer(double power, double offset, double toeLight, double toeSlope) {
        this.power = power;
        this.offset = offset;
        this.toeLight = toeLight;
        this.toeSlope = toeSlope;
    }

    public static Transfer of(ColourTags.Curve curve) {
        return switch (curve) {
            case BT709 -> BT709;
            case SRGB -> SRGB;
            case LINEAR -> LINEAR;
        };
    }

    public double toSignal(double light) {
        double size = Math.abs(light);
        double signal = size < toeLight ? toeSlope * size : (1 + offset) * StrictMath.pow(size, power) - offset;
        return Math.copySign(signal, light);
    }

    public double toLight(double signal) {
        double size = Math.abs(signal);
        double light = size < toeSlope * toeLight
                ? size / toeSlope
                : StrictMath.pow((size + offset) / (1 + offset), 1 / power);
        return Math.copySign(light, signal);
    }

    /** Light of 0 and more as the curve's own power of it, in which a gain is a factor and steps are about as eyes see them. */
    double toPower(double light) {
        return StrictMath.pow(light, power);
    }

    /** How such a power rises with the signal, above the toe. */
    double powerSlope() {
        return 1 / (1 + offset);
    }

    /** The signal of such a power: above the toe a straight line. */
    double fromPower(double value) {
        double signal = (1 + offset) * value - offset;
        return signal >= toeSlope * toeLight ? signal : toSignal(StrictMath.pow(value, 1 / power));
    }
}
