package foldback.core.solve.adjust;

/**
 * What is solved for, and what is known before: standard deviations about the card. Of what lenses of one make share, and of what
 * is each one's own; a number whose parts are both 0 is held.
 *
 * @param turn of a lens, radians
 * @param focalCommon share of the focal length
 * @param focalOwn share of the focal length
 * @param centreCommon share of the picture's width
 * @param centreOwn share of the picture's width
 * @param distortionCommon of the first distortion number, as the share by which it moves the rim; each next one half of it
 * @param distortionOwn the same for each lens
 * @param pupil metres
 */
public record SolveSettings(
        double turn,
        double focalCommon,
        double focalOwn,
        double centreCommon,
        double centreOwn,
        double distortionCommon,
        double distortionOwn,
        double pupil) {
    /** What is shared may still differ by this part of what it may change by: equations need some room. */
    private static final double ROOM = 0.01;

    /** How a number of the lenses may change. */
    public enum Freedom {
        /** It is as the card says. */
        HELD,
        /** It changes in all lenses alike. */
        SHARED,
        /** Each lens has its own, near what all share. */
        OWN
    }

    /** For a card of the same kind of rig. */
    public static SolveSettings defaults() {
        return new SolveSettings(Math.toRadians(6), 0.03, 0.01, 0, 0.006, 0.04, 0.001, 0.0012);
    }

    /** For a rig of which nothing is known but the kind of its lenses: their pupils may be some centimetres elsewhere. */
    public static SolveSettings fromNothing() {
        return defaults().withPupil(0.015);
    }

    /** For the card of this very unit, of which only a knock, warmth and play are to be found. */
    public static SolveSettings refining() {
        return new SolveSettings(Math.toRadians(0.4), 0.001, 0.001, 0, 0.0006, 0.0015, 0.0005, 0.0003);
    }

    /** The same with the focal length freed so. */
    public SolveSettings withFocal(Freedom freedom) {
        double[] parts = parts(freedom, focalCommon, focalOwn);
        return new SolveSettings(
                turn, parts[0], parts[1], centreCommon, centreOwn, distortionCommon, distortionOwn, pupil);
    }

    /** The same with the centre freed so. */
    public SolveSettings withCentre(Freedom freedom) {
        double[] parts = parts(freedom, centreCommon, centreOwn);
        return new SolveSettings(
                turn, focalCommon, focalOwn, parts[0], parts[1], distortionCommon, distortionOwn, pupil);
    }

    /** The same with the distortion freed so. */
    public SolveSettings withDistortion(Freedom freedom) {
        double[] parts = parts(freedom, distortionCommon, distortionOwn);
        return new SolveSettings(turn, focalCommon, focalOwn, centreCommon, centreOwn, parts[0], parts[1], pupil);
    }

    /** The same with the pupils' places known to so many metres; 0 holds them. */
    public SolveSettings withPupil(double metres) {
        return new SolveSettings(
                turn, focalCommon, focalOwn, centreCommon, centreOwn, distortionCommon, distortionOwn, metres);
    }

    /** Whether focal lengths or distortion are as the card says. */
    boolean holdsShape() {
        return focalOwn == 0 || distortionOwn == 0;
    }

    /** The same with focal lengths and distortion known so much better, a share of what they are. */
    SolveSettings trusting(double share) {
        return new SolveSettings(
                turn,
                share * focalCommon,
                share * focalOwn,
                centreCommon,
                centreOwn,
                share * distortionCommon,
                share * distortionOwn,
                pupil);
    }

    private static double[] parts(Freedom freedom, double common, double own) {
        double all = Math.hypot(common, own);
        return switch (freedom) {
            case HELD -> new double[2];
            case SHARED -> new double[] {all, ROOM * all};
            case OWN -> new double[] {common, own};
        };
    }
}
