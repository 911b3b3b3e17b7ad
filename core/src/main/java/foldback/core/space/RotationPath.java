package foldback.core.space;

/** A rotation that changes with time. */
@FunctionalInterface
public interface RotationPath {
    /** One that stays what it is. */
    RotationPath STILL = seconds -> Rotation.IDENTITY;

    Rotation at(double seconds);

    /**
     * How fast it turns about a time.
     *
     * @param around seconds to both sides within which that is told
     * @return radians a second about x, y and z of the frame that turns
     */
    default double[] rate(double seconds, double around) {
        double[] turn =
                at(seconds - around).inverse().times(at(seconds + around)).vector();
        return new double[] {turn[0] / (2 * around), turn[1] / (2 * around), turn[2] / (2 * around)};
    }
}
