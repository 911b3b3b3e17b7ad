package foldback.core.space;

/**
 * A rotation as a unit quaternion (w, x, y, z), Hamilton's convention; {@code q} and {@code -q} are the same rotation.
 *
 * <p>Yaw 90 degrees takes (0, 0, 1) to (1, 0, 0); pitch 90 degrees takes (0, 0, 1) to (0, -1, 0); roll 90 degrees takes
 * (1, 0, 0) to (0, 1, 0).
 */
public record Rotation(double w, double x, double y, double z) {
    public static final Rotation IDENTITY = new Rotation(1, 0, 0, 0);

    /** Scales the quaternion to length one; one without length is refused. */
    public Rotation {
        double length = StrictMath.sqrt(w * w + x * x + y * y + z * z);
        if (!(length > 1e-12) || Double.isInfinite(length)) {
            throw new IllegalArgumentException(
                    "a quaternion needs a finite length above 0: " + w + ", " + x + ", " + y + ", " + z);
        }
        w /= length;
        x /= length;
        y /= length;
        z /= length;
    }

    /** Ry(yaw) Rx(pitch) Rz(roll): roll is applied first. */
    public static Rotation ofYawPitchRoll(double yaw, double pitch, double roll) {
        return about(0, 1, 0, yaw).times(about(1, 0, 0, pitch)).times(about(0, 0, 1, roll));
    }

    /** A right-hand turn by {@code angle} about the axis, which need not have length one. */
    public static Rotation about(double axisX, double axisY, double axisZ, double angle) {
        Direction axis = new Direction(axisX, axisY, axisZ);
        double sin = StrictMath.sin(angle / 2);
        return new Rotation(StrictMath.cos(angle / 2), axis.x() * sin, axis.y() * sin, axis.z() * sin);
    }

    /** The rotation of a matrix, row by row (Shepperd 1978); one that is nearly orthonormal is made so. */
    public static Rotation ofMatrix(double[] m) {
        double trace = m[0] + m[4] + m[8];
        if (trace > 0) {
            double w = StrictMath.sqrt(1 + trace) / 2;
            return new Rotation(w, (m[7] - m[5]) / (4 * w), (m[2] - m[6]) / (4 * w), (m[3] - m[1]) / (4 * w));
        }
        if (m[0] >= m[4] && m[0] >= m[8]) {
            double x = StrictMath.sqrt(1 + m[0] - m[4] - m[8]) / 2;
            return new Rotation((m[7] - m[5]) / (4 * x), x, (m[1] + m[3]) / (4 * x), (m[2] + m[6]) / (4 * x));
        }
        if (m[4] >= m[8]) {
            double y = StrictMath.sqrt(1 - m[0] + m[4] - m[8]) / 2;
            return new Rotation((m[2] - m[6]) / (4 * y), (m[1] + m[3]) / (4 * y), y, (m[5] + m[7]) / (4 * y));
        }
        double z = StrictMath.sqrt(1 - m[0] - m[4] + m[8]) / 2;
        return new Rotation((m[3] - m[1]) / (4 * z), (m[2] + m[6]) / (4 * z), (m[5] + m[7]) / (4 * z), z);
    }

    /** About the axis along a vector, by its length in radians; the null vector gives the identity. */
    public static Rotation ofVector(double x, double y, double z) {
        double angle = StrictMath.sqrt(x * x + y * y + z * z);
        return angle == 0 ? IDENTITY : about(x / angle, y / angle, z / angle, angle);
    }

    /** The shortest rotation that takes {@code from} to {@code to}; any of them for opposite directions. */
    public static Rotation between(Direction from, Direction to) {
        double dot = from.dot(to);
        if (dot < -1 + 1e-12) {
            Direction side = Math.abs(from.x()) < 0.9 ? new Direction(1, 0, 0) : new Direction(0, 1, 0);
            return about(
                    from.y() * side.z() - from.z() * side.y(),
                    from.z() * side.x() - from.x() * side.z(),
                    from.x() * side.y() - from.y() * side.x(),
                    Math.PI);
        }
        return new Rotation(
                1 + dot,
                from.y() * to.z() - from.z() * to.y(),
                from.z() * to.x() - from.x() * to.z(),
                from.x() * to.y() - from.y() * to.x());
    }

    /** This rotation after {@code first}: {@code aFromC = aFromB.times(bFromC)}. */
    public Rotation times(Rotation first) {
        return new Rotation(
                w * first.w - x * first.x - y * first.y - z * first.z,
                w * first.x + x * first.w + y * first.z - z * first.y,
                w * first.y - x * first.z + y * first.w + z * first.x,
                w * first.z + x * first.y - y * first.x + z * first.w);
    }

    public Rotation inverse() {
        return new Rotation(w, -x, -y, -z);
    }

    public Direction apply(Direction d) {
        double[] m = matrix();
        return new Direction(
                m[0] * d.x() + m[1] * d.y() + m[2] * d.z(),
                m[3] * d.x() + m[4] * d.y() + m[5] * d.z(),
                m[6] * d.x() + m[7] * d.y() + m[8] * d.z());
    }

    /** The 3 x 3 matrix, row after row. */
    public double[] matrix() {
        return new double[] {
            1 - 2 * (y * y + z * z),
            2 * (x * y - w * z),
            2 * (x * z + w * y),
            2 * (x * y + w * z),
            1 - 2 * (x * x + z * z),
            2 * (y * z - w * x),
            2 * (x * z - w * y),
            2 * (y * z + w * x),
            1 - 2 * (x * x + y * y)
        };
    }

    /** The yaw of {@link #ofYawPitchRoll}, -pi to pi; where pitch is a right angle, roll is taken as 0. */
    public double yaw() {
        double[] m = matrix();
        return gimbalLocked(m) ? StrictMath.atan2(-m[6], m[0]) : StrictMath.atan2(m[2], m[8]);
    }

    /** The pitch of {@link #ofYawPitchRoll}, -pi/2 to pi/2. */
    public double pitch() {
        return StrictMath.asin(Math.max(-1, Math.min(1, -matrix()[5])));
    }

    /** The roll of {@link #ofYawPitchRoll}, -pi to pi. */
    public double roll() {
        double[] m = matrix();
        return gimbalLocked(m) ? 0 : StrictMath.atan2(m[3], m[4]);
    }

    /** A point or an offset, turned about the origin. */
    public Position apply(Position p) {
        double[] m = matrix();
        return new Position(
                m[0] * p.x() + m[1] * p.y() + m[2] * p.z(),
                m[3] * p.x() + m[4] * p.y() + m[5] * p.z(),
                m[6] * p.x() + m[7] * p.y() + m[8] * p.z());
    }

    /** The vector along its axis, of its angle's length, radians: what {@link #ofVector} takes. */
    public double[] vector() {
        double sign = w < 0 ? -1 : 1;
        double half = Math.sqrt(x * x + y * y + z * z);
        double scale = half < 1e-12 ? 2 : 2 * Math.atan2(half, sign * w) / half;
        return new double[] {sign * scale * x, sign * scale * y, sign * scale * z};
    }

    /** The angle of the rotation between the two, 0 to pi. */
    public double angleTo(Rotation other) {
        Rotation difference = inverse().times(other);
        double sin = StrictMath.sqrt(
                difference.x * difference.x + difference.y * difference.y + difference.z * difference.z);
        return 2 * StrictMath.atan2(sin, Math.abs(difference.w));
    }

    private static boolean gimbalLocked(double[] matrix) {
        return Math.abs(matrix[5]) > 1 - 1e-12;
    }
}
