package foldback.core.tone;

/**
 * How footage of a curve that screens do not show is looked at: each channel's light as Rec.709 with a soft shoulder, its mid grey where
 * eyes expect it. For looking alone: nothing that is delivered goes through it.
 */
public final class Viewing {
    private static final int STEPS = 256;
    private static final double MOST = 4;
    private static final Shoulder SHOULDER = new Shoulder(Transfer.BT709.toSignal(MOST));

    private Viewing() {}

    /** The signal that is shown, 0 to 255, by the signal that is there, 0 to 255; empty where screens show it as it is. */
    public static int[] table(LightCurve curve) {
        if (!needed(curve)) {
            return new int[0];
        }
        int[] table = new int[STEPS];
        for (int i = 0; i < STEPS; i++) {
            table[i] = (int) Math.round(255 * shown(curve, i / (STEPS - 1.0)));
        }
        return table;
    }

    /** Whether screens do not show footage of a curve as it is. */
    public static boolean needed(LightCurve curve) {
        return curve.white() != 0;
    }

    /** The Rec.709 signal that is shown for one, 0 to 1. */
    public static double shown(LightCurve curve, double signal) {
        double white = curve.white();
        if (white == 0) {
            return Math.max(0, Math.min(1, Transfer.BT709.toSignal(curve.toLight(signal))));
        }
        double light = Math.max(0, curve.toLight(signal) / white);
        double shown = SHOULDER.of(Transfer.BT709.toSignal(Math.min(MOST, light)));
        return Math.max(0, Math.min(1, shown));
    }
}
