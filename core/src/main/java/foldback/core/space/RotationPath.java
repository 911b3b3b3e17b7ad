package foldback.core.space;

/** A rotation that changes with time. */
@FunctionalInterface
public interface RotationPath {
    /** One that stays what it is. */
    RotationPath STILL = seconds -> Rotation.IDENTITY;

    Rotation at(double seconds);
}
