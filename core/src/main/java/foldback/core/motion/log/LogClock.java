package foldback.core.motion.log;

/**
 * A log's clock beside the take's.
 *
 * @param offsetSeconds take time at which the log's clock shows 0
 * @param driftPpm by how much its second is longer than the take's, parts per million
 */
public record LogClock(double offsetSeconds, double driftPpm) {

    public double takeTime(double logSeconds) {
        return offsetSeconds + logSeconds * secondInTake();
    }

    public double logTime(double takeSeconds) {
        return (takeSeconds - offsetSeconds) / secondInTake();
    }

    private double secondInTake() {
        return 1 + driftPpm * 1e-6;
    }
}
