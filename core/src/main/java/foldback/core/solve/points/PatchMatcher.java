package foldback.core.solve.points;

import foldback.core.lens.Lens;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import java.util.Arrays;

/**
 * Lays the surroundings of a place, as two lenses see it, over each other: first by the normalised correlation at whole steps, along
 * the line on which a near thing would lie farther than across it, then to a part of a step by Gauss and Newton's method with gain
 * and offset free (Lucas and Kanade 1981). Both are seen on one tangent plane, so that neither lens's distortion matters.
 */
final class PatchMatcher {
    /** The nearest thing that is looked for, metres. */
    private static final double NEAREST = 0.7;

    private static final double LEAST_ALIKE = 0.8;
    private static final double MOST_RIVAL = 0.92;
    private static final int SKIRT = 3;
    private static final int ROUNDS = 6;
    private static final double SETTLED = 0.01;
    private static final double MOST_SLIP = 1.5;
    private static final double MOST_SIGMA = 0.15;
    /** Interpolation leaves this much of a step. */
    private static final double LEAST_SIGMA = 0.03;

    private final RigLens first;
    private final RigLens second;
    private final Picture one;
    private final Picture two;
    private final int patch;
    private final double spacing;
    private final TangentView small;
    private final TangentView moved;
    private final double[] frame = new double[9];
    private final double[] turned = new double[9];
    private final double[] firstFromRig;
    private final double[] secondFromRig;

    /** @param patch grid places of a patch each way */
    PatchMatcher(RigLens first, RigLens second, Picture one, Picture two, int patch, double spacing) {
        this.patch = patch;
        this.first = first;
        this.second = second;
        this.one = one;
        this.two = two;
        this.spacing = spacing;
        small = new TangentView(patch, spacing);
        moved = new TangentView(patch + 2, spacing);
        firstFromRig = first.rigFromLens().inverse().matrix();
        secondFromRig = second.rigFromLens().inverse().matrix();
    }

    /**
     * Finds where the second lens sees what the first one sees in a direction.
     *
     * @param d x, y, z of the direction in the rig's frame
     * @param slack how far off the rig as it is known may be, radians
     * @return x and y in the first picture and in the second, and how exactly, in pixels of the second; null where nothing there is clearly alike
     */
    double[] find(double dx, double dy, double dz, double slack) {
        double parallax = setFrame(dx, dy, dz) / NEAREST;
        int side = (int) Math.ceil(slack / spacing);
        int along = (int) Math.ceil(parallax / spacing);
        in(firstFromRig, 0, 0);
        if (small.look(first.lens(), one, turned) < patch * patch) {
            return null;
        }
        int middle = (patch * patch - 1) / 2;
        double x1 = small.places[2 * middle];
        double y1 = small.places[2 * middle + 1];
        TangentView wide = new TangentView(patch + 2 * side + along + along % 2, patch + 2 * side, spacing);
        double shift = (along + along % 2) / 2.0;
        in(secondFromRig, shift, 0);
        wide.look(second.lens(), two, turned);
        double[] at = search(wide);
        if (at == null) {
            return null;
        }
        double[] fine = refine(at[0] + shift, at[1]);
        return fine == null ? null : new double[] {x1, y1, fine[0], fine[1], fine[2]};
    }

    /**
     * Moves a place of the second lens to where it sees what the first one sees in a direction.
     *
     * @param there in the rig's frame
     * @param x in the second picture, within a step or two
     * @param y in the second picture, within a step or two
     * @return x and y in the second picture, and how exactly, in its pixels; null where nothing holds it
     */
    double[] snap(Direction there, double x, double y) {
        setFrame(there.x(), there.y(), there.z());
        in(firstFromRig, 0, 0);
        if (small.look(first.lens(), one, turned) < patch * patch) {
            return null;
        }
        Direction near = second.rigFromLens().apply(second.lens().unproject(x, y));
        double ahead = near.x() * frame[6] + near.y() * frame[7] + near.z() * frame[8];
        double u = (near.x() * frame[0] + near.y() * frame[1] + near.z() * frame[2]) / ahead / spacing;
        double v = (near.x() * frame[3] + near.y() * frame[4] + near.z() * frame[5]) / ahead / spacing;
        return ahead > 0 ? refine(u, v) : null;
    }

