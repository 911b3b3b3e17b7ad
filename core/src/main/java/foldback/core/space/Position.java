package foldback.core.space;

/** A point or an offset in metres; X right, Y down, Z forward. */
public record Position(double x, double y, double z) {
    public static final Position ORIGIN = new Position(0, 0, 0);

    public Position {
        if (!Double.isFinite(x) || !Double.isFinite(y) || !Double.isFinite(z)) {
            throw new IllegalArgumentException("a position must be finite: " + x + ", " + y + ", " + z);
        }
    }

    public Position plus(Position offset) {
        return new Position(x + offset.x, y + offset.y, z + offset.z);
    }

    public double distanceTo(Position other) {
        return Math.sqrt((x - other.x) * (x - other.x) + (y - other.y) * (y - other.y) + (z - other.z) * (z - other.z));
    }
}
