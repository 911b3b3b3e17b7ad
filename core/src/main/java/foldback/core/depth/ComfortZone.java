package foldback.core.depth;

/**
 * Shown disparities that eyes can rest on, radians: less is farther.
 *
 * @param far the least
 * @param near the most
 */
public record ComfortZone(double far, double near) {
    /** Between a viewer's eyes, metres. */
    private static final double EYES_METRES = 0.063;
    /** How far away a headset's picture looks, metres, and a screen. */
    private static final double HEADSET_METRES = 1.67;

    private static final double SCREEN_METRES = 2.5;
    /** What both measures and eyes let pass. */
    private static final double SLACK = Math.toRadians(0.15);

    /** Of a headset, in which what is far is seen with eyes side by side: what lies beyond makes them diverge. */
    public static ComfortZone ofHeadset() {
        return new ComfortZone(-SLACK, vergence(nearDioptres(1 / HEADSET_METRES)));
    }

    /** Of a screen; disparities are those beside it. */
    public static ComfortZone ofScreen() {
        double screen = 1 / SCREEN_METRES;
        return new ComfortZone(
                vergence(farDioptres(screen)) - vergence(screen), vergence(nearDioptres(screen)) - vergence(screen));
    }

    /** How near eyes may converge while they focus at a distance, dioptres; Shibata et al. 2011. */
    private static double nearDioptres(double focus) {
        return 1.129 * focus + 0.442;
    }

    /** How far. */
    private static double farDioptres(double focus) {
        return 1.035 * focus - 0.626;
    }

    private static double vergence(double dioptres) {
        return EYES_METRES * dioptres;
    }
}
