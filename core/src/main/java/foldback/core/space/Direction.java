package foldback.core.space;

/**
 * A unit vector; X right, Y down, Z forward.
 *
 * <p>Yaw 0, pitch 0 is (0, 0, 1); yaw 90 degrees is (1, 0, 0), right; pitch 90 degrees is (0, -1, 0), up.
 */
public record Direction(double x, double y, double z) {
    public static final Direction FORWARD = new Direction(0, 0, 1);
    public static final Direction UP = new Direction(0, -1, 0);

    /** Scales the vector to length one; a vector without length is refused. */
    public Direction {
        double length = StrictMath.sqrt(x * x + y * y + z * z);
        if (!(length > 1e-12) || Double.isInfinite(length)) {
            throw new IllegalArgumentException("a direction needs a finite length above 0: " + x + ", " + y + ", " + z);
        }
        x /= length;
        y /= length;
        z /= length;
    }

    public static Direction ofYawPitch(double yaw, double pitch) {
        double cosPitch = StrictMath.cos(pitch);
        return new Direction(StrictMath.sin(yaw) * cosPitch, -StrictMath.sin(pitch), StrictMath.cos(yaw) * cosPitch);
    }

    public double yaw() {
        return StrictMath.atan2(x, z);
    }

    public double pitch() {
        return StrictMath.asin(Math.max(-1, Math.min(1, -y)));
    }

    public double dot(Direction other) {
        return x * other.x + y * other.y + z * other.z;
    }

    /** The angle to another direction, radians, exact for small angles too. */
    public double angleTo(Direction other) {
        double cx = y * other.z - z * other.y;
        double cy = z * other.x - x * other.z;
        double cz = x * other.y - y * other.x;
        return StrictMath.atan2(StrictMath.sqrt(cx * cx + cy * cy + cz * cz), dot(other));
    }

    /** The cross product, which must have a length. */
    public Direction cross(Direction other) {
        return new Direction(y * other.z - z * other.y, z * other.x - x * other.z, x * other.y - y * other.x);
    }

    /** Some direction across this one: to the right where that is across, else ahead. */
    public Direction perpendicular() {
        return Math.abs(y) < 0.9 ? cross(UP) : cross(FORWARD);
    }

    /** Towards this and a share of another one. */
    public Direction plus(Direction other, double share) {
        return new Direction(x + share * other.x, y + share * other.y, z + share * other.z);
    }
}
