package foldback.core.lens;

import foldback.core.space.Direction;

/** A fisheye that follows one of the classical closed forms without distortion. */
public record ClosedFormFisheye(LensFrame frame, Kind kind, double focalPx) implements Lens {

    /** The radius for an angle t from the axis, in focal lengths, and how far it rises. */
    public enum Kind {
        /** r = 2 sin(t/2) */
        EQUISOLID(Math.PI),
        /** r = 2 tan(t/2); limited short of the opposite direction, which lies at infinity. */
        STEREOGRAPHIC(Math.toRadians(170)),
        /** r = sin t */
        ORTHOGRAPHIC(Math.PI / 2);

        private final double maxAngle;

        Kind(double maxAngle) {
            this.maxAngle = maxAngle;
        }

        double radius(double t) {
            return switch (this) {
                case EQUISOLID -> 2 * StrictMath.sin(t / 2);
                case STEREOGRAPHIC -> 2 * StrictMath.tan(t / 2);
                case ORTHOGRAPHIC -> StrictMath.sin(t);
            };
        }
    }

    public ClosedFormFisheye {
        LensChecks.focal(focalPx);
    }

    @Override
    public void project(double[] rays, double[] xy, double[] angles, int count) {
        Radial.project(frame, this::radius, largest -> kind.maxAngle, rays, xy, angles, count);
    }

    @Override
    public Direction unproject(double x, double y) {
        return Radial.unproject(frame, this::radius, kind.maxAngle, x, y);
    }

    @Override
    public Lens withFrame(LensFrame changed) {
        return new ClosedFormFisheye(changed, kind, focalPx);
    }

    @Override
    public Lens scaledTo(int width, int height) {
        return new ClosedFormFisheye(frame.scaledTo(width, height), kind, focalPx * width / frame.width());
    }

    private double radius(double t) {
        return focalPx * kind.radius(t);
    }
}
