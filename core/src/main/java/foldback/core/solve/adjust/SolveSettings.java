package foldback.core.solve.adjust;

/**
 * What is solved for, and what is known before: standard deviations about the card. Of what lenses of one make share, and of what
 * is each one's own; 0 holds a number.
 *
 * @param turn of a lens, radians
 * @param focalCommon share of the focal length
 * @param focalOwn share of the focal length
 * @param centre share of the picture's width
 * @param distortionCommon of the first distortion number, as the share by which it moves the rim; each next one half of it
 * @param distortionOwn the same for each lens
 * @param pupil metres
 */
public record SolveSettings(
        double turn,
        double focalCommon,
        double focalOwn,
        double centre,
        double distortionCommon,
        double distortionOwn,
        double pupil) {

    /** For a card of the same kind of rig. */
    public static SolveSettings defaults() {
        return new SolveSettings(Math.toRadians(6), 0.03, 0.01, 0.006, 0.04, 0.004, 0.0015);
    }

    /** For the card of this very unit, of which only a knock, warmth and play are to be found. */
    public static SolveSettings refining() {
        return new SolveSettings(Math.toRadians(0.4), 0.001, 0.001, 0.0006, 0.0015, 0.0005, 0.0003);
    }

    /** The same with what lenses are like held as the card says, so that only where they point is found. */
    public SolveSettings turnsOnly() {
        return new SolveSettings(turn, 0, 0, 0, 0, 0, pupil);
    }
}
