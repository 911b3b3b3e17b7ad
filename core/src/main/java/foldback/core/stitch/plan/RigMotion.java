package foldback.core.stitch.plan;

import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import java.util.List;
import java.util.stream.IntStream;

/**
 * How a rig turns while it films.
 *
 * @param worldFromRig over take time
 * @param readOutSeconds of each lens: how long a picture takes from its first row to its last; 0 where all rows are read at once
 */
public record RigMotion(RotationPath worldFromRig, List<Double> readOutSeconds) {
    /** Parts of a read-out between which a rotation is taken as straight; even, so that the middle row has one of its own. */
    private static final int PARTS = 32;

    private static final double MOST_READ_OUT_SECONDS = 1;

    public RigMotion {
        readOutSeconds = List.copyOf(readOutSeconds);
        for (double seconds : readOutSeconds) {
            if (!(seconds >= 0 && seconds <= MOST_READ_OUT_SECONDS)) {
                throw new IllegalArgumentException(
                        "a read-out takes 0 to " + MOST_READ_OUT_SECONDS + " seconds: " + seconds);
            }
        }
    }

    /**
     * The rotations from a canvas to the rig while a lens's picture is read.
     *
     * @param seconds take time at which its first row is read
     * @return at times equally far from each other; a single one where all rows are read at once
     */
    List<Rotation> rigFromCanvas(int lens, double seconds, Rotation worldFromCanvas) {
        double readOut = readOutSeconds.get(lens);
        return IntStream.rangeClosed(0, readOut > 0 ? PARTS : 0)
                .mapToObj(part -> worldFromRig
                        .at(seconds + readOut * part / PARTS)
                        .inverse()
                        .times(worldFromCanvas))
                .toList();
    }
}
