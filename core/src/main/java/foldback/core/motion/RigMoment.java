package foldback.core.motion;

/**
 * What a rig's lenses show about one moment.
 *
 * @param seconds take time
 * @param pictures of each lens, of its small size, unsigned; null of one that shows nothing then; not to be changed
 * @param taken take time of each picture, seconds
 */
public record RigMoment(double seconds, byte[][] pictures, double[] taken) {

    boolean shows(int lens) {
        return pictures[lens] != null;
    }
}
