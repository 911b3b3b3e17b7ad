package foldback.core.lens;

import foldback.core.space.Direction;

/**
 * An equidistant fisheye with odd distortion: r = f (t + k1 t^3 + k2 t^5 + k3 t^7 + k4 t^9), t the angle from the axis
 * (Kannala and Brandt 2006, eq. 6, without its asymmetric terms). Used as far as r rises with t.
 */
public record FisheyeLens(LensFrame frame, double focalPx, double k1, double k2, double k3, double k4) implements Lens {

    public FisheyeLens {
        LensChecks.focal(focalPx);
        LensChecks.finite("distortion", k1, k2, k3, k4);
    }

    /** A lens without distortion that shows {@code fullField} radians over its image circle. */
    public static FisheyeLens equidistant(LensFrame frame, double fullField) {
        return new FisheyeLens(frame, frame.usedRadius() / (fullField / 2), 0, 0, 0, 0);
    }

    @Override
    public void project(double[] rays, double[] xy, double[] angles, int count) {
        Radial.project(frame, this::radius, this::limitFor, rays, xy, angles, count);
    }

    @Override
    public Direction unproject(double x, double y) {
        return Radial.unproject(frame, this::radius, maxAngle(), x, y);
    }

    @Override
    public Lens withFrame(LensFrame changed) {
        return new FisheyeLens(changed, focalPx, k1, k2, k3, k4);
    }

    @Override
    public Lens scaledTo(int width, int height) {
        double scale = (double) width / frame.width();
        return new FisheyeLens(frame.scaledTo(width, height), focalPx * scale, k1, k2, k3, k4);
    }

    private double radius(double t) {
        double t2 = t * t;
        return focalPx * t * (1 + t2 * (k1 + t2 * (k2 + t2 * (k3 + t2 * k4))));
    }

    /** Looks for where the radius falls only where it may be before that angle: most lenses rise far beyond their rims. */
    private double limitFor(double angle) {
        double t2 = angle * angle;
        double leastSlope = 1
                + t2
                        * (3 * Math.min(0, k1)
                                + t2 * (5 * Math.min(0, k2) + t2 * (7 * Math.min(0, k3) + t2 * 9 * Math.min(0, k4))));
        return leastSlope > 0 ? Math.PI : maxAngle();
    }

    private double maxAngle() {
        boolean plain = k1 == 0 && k2 == 0 && k3 == 0 && k4 == 0;
        return plain ? Math.PI : Radial.risingUntil(this::radius, Math.PI);
    }
}
