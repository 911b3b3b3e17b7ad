package foldback.core.lens;

import foldback.core.space.Direction;

/**
 * A lens that keeps straight lines straight, r = f tan t, with Brown-Conrady distortion: radial k1, k2, k3 and
 * tangential p1, p2 on the undistorted plane. Says nothing of directions at 85 degrees and more from its axis.
 */
public record RectilinearLens(LensFrame frame, double focalPx, double k1, double k2, double k3, double p1, double p2)
        implements Lens {
    private static final double MIN_COSINE = StrictMath.cos(Math.toRadians(85));
    private static final int MAX_ITERATIONS = 60;
    private static final double CONVERGED = 1e-13;

    public RectilinearLens {
        LensChecks.focal(focalPx);
        LensChecks.finite("distortion", k1, k2, k3, p1, p2);
    }

    @Override
    public void project(double[] rays, double[] xy, double[] angles, int count) {
        double rising = risingRadius();
        for (int i = 0; i < count; i++) {
            double x = rays[3 * i];
            double y = rays[3 * i + 1];
            double z = rays[3 * i + 2];
            double length = StrictMath.sqrt(x * x + y * y + z * z);
            angles[i] = StrictMath.atan2(StrictMath.sqrt(x * x + y * y), z);
            if (z < MIN_COSINE * length) {
                xy[2 * i] = Double.NaN;
                xy[2 * i + 1] = Double.NaN;
                continue;
            }
            double u = x / z;
            double v = y / z;
            double r2 = u * u + v * v;
            boolean beyond = r2 > rising * rising;
            double radial = 1 + r2 * (k1 + r2 * (k2 + r2 * k3));
            double distortedU = u * radial + 2 * p1 * u * v + p2 * (r2 + 2 * u * u);
            double distortedV = v * radial + p1 * (r2 + 2 * v * v) + 2 * p2 * u * v;
            xy[2 * i] = beyond ? Double.NaN : frame.cx() + focalPx * distortedU;
            xy[2 * i + 1] = beyond ? Double.NaN : frame.cy() + focalPx * distortedV;
        }
    }

    /** By fixed-point iteration on the undistorted plane. */
    @Override
    public Direction unproject(double x, double y) {
        double goalU = (x - frame.cx()) / focalPx;
        double goalV = (y - frame.cy()) / focalPx;
        double u = goalU;
        double v = goalV;
        for (int i = 0; i < MAX_ITERATIONS; i++) {
            double r2 = u * u + v * v;
            double radial = 1 + r2 * (k1 + r2 * (k2 + r2 * k3));
            double nextU = (goalU - 2 * p1 * u * v - p2 * (r2 + 2 * u * u)) / radial;
            double nextV = (goalV - p1 * (r2 + 2 * v * v) - 2 * p2 * u * v) / radial;
            double step = Math.abs(nextU - u) + Math.abs(nextV - v);
            u = nextU;
            v = nextV;
            if (step < CONVERGED) {
                return new Direction(u, v, 1);
            }
            if (!(step < 1e6)) {
                break;
            }
        }
        throw new IllegalArgumentException("no direction lands at " + x + ", " + y);
    }

    @Override
    public Lens withFrame(LensFrame changed) {
        return new RectilinearLens(changed, focalPx, k1, k2, k3, p1, p2);
    }

    @Override
    public Lens scaledTo(int width, int height) {
        double scale = (double) width / frame.width();
        return new RectilinearLens(frame.scaledTo(width, height), focalPx * scale, k1, k2, k3, p1, p2);
    }

    /** Barrel distortion folds back far out; the plane is used only as far as the radius rises. */
    private double risingRadius() {
        double limit = StrictMath.tan(Math.toRadians(85));
        boolean plain = k1 == 0 && k2 == 0 && k3 == 0;
        return plain ? limit : Radial.risingUntil(r -> r * (1 + r * r * (k1 + r * r * (k2 + r * r * k3))), limit);
    }
}