    /** Across towards where near things move, down, and towards the direction; gives the baseline seen across it, metres. */
    private double setFrame(double dx, double dy, double dz) {
        double bx = first.pupil().x() - second.pupil().x();
        double by = first.pupil().y() - second.pupil().y();
        double bz = first.pupil().z() - second.pupil().z();
        double along = bx * dx + by * dy + bz * dz;
        double x = bx - along * dx;
        double y = by - along * dy;
        double z = bz - along * dz;
        double across = Math.sqrt(x * x + y * y + z * z);
        if (across < 1e-6) {
            boolean steep = Math.abs(dy) > 0.9;
            x = steep ? 1 - dx * dx : -dy * dx;
            y = steep ? -dx * dy : 1 - dy * dy;
            z = steep ? -dx * dz : -dy * dz;
        }
        Direction u = new Direction(x, y, z);
        frame[0] = u.x();
        frame[1] = u.y();
        frame[2] = u.z();
        frame[3] = dy * u.z() - dz * u.y();
        frame[4] = dz * u.x() - dx * u.z();
        frame[5] = dx * u.y() - dy * u.x();
        frame[6] = dx;
        frame[7] = dy;
        frame[8] = dz;
        return across;
    }

    /** The frame as a lens sees it, its middle moved by steps across and down. */
    private void in(double[] lensFromRig, double u, double v) {
        double tx = frame[6] + spacing * (u * frame[0] + v * frame[3]);
        double ty = frame[7] + spacing * (u * frame[1] + v * frame[4]);
        double tz = frame[8] + spacing * (u * frame[2] + v * frame[5]);
        for (int r = 0; r < 3; r++) {
            double a = lensFromRig[3 * r];
            double b = lensFromRig[3 * r + 1];
            double c = lensFromRig[3 * r + 2];
            turned[r] = a * frame[0] + b * frame[1] + c * frame[2];
            turned[3 + r] = a * frame[3] + b * frame[4] + c * frame[5];
            turned[6 + r] = a * tx + b * ty + c * tz;
        }
    }

    /** Whole steps across and down from the wide view's middle to where the small one fits best. */
    private double[] search(TangentView wide) {
        float[] wanted = normal(small.values);
        if (wanted == null) {
            return null;
        }
        int columns = wide.columns - patch + 1;
        int rows = wide.rows - patch + 1;
        double[] fits = new double[columns * rows];
        CorrelationKernel.fit(wanted, patch, wide.values, wide.columns, rows, columns, fits);
        int best = 0;
        for (int i = 1; i < fits.length; i++) {
            best = fits[i] > fits[best] ? i : best;
        }
        if (fits[best] < LEAST_ALIKE) {
            return null;
        }
        for (int i = 0; i < fits.length; i++) {
            boolean far =
                    Math.abs(i / columns - best / columns) > SKIRT || Math.abs(i % columns - best % columns) > SKIRT;
            if (far && fits[i] > MOST_RIVAL * fits[best]) {
                return null;
            }
        }
        boolean atEdge = best / columns == 0 || best / columns == rows - 1;
        return atEdge ? null : new double[] {best % columns - (columns - 1) / 2.0, best / columns - (rows - 1) / 2.0};
    }

    /** Less its mean, of length one; null where it is flat. */
    private static float[] normal(float[] values) {
        double mean = 0;
        for (float value : values) {
            mean += value / values.length;
        }
        double sum = 0;
        for (float value : values) {
            sum += (value - mean) * (value - mean);
        }
        if (sum < values.length) {
            return null;
        }
        float[] normal = new float[values.length];
        for (int i = 0; i < normal.length; i++) {
            normal[i] = (float) ((values[i] - mean) / Math.sqrt(sum));
        }
        return normal;
    }

