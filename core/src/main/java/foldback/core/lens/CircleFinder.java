package foldback.core.lens;

import foldback.core.picture.Plane;
import java.util.Arrays;
import java.util.Optional;

/**
 * Finds the lit disc of a fisheye picture. Rays from a first middle are walked inwards; where the light first rises clearly
 * over the black around the disc is an edge. A circle is fitted to the edges by least squares (Kåsa, 1976, "A circle fitting
 * procedure and its error analysis"), those far off are left out, and all is done again from the better middle.
 * That leaves out dark ground at the rim, where the light begins farther in.
 */
public final class CircleFinder {
    private static final int RAYS = 720;
    private static final int ROUNDS = 6;
    private static final double LEAST_SHARE = 0.5;
    private static final double MOST_RESIDUAL = 0.004;
    private static final double LEAST_RADIUS = 0.25;
    private static final double RISE = 0.05;

    private CircleFinder() {}

    /**
     * A disc that was found.
     *
     * @param residualPx root mean square of the used edges' distances from it
     * @param share of the rays whose edge lies on it
     */
    public record Found(ImageCircle circle, double residualPx, double share) {}

    /**
     * Looks for one disc.
     *
     * @param luma of the picture; a mean of several moments is better than one
     * @return empty where the corners are not dark or no circle fits half of the rim that is inside the picture
     */
    public static Optional<Found> find(Plane luma) {
        int w = luma.width();
        int h = luma.height();
        double black = black(luma);
        double white = percentile(luma, 0.95);
        double level = black + RISE * (white - black);
        if (white - black < 12 || brightCorners(luma, level) > 1) {
            return Optional.empty();
        }
        double[] circle = {(w - 1) / 2.0, (h - 1) / 2.0, Math.min(w, h) / 2.0};
        double[] xs = new double[RAYS];
        double[] ys = new double[RAYS];
        double residual = 0;
        int used = 0;
        int seen = 0;
        for (int round = 0; round < ROUNDS; round++) {
            seen = edges(luma, level, circle[0], circle[1], xs, ys);
            double most = round == 0 ? 0.12 * circle[2] : round == 1 ? 0.03 * circle[2] : 3;
            double[] robust = round == 0 ? median(xs, ys, seen, circle) : circle;
            int kept = 0;
            double[] keptX = new double[seen];
            double[] keptY = new double[seen];
            for (int i = 0; i < seen; i++) {
                double off = Math.hypot(xs[i] - robust[0], ys[i] - robust[1]) - robust[2];
                if (Math.abs(off) <= most) {
                    keptX[kept] = xs[i];
                    keptY[kept++] = ys[i];
                }
            }
            if (kept < RAYS / 8) {
                return Optional.empty();
            }
            circle = fit(keptX, keptY, kept);
            double sum = 0;
            for (int i = 0; i < kept; i++) {
                sum += Math.pow(Math.hypot(keptX[i] - circle[0], keptY[i] - circle[1]) - circle[2], 2);
            }
            residual = Math.sqrt(sum / kept);
            used = kept;
        }
        double share = (double) used / Math.max(1, seen);
        boolean good = share >= LEAST_SHARE
                && residual <= Math.max(1.5, MOST_RESIDUAL * circle[2])
                && circle[2] >= LEAST_RADIUS * Math.min(w, h);
        // Edges are where pixels' middles are; places count from the picture's corner.
        return good
                ? Optional.of(new Found(new ImageCircle(circle[0] + 0.5, circle[1] + 0.5, circle[2]), residual, share))
                : Optional.empty();
    }

    /** Fills in the edge of each ray that has one inside the picture; returns how many. */
    private static int edges(Plane luma, double level, double cx, double cy, double[] xs, double[] ys) {
        int seen = 0;
        for (int ray = 0; ray < RAYS; ray++) {
            double angle = 2 * Math.PI * ray / RAYS;
            double dx = Math.cos(angle);
            double dy = Math.sin(angle);
            double r = reach(luma, cx, cy, dx, dy);
            double before = at(luma, cx + r * dx, cy + r * dy);
            if (before > level) {
                continue;
            }
            for (r -= 1; r > 4; r -= 1) {
                double now = at(luma, cx + r * dx, cy + r * dy);
                if (now > level && at(luma, cx + (r - 3) * dx, cy + (r - 3) * dy) > level) {
                    double edge = r + (now - level) / Math.max(1e-9, now - before);
                    xs[seen] = cx + edge * dx;
                    ys[seen++] = cy + edge * dy;
                    break;
                }
                before = now;
            }
        }
        return seen;
    }

