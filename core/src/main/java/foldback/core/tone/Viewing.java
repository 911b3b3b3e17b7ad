package foldback.core.tone;

/**
 * How footage of a curve that screens do not show is looked at: each channel's light as Rec.709 with a soft shoulder, its mid grey where
 * eyes expect it. For looking alone: nothing that is delivered goes through it.
 */
public final class Viewing {
    private static final int STEPS = 256;
    /** Light of a diffuse white: 203 cd/m2 of 10000 in PQ and three quarters of HLG's signal (ITU-R BT.2408). */
    private static final double PQ_WHITE = 0.0203;

    private static final double MOST = 4;
    private static final Shoulder SHOULDER = new Shoulder(Transfer.BT709.toSignal(MOST));

    private Viewing() {}

    /** The signal that is shown, 0 to 255, by the signal that is there, 0 to 255; empty where screens show it as it is. */
    public static int[] table(Transfer curve) {
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
    public static boolean needed(Transfer curve) {
        return white(curve) != 0;
    }

    /** The Rec.709 signal that is shown for one, 0 to 1. */
    public static double shown(Transfer curve, double signal) {
        double white = white(curve);
        if (white == 0) {
            return Math.max(0, Math.min(1, Transfer.BT709.toSignal(curve.toLight(signal))));
        }
        double light = Math.max(0, curve.toLight(signal) / white);
        double shown = SHOULDER.of(Transfer.BT709.toSignal(Math.min(MOST, light)));
        return Math.max(0, Math.min(1, shown));
    }

    /** Light of a diffuse white; 0 for curves that screens show. */
    private static double white(Transfer curve) {
        return switch (curve) {
            case BT709, SRGB, LINEAR -> 0;
            case HLG -> curve.toLight(0.75);
            case PQ -> PQ_WHITE;
            case ACESCCT, CINEON -> 1;
        };
    }
}