    /** The place in the second picture, refined from whole steps; null where it slips away or is not decided. */
    private double[] refine(double beginU, double beginV) {
        double u = beginU;
        double v = beginV;
        double[] sums = new double[20];
        double[] solved = new double[4];
        for (int round = 0; round < ROUNDS; round++) {
            in(secondFromRig, u, v);
            if (moved.look(second.lens(), two, turned) < moved.values.length) {
                return null;
            }
            double rest = normalEquations(sums);
            if (!solve(sums, solved)) {
                return null;
            }
            u += solved[0];
            v += solved[1];
            if (Math.hypot(u - beginU, v - beginV) > MOST_SLIP) {
                return null;
            }
            if (Math.hypot(solved[0], solved[1]) < SETTLED) {
                double sigma = sigma(sums, rest);
                return sigma < MOST_SIGMA ? place(u, v, sigma) : null;
            }
        }
        return null;
    }

    /** Sums of second(u + du) = gain x first + offset, linear in du, dv, gain and offset; gives the squared rest before. */
    private double normalEquations(double[] sums) {
        Arrays.fill(sums, 0);
        int size = moved.columns;
        double meanA = 0;
        double meanB = 0;
        for (int row = 0; row < patch; row++) {
            for (int column = 0; column < patch; column++) {
                meanA += small.values[row * patch + column];
                meanB += moved.values[(row + 1) * size + column + 1];
            }
        }
        int n = patch * patch;
        meanA /= n;
        meanB /= n;
        double ab = 0;
        double aa = 0;
        double bb = 0;
        double[] j = new double[4];
        for (int row = 0; row < patch; row++) {
            for (int column = 0; column < patch; column++) {
                int at = (row + 1) * size + column + 1;
                double a = small.values[row * patch + column] - meanA;
                double b = moved.values[at] - meanB;
                j[0] = (moved.values[at + 1] - moved.values[at - 1]) / 2;
                j[1] = (moved.values[at + size] - moved.values[at - size]) / 2;
                j[2] = -a;
                j[3] = -1;
                int s = 0;
                for (int p = 0; p < 4; p++) {
                    for (int q = p; q < 4; q++) {
                        sums[s++] += j[p] * j[q];
                    }
                }
                for (int p = 0; p < 4; p++) {
                    sums[10 + p] -= j[p] * b;
                }
                ab += a * b;
                aa += a * a;
                bb += b * b;
            }
        }
        return Math.max(0, bb - ab * ab / Math.max(1e-9, aa));
    }

    private static boolean solve(double[] s, double[] x) {
        double[][] m = {
            {s[0], s[1], s[2], s[3], s[10]},
            {s[1], s[4], s[5], s[6], s[11]},
            {s[2], s[5], s[7], s[8], s[12]},
            {s[3], s[6], s[8], s[9], s[13]}
        };
        for (int p = 0; p < 4; p++) {
            if (Math.abs(m[p][p]) < 1e-9) {
                return false;
            }
            for (int r = 0; r < 4; r++) {
                double factor = r == p ? 0 : m[r][p] / m[p][p];
                for (int c = p; c < 5 && factor != 0; c++) {
                    m[r][c] -= factor * m[p][c];
                }
            }
        }
        for (int p = 0; p < 4; p++) {
            x[p] = m[p][4] / m[p][p];
        }
        return true;
    }

    /** What noise as large as the rest leaves open of the place in its less certain direction, steps. */
    private double sigma(double[] s, double rest) {
        double half = (s[0] + s[4]) / 2;
        double least = half - Math.sqrt((s[0] - s[4]) * (s[0] - s[4]) / 4 + s[1] * s[1]);
        return least <= 0 ? Double.POSITIVE_INFINITY : Math.sqrt(rest / (patch * patch) / least);
    }

    private double[] place(double u, double v, double sigma) {
        in(secondFromRig, u, v);
        double[] xy = new double[2];
        Lens lens = second.lens();
        lens.project(new double[] {turned[6], turned[7], turned[8]}, xy, new double[1], 1);
        double px = Math.hypot(LEAST_SIGMA, sigma) * spacing * lens.focalPx();
        return lens.frame().depthInside(xy[0], xy[1]) > 0 ? new double[] {xy[0], xy[1], px} : null;
    }
}
