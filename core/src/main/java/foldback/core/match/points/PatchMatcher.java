package foldback.core.match.points;

import foldback.core.lens.Lens;
import foldback.core.match.Spread;
import foldback.core.match.TiePoint;
import foldback.core.match.view.Picture;
import foldback.core.match.view.TangentView;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;

/**
 * Lays the surroundings of a place, as two lenses see it, over each other: first by the normalised correlation at whole steps, along
 * the line on which a near thing would lie farther than across it, then to a part of a step by Gauss and Newton's method with gain
 * and offset free (Lucas and Kanade 1981). Both are seen on one tangent plane, so that neither lens's distortion matters.
 */
final class PatchMatcher {
    /** Of the nearest thing that is looked for unless told, 1/m. */
    static final double NEAREST = 1 / 0.7;

    private static final double LEAST_ALIKE = 0.8;
    private static final double MOST_RIVAL = 0.92;
    private static final int SKIRT = 3;
    private static final int ROUNDS = 8;
    private static final double SETTLED = 0.01;
    private static final double MOST_SLIP = 1.5;
    /** Steps by which the shift may grow from a patch's middle to its edge. */
    private static final double MOST_GROWN = 2.5;

    /** Steps by which a patch may be uncertain in its better direction, and in the other. */
    private static final double MOST_SHORT = 0.15;

    private static final double MOST_LONG = 0.6;
    /** Interpolation leaves this much of a step. */
    private static final double LEAST_SIGMA = 0.015;
    /**
     * How many times more than noise alone a patch is off for each step by which its shift grows to its edge: that of a flat patch
     * says all, one that grows shows things at several distances.
     */
    private static final double UNSAID = 2.7;

    private final RigLens first;
    private final RigLens second;
    private final Picture one;
    private final Picture two;
    private final int patch;
    private final double spacing;
    private final double nearest;
    private final TangentView small;
    private final TangentView moved;
    private final PatchFit fit;
    private final double[] frame = new double[9];
    private final double[] turned = new double[9];
    private final double[] firstFromRig;
    private final double[] secondFromRig;

    /**
     * @param patch grid places of a patch each way
     * @param spacing of its grid, radians
     * @param nearest inverse distance of the nearest thing that is looked for, 1/m
     */
    PatchMatcher(RigLens first, RigLens second, Picture one, Picture two, int patch, double spacing, double nearest) {
        this.nearest = nearest;
        this.patch = patch;
        this.first = first;
        this.second = second;
        this.one = one;
        this.two = two;
        this.spacing = spacing;
        small = new TangentView(patch, spacing);
        moved = new TangentView(patch + 2, spacing);
        fit = new PatchFit(patch);
        firstFromRig = first.rigFromLens().inverse().matrix();
        secondFromRig = second.rigFromLens().inverse().matrix();
    }

    /** A place of the second picture. */
    record Place(double x, double y, Spread spread) {}

    /**
     * A place of the first picture, and where the second lens sees the same.
     *
     * @param x1 pixels
     * @param y1 pixels
     */
    record Match(double x1, double y1, Place second) {
        /** As a tie point between lenses of these numbers. */
        TiePoint tie(int one, int other, int moment) {
            return new TiePoint(one, x1, y1, other, second.x, second.y, second.spread, moment, TiePoint.Origin.FOUND);
        }
    }

    /**
     * Finds where the second lens sees what the first one sees in a direction.
     *
     * @param d x, y, z of the direction in the rig's frame
     * @param slack how far off the rig as it is known may be, radians
     * @return null where nothing there is clearly alike
     */
    Match find(double dx, double dy, double dz, double slack) {
        double parallax = setFrame(dx, dy, dz) * nearest;
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
        Place fine = refine(at[0] + shift, at[1]);
        return fine == null ? null : new Match(x1, y1, fine);
    }

    /**
     * Moves a place of the second lens to where it sees what the first one sees in a direction.
     *
     * @param there in the rig's frame
     * @param x in the second picture, within a step or two
     * @param y in the second picture, within a step or two
     * @return null where nothing holds it
     */
    Place snap(Direction there, double x, double y) {
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
        if (hasRival(fits, columns, best)) {
            return null;
        }
        boolean atEdge = best / columns == 0 || best / columns == rows - 1;
        return atEdge ? null : new double[] {best % columns - (columns - 1) / 2.0, best / columns - (rows - 1) / 2.0};
    }

