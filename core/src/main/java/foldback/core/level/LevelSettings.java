package foldback.core.level;

/**
 * What is known beforehand about lines that say which way is up; angles in radians.
 *
 * @param placeRad by how much an end of a drawn line is off: a pixel of a sphere 3840 wide; with that what is expected is what comes out
 * @param plumbRad by how much what was built plumb is not
 * @param seaRad by how much a horizon is not level: its dip from 20 m above the sea is 0.14 degrees
 * @param beforeRad by how much what was up before may be off: it decides only what lines leave open
 * @param mostTurnSine of the angle between what was up before and a line that may still turn it alone
 * @param leastAcrossSine of the angle between two lines' circles that name a direction together
 */
public record LevelSettings(
        double placeRad,
        double plumbRad,
        double seaRad,
        double beforeRad,
        double mostTurnSine,
        double leastAcrossSine) {
    public static final LevelSettings DEFAULT = new LevelSettings(
            Math.toRadians(0.1), Math.toRadians(0.15), Math.toRadians(0.1), Math.toRadians(15), 0.95, 0.05);
}