    private static double reach(Plane luma, double cx, double cy, double dx, double dy) {
        double x = dx > 0 ? (luma.width() - 2 - cx) / dx : dx < 0 ? (1 - cx) / dx : Double.MAX_VALUE;
        double y = dy > 0 ? (luma.height() - 2 - cy) / dy : dy < 0 ? (1 - cy) / dy : Double.MAX_VALUE;
        return Math.floor(Math.min(x, y));
    }

    private static double at(Plane luma, double x, double y) {
        int left = Math.max(0, Math.min(luma.width() - 2, (int) x));
        int top = Math.max(0, Math.min(luma.height() - 2, (int) y));
        double fx = x - left;
        double fy = y - top;
        return (luma.get(left, top) * (1 - fx) + luma.get(left + 1, top) * fx) * (1 - fy)
                + (luma.get(left, top + 1) * (1 - fx) + luma.get(left + 1, top + 1) * fx) * fy;
    }

    /** The middle kept, the radius that most edges have. */
    private static double[] median(double[] xs, double[] ys, int count, double[] circle) {
        double[] radii = new double[count];
        for (int i = 0; i < count; i++) {
            radii[i] = Math.hypot(xs[i] - circle[0], ys[i] - circle[1]);
        }
        Arrays.sort(radii);
        return new double[] {circle[0], circle[1], count == 0 ? circle[2] : radii[count / 2]};
    }

    /** x, y and radius of the circle with the least squares of x2 + y2 + a x + b y + c, about the points' mean. */
    private static double[] fit(double[] xs, double[] ys, int n) {
        double mx = Arrays.stream(xs, 0, n).average().orElse(0);
        double my = Arrays.stream(ys, 0, n).average().orElse(0);
        double suu = 0;
        double suv = 0;
        double svv = 0;
        double su = 0;
        double sv = 0;
        for (int i = 0; i < n; i++) {
            double u = xs[i] - mx;
            double v = ys[i] - my;
            double square = u * u + v * v;
            suu += u * u;
            suv += u * v;
            svv += v * v;
            su += u * square;
            sv += v * square;
        }
        double det = suu * svv - suv * suv;
        double u = (su * svv - sv * suv) / (2 * det);
        double v = (sv * suu - su * suv) / (2 * det);
        return new double[] {u + mx, v + my, Math.sqrt(u * u + v * v + (suu + svv) / n)};
    }

    /** The level of the darkest corner. */
    private static double black(Plane luma) {
        double least = Double.MAX_VALUE;
        for (int corner = 0; corner < 4; corner++) {
            least = Math.min(least, corner(luma, corner));
        }
        return least;
    }

    private static int brightCorners(Plane luma, double level) {
        int bright = 0;
        for (int corner = 0; corner < 4; corner++) {
            bright += corner(luma, corner) > level ? 1 : 0;
        }
        return bright;
    }

    private static double corner(Plane luma, int corner) {
        int size = Math.max(2, Math.min(luma.width(), luma.height()) / 50);
        int left = corner % 2 == 0 ? 0 : luma.width() - size;
        int top = corner / 2 == 0 ? 0 : luma.height() - size;
        long sum = 0;
        for (int y = 0; y < size; y++) {
            for (int x = 0; x < size; x++) {
                sum += luma.get(left + x, top + y);
            }
        }
        return (double) sum / (size * size);
    }

    private static double percentile(Plane luma, double share) {
        int step = Math.max(1, Math.min(luma.width(), luma.height()) / 200);
        int[] values = new int[((luma.width() + step - 1) / step) * ((luma.height() + step - 1) / step)];
        int n = 0;
        for (int y = 0; y < luma.height(); y += step) {
            for (int x = 0; x < luma.width(); x += step) {
                values[n++] = luma.get(x, y);
            }
        }
        Arrays.sort(values, 0, n);
        return values[(int) (share * (n - 1))];
    }
}
