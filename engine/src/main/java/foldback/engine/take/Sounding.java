package foldback.engine.take;

import java.nio.file.Path;

/**
 * A file's sound, and where it lies in a take.
 *
 * @param name of the file for people, as recipes name it
 * @param file where it is
 * @param sha256 what is in it
 * @param startSeconds where its own time begins in the file's time: at a clip's first frame
 * @param offsetSeconds take time of its own beginning
 * @param driftPpm by how much its second is longer than the take's
 */
public record Sounding(
        String name, Path file, String sha256, double startSeconds, double offsetSeconds, double driftPpm) {

    /** Seconds after its own beginning at a take time. */
    public double ownTime(double takeSeconds) {
        return (takeSeconds - offsetSeconds) / secondInTake();
    }

    /** Take time at seconds after its own beginning. */
    public double takeTime(double ownSeconds) {
        return offsetSeconds + ownSeconds * secondInTake();
    }

    /** How long its second is in take time. */
    public double secondInTake() {
        return 1 + driftPpm * 1e-6;
    }
}
