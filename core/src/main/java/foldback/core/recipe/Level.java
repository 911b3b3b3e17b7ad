package foldback.core.recipe;

import foldback.core.space.Rotation;

/** The world direction, and the lean about it, that land upright in the canvas centre; radians. */
public record Level(double yaw, double pitch, double roll) {
    public static final Level NONE = new Level(0, 0, 0);

    public Level {
        if (!Double.isFinite(yaw) || !Double.isFinite(pitch) || !Double.isFinite(roll)) {
            throw new IllegalArgumentException("angles must be finite: " + yaw + ", " + pitch + ", " + roll);
        }
    }

    public Rotation worldFromCanvas() {
        return Rotation.ofYawPitchRoll(yaw, pitch, roll);
    }
}
