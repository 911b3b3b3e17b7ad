package foldback.core.seam;

/**
 * How an overlap is measured. All angles in radians.
 *
 * @param stepRad of a strip's pixels where its lenses are fine enough for it
 * @param reachRad how far from the seam an overlap is used: what is warped is spread over both sides of it
 * @param nearestMetres things that are nearer are not brought onto each other
 * @param leastBaselineMetres between two pupils: cards that put them into one point are believed no further
 * @param slackRad what far things may lie apart, since no rig is solved without error
 * @param alongRad by how much things lie apart along the seam, root mean square: as little as a solved rig is off
 * @param noiseCodes of a lens's luma, of 255
 */
public record SeamSettings(
        double stepRad,
        double reachRad,
        double nearestMetres,
        double leastBaselineMetres,
        double slackRad,
        double alongRad,
        double noiseCodes) {
    public static final SeamSettings DEFAULT = new SeamSettings(
            Math.toRadians(0.125), Math.toRadians(10), 0.5, 0.02, Math.toRadians(0.6), Math.toRadians(0.15), 2);
}