    /** Whether another peak is nearly as high: a soft patch fits well all around its place, and that is no other one. */
    private static boolean hasRival(double[] fits, int columns, int best) {
        double high = MOST_RIVAL * fits[best];
        boolean[] hill = new boolean[fits.length];
        int[] open = new int[fits.length];
        int count = 1;
        open[0] = best;
        hill[best] = true;
        while (count > 0) {
            int at = open[--count];
            int column = at % columns;
            for (int dy = -columns; dy <= columns; dy += columns) {
                for (int dx = Math.max(-1, -column); dx <= Math.min(1, columns - 1 - column); dx++) {
                    int next = at + dy + dx;
                    if (next >= 0 && next < fits.length && !hill[next] && fits[next] > high) {
                        hill[next] = true;
                        open[count++] = next;
                    }
                }
            }
        }
        for (int i = 0; i < fits.length; i++) {
            boolean far =
                    Math.abs(i / columns - best / columns) > SKIRT || Math.abs(i % columns - best % columns) > SKIRT;
            if (far && fits[i] > high && !hill[i]) {
                return true;
            }
        }
        return false;
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
    private Place refine(double beginU, double beginV) {
        double u = beginU;
        double v = beginV;
        double[] grown = new double[2];
        fit.begin();
        for (int round = 0; round < ROUNDS; round++) {
            in(secondFromRig, u, v);
            grow(grown);
            if (moved.look(second.lens(), two, turned) < moved.values.length || !fit.step(small.values, moved, grown)) {
                return null;
            }
            u += fit.across;
            v += fit.down;
            grown[0] += fit.growsAcross;
            grown[1] += fit.growsDown;
            if (Math.hypot(u - beginU, v - beginV) > MOST_SLIP || Math.hypot(grown[0], grown[1]) > MOST_GROWN) {
                return null;
            }
            if (Math.hypot(fit.across, fit.down) < SETTLED) {
                Spread spread = fit.spread();
                return spread.shortPx() < MOST_SHORT && spread.longPx() < MOST_LONG
                        ? place(u, v, spread, Math.hypot(grown[0], grown[1]))
                        : null;
            }
        }
        return null;
    }

    /** Lets the frame's steps across grow over the patch: the frame's own across and down directions lean. */
    private void grow(double[] grown) {
        double middle = (patch - 1) / 2.0;
        for (int r = 0; r < 3; r++) {
            double across = turned[r];
            turned[r] += grown[0] / middle * across;
            turned[3 + r] += grown[1] / middle * across;
        }
    }

    private Place place(double u, double v, Spread steps, double grown) {
        in(secondFromRig, u, v);
        double[] xy = new double[2];
        Lens lens = second.lens();
        lens.project(new double[] {turned[6], turned[7], turned[8]}, xy, new double[1], 1);
        return lens.frame().depthInside(xy[0], xy[1]) > 0
                ? new Place(xy[0], xy[1], inPixels(steps, Math.hypot(1, UNSAID * grown)))
                : null;
    }

    /** A spread in steps across and down as one in pixels of the second picture, with what patches do not say of themselves. */
    private Spread inPixels(Spread steps, double times) {
        int middle = moved.columns * (moved.rows / 2) + moved.columns / 2;
        double[] places = moved.places;
        double[] by = new double[4];
        for (int r = 0; r < 2; r++) {
            by[2 * r] = (places[2 * (middle + 1) + r] - places[2 * (middle - 1) + r]) / 2;
            by[2 * r + 1] = (places[2 * (middle + moved.columns) + r] - places[2 * (middle - moved.columns) + r]) / 2;
        }
        return new Spread(
                        Math.hypot(LEAST_SIGMA, times * steps.longPx()),
                        Math.hypot(LEAST_SIGMA, times * steps.shortPx()),
                        steps.angle())
                .through(by);
    }
}
