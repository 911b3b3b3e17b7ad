package foldback.core.stitch.plan;

import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import java.util.Collections;
import java.util.List;
import java.util.stream.IntStream;

/**
 * How a rig turns while it films, and how it is shown.
 *
 * @param worldFromRig over take time
 * @param worldFromView over take time: what is steady in the view turns so in the world
 * @param frames when the pictures were taken that are shown
 * @param readOutSeconds of each lens: how long a picture takes from its first row to its last; 0 where all rows are read at once
 */
public record RigMotion(
        RotationPath worldFromRig, RotationPath worldFromView, FrameTimes frames, List<Double> readOutSeconds) {
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

    /** When a lens's picture was taken: not all lenses begin together, and each shows its nearest one. */
    @FunctionalInterface
    public interface FrameTimes {
        FrameTimes AT_ONCE = (lens, seconds) -> seconds;

        /**
         * The take time at which the first row was read of the picture that a lens shows.
         *
         * @param seconds take time that is shown
         */
        double firstRow(int lens, double seconds);
    }

    /** Of a view that stays while the rig turns, all lenses in step. */
    public RigMotion(RotationPath worldFromRig, List<Double> readOutSeconds) {
        this(worldFromRig, RotationPath.STILL, FrameTimes.AT_ONCE, readOutSeconds);
    }

    /** Of a rig that stands still. */
    public static RigMotion still(int lenses) {
        return new RigMotion(RotationPath.STILL, Collections.nCopies(lenses, 0.0));
    }

    /** The same for some of the lenses, by number. */
    public RigMotion of(List<Integer> lenses) {
        return new RigMotion(
                worldFromRig,
                worldFromView,
                (lens, seconds) -> frames.firstRow(lenses.get(lens), seconds),
                lenses.stream().map(readOutSeconds::get).toList());
    }

    /** The same with another view. */
    public RigMotion withView(RotationPath worldFromOther) {
        return new RigMotion(worldFromRig, worldFromOther, frames, readOutSeconds);
    }

    /**
     * The rotation from the rig to the view while a lens reads a row.
     *
     * @param seconds take time that is shown
     * @param share of the picture's height that lies above the row
     */
    public Rotation viewFromRig(int lens, double seconds, double share) {
        double row = frames.firstRow(lens, seconds) + share * readOutSeconds.get(lens);
        return worldFromView.at(seconds).inverse().times(worldFromRig.at(row));
    }

    /**
     * The rotations from a canvas to the rig while a lens's picture is read.
     *
     * @param seconds take time that is shown
     * @param viewFromCanvas the level
     * @return at times equally far from each other; a single one where all rows are read at once
     */
    List<Rotation> rigFromCanvas(int lens, double seconds, Rotation viewFromCanvas) {
        Rotation worldFromCanvas = worldFromView.at(seconds).times(viewFromCanvas);
        double first = frames.firstRow(lens, seconds);
        double readOut = readOutSeconds.get(lens);
        return IntStream.rangeClosed(0, readOut > 0 ? PARTS : 0)
                .mapToObj(part -> worldFromRig
                        .at(first + readOut * part / PARTS)
                        .inverse()
                        .times(worldFromCanvas))
                .toList();
    }
}
