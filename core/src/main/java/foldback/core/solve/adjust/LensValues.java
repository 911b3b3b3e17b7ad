package foldback.core.solve.adjust;

import foldback.core.lens.ClosedFormFisheye;
import foldback.core.lens.FisheyeLens;
import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.lens.RectilinearLens;
import java.util.Arrays;

/**
 * A lens as numbers that can be solved for: focal length, centre and distortion, and how its projection changes with each and
 * with the ray. Distortion numbers that the model does not have are 0 and change nothing.
 */
final class LensValues {
    static final int FOCAL = 0;
    static final int CX = 1;
    static final int CY = 2;
    static final int DISTORTION = 3;
    static final int COUNT = 8;

    private final Lens lens;
    final double[] values = new double[COUNT];

    LensValues(Lens lens) {
        this.lens = lens;
        values[FOCAL] = lens.focalPx();
        values[CX] = lens.frame().cx();
        values[CY] = lens.frame().cy();
        if (lens instanceof FisheyeLens fisheye) {
            put(fisheye.k1(), fisheye.k2(), fisheye.k3(), fisheye.k4(), 0);
        } else if (lens instanceof RectilinearLens flat) {
            put(flat.k1(), flat.k2(), flat.k3(), flat.p1(), flat.p2());
        }
    }

    private void put(double... distortion) {
        System.arraycopy(distortion, 0, values, DISTORTION, distortion.length);
    }

    /** How many distortion numbers the model has. */
    int distortions() {
        return lens instanceof FisheyeLens ? 4 : lens instanceof RectilinearLens ? 5 : 0;
    }

    /** The lens with the numbers as they are now; its image circle stays where it is. */
    Lens lens() {
        LensFrame old = lens.frame();
        LensFrame frame = new LensFrame(old.width(), old.height(), values[CX], values[CY], old.circle());
        double[] v = values;
        if (lens instanceof FisheyeLens) {
            return new FisheyeLens(frame, v[FOCAL], v[3], v[4], v[5], v[6]);
        }
        if (lens instanceof RectilinearLens) {
            return new RectilinearLens(frame, v[FOCAL], v[3], v[4], v[5], v[6], v[7]);
        }
        return new ClosedFormFisheye(frame, ((ClosedFormFisheye) lens).kind(), v[FOCAL]);
    }

    /**
     * Projects a ray.
     *
     * @param ray x, y, z of any length, read
     * @param xy written
     * @param byRay how x and y change with the ray's three numbers, written: dx/dX, dx/dY, dx/dZ, dy/dX, ...
     * @param byValue how x and y change with the lens's {@value #COUNT} numbers, written
     * @return false where the model says nothing of that direction
     */
    boolean project(double[] ray, double[] xy, double[] byRay, double[] byValue) {
        Arrays.fill(byValue, 0);
        return lens instanceof RectilinearLens ? flat(ray, xy, byRay, byValue) : round(ray, xy, byRay, byValue);
    }

    /** r = f g(t), t the angle from the axis. */
    private boolean round(double[] ray, double[] xy, double[] byRay, double[] byValue) {
        double x = ray[0];
        double y = ray[1];
        double z = ray[2];
        double q2 = x * x + y * y;
        double q = Math.sqrt(q2);
        double f = values[FOCAL];
        if (q < 1e-9 * Math.abs(z)) {
            if (z <= 0) {
                return false;
            }
            xy[0] = values[CX] + f * x / z;
            xy[1] = values[CY] + f * y / z;
            set(byRay, f / z, 0, 0, 0, f / z, 0);
            byValue[CX] = 1;
            byValue[COUNT + CY] = 1;
            return true;
        }
        double t = Math.atan2(q, z);
        // Many threads ask one lens: nothing of one ray may be kept in it.
        double slope = slope(t);
        if (!(slope > 0)) {
            return false;
        }
        double g = shape(t);
        double u = x / q;
        double v = y / q;
        double r = f * g;
        xy[0] = values[CX] + r * u;
        xy[1] = values[CY] + r * v;
        double all = q2 + z * z;
        double byQ = f * slope * z / all;
        double byZ = -f * slope * q / all;
        double over = r / q;
        set(
                byRay,
                byQ * u * u + over * v * v,
                (byQ - over) * u * v,
                byZ * u,
                (byQ - over) * u * v,
                byQ * v * v + over * u * u,
                byZ * v);
        byValue[FOCAL] = g * u;
        byValue[COUNT + FOCAL] = g * v;
        byValue[CX] = 1;
        byValue[COUNT + CY] = 1;
        if (lens instanceof FisheyeLens) {
            double power = f * t;
            for (int k = 0; k < 4; k++) {
                power *= t * t;
                byValue[DISTORTION + k] = power * u;
                byValue[COUNT + DISTORTION + k] = power * v;
            }
        }
        return true;
    }

    /** The radius in focal lengths for an angle. */
    private double shape(double t) {
        if (lens instanceof ClosedFormFisheye closed) {
            return switch (closed.kind()) {
                case EQUISOLID -> 2 * Math.sin(t / 2);
                case STEREOGRAPHIC -> 2 * Math.tan(t / 2);
                case ORTHOGRAPHIC -> Math.sin(t);
            };
        }
        double t2 = t * t;
        return t * (1 + t2 * (values[3] + t2 * (values[4] + t2 * (values[5] + t2 * values[6]))));
    }

    /** How that rises with the angle. */
    private double slope(double t) {
        if (lens instanceof ClosedFormFisheye closed) {
            return switch (closed.kind()) {
                case EQUISOLID -> Math.cos(t / 2);
                case STEREOGRAPHIC -> 1 / (Math.cos(t / 2) * Math.cos(t / 2));
                case ORTHOGRAPHIC -> Math.cos(t);
            };
        }
        double t2 = t * t;
        return 1 + t2 * (3 * values[3] + t2 * (5 * values[4] + t2 * (7 * values[5] + t2 * 9 * values[6])));
    }

    private boolean flat(double[] ray, double[] xy, double[] byRay, double[] byValue) {
        double z = ray[2];
        if (z <= 1e-3 * (Math.abs(ray[0]) + Math.abs(ray[1])) || z <= 0) {
            return false;
        }
        double u = ray[0] / z;
        double v = ray[1] / z;
        double f = values[FOCAL];
        double k1 = values[3];
        double k2 = values[4];
        double k3 = values[5];
        double p1 = values[6];
        double p2 = values[7];
        double r2 = u * u + v * v;
        double radial = 1 + r2 * (k1 + r2 * (k2 + r2 * k3));
        double rising = 1 + r2 * (3 * k1 + r2 * (5 * k2 + r2 * 7 * k3));
        if (rising <= 0) {
            return false;
        }
        double du = u * radial + 2 * p1 * u * v + p2 * (r2 + 2 * u * u);
        double dv = v * radial + p1 * (r2 + 2 * v * v) + 2 * p2 * u * v;
        xy[0] = values[CX] + f * du;
        xy[1] = values[CY] + f * dv;
        // Of radial by r2.
        double bend = k1 + r2 * (2 * k2 + r2 * 3 * k3);
        double uu = radial + 2 * u * u * bend + 2 * p1 * v + 6 * p2 * u;
        double uv = 2 * u * v * bend + 2 * p1 * u + 2 * p2 * v;
        double vv = radial + 2 * v * v * bend + 6 * p1 * v + 2 * p2 * u;
        double s = f / z;
        set(byRay, s * uu, s * uv, -s * (uu * u + uv * v), s * uv, s * vv, -s * (uv * u + vv * v));
        byValue[FOCAL] = du;
        byValue[COUNT + FOCAL] = dv;
        byValue[CX] = 1;
        byValue[COUNT + CY] = 1;
        double power = f;
        for (int k = 0; k < 3; k++) {
            power *= r2;
            byValue[DISTORTION + k] = power * u;
            byValue[COUNT + DISTORTION + k] = power * v;
        }
        byValue[DISTORTION + 3] = f * 2 * u * v;
        byValue[COUNT + DISTORTION + 3] = f * (r2 + 2 * v * v);
        byValue[DISTORTION + 4] = f * (r2 + 2 * u * u);
        byValue[COUNT + DISTORTION + 4] = f * 2 * u * v;
        return true;
    }

    private static void set(double[] into, double a, double b, double c, double d, double e, double f) {
        into[0] = a;
        into[1] = b;
        into[2] = c;
        into[3] = d;
        into[4] = e;
        into[5] = f;
    }
}
