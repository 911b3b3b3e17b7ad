package foldback.core.seam;

import foldback.core.lens.Lens;
import foldback.core.numeric.FastAngle;
import foldback.core.rig.Rig;
import foldback.core.space.Direction;
import foldback.core.warp.RayShift;
import java.util.ArrayList;
import java.util.List;

/**
 * How a lens is moved so that it shows what its neighbours show: by its share of the flow of each of its overlaps. Where it shares a place
 * with several lenses, the overlap counts most whose lenses both see it nearest to their axes.
 */
public final class SeamShift implements RayShift {
    private final List<Part> parts;
    private final Nearness own;

    /**
     * An overlap of the lens.
     *
     * @param sign 1 for the strip's first lens, -1 for its second one
     * @param farthestSine of the angle from the seam up to which it reaches
     * @param still areas of its two lenses, the first of which counts most
     */
    private record Part(
            SeamStrip strip,
            SeamFlow flow,
            double[] stripFromRig,
            int sign,
            double farthestSine,
            Nearness other,
            List<StillArea> still) {

        /** What share of the way the first lens is moved: all of it where the second one is left as it is. */
        double share(double along, double across, double x, double y, double z) {
            double share = strip.share(along, across);
            if (!still.isEmpty()) {
                Direction seen = new Direction(x, y, z);
                for (int n = still.size() - 1; n >= 0; n--) {
                    double wanted = still.get(n).lens() == strip.first() ? 0 : 1;
                    share += still.get(n).inside(seen) * (wanted - share);
                }
            }
            return share;
        }
    }

    /** How near to its axis a lens sees a direction: 1 on it, 0 at the end of its field. */
    private record Nearness(Direction axis, double halfField, double leastCosine) {
        static Nearness of(Rig rig, int number) {
            Lens lens = rig.lenses().get(number).lens();
            return new Nearness(
                    rig.lenses().get(number).rigFromLens().apply(Direction.FORWARD),
                    lens.halfField(),
                    Math.cos(Math.min(Math.PI, lens.halfField())));
        }

        /** Whether it is within its field; a direction that is not a number is not. */
        boolean sees(double x, double y, double z) {
            return axis.x() * x + axis.y() * y + axis.z() * z > leastCosine;
        }

        double at(double x, double y, double z) {
            double cosine = Math.min(1, axis.x() * x + axis.y() * y + axis.z() * z);
            double angle = FastAngle.atan2(Math.sqrt(1 - cosine * cosine), cosine);
            return cosine <= leastCosine ? 0 : Math.max(0, 1 - angle / halfField);
        }
    }

    private SeamShift(List<Part> parts, Nearness own) {
        this.parts = parts;
        this.own = own;
    }

    /**
     * The shifts of all lenses of a rig.
     *
     * @param flows of the strips, in their order
     */
    public static List<RayShift> of(Rig rig, List<SeamStrip> strips, List<SeamFlow> flows) {
        return of(rig, strips, flows, List.of());
    }

    /**
     * The same where a lens shows areas as they are.
     *
     * @param still the first one counts most
     */
    public static List<RayShift> of(Rig rig, List<SeamStrip> strips, List<SeamFlow> flows, List<StillArea> still) {
        List<RayShift> shifts = new ArrayList<>();
        for (int lens = 0; lens < rig.lenses().size(); lens++) {
            List<Part> parts = new ArrayList<>();
            for (int n = 0; n < strips.size(); n++) {
                SeamStrip strip = strips.get(n);
                if (strip.first() == lens || strip.second() == lens) {
                    int other = strip.first() == lens ? strip.second() : strip.first();
                    parts.add(new Part(
                            strip,
                            flows.get(n),
                            strip.stripFromRig().matrix(),
                            strip.first() == lens ? 1 : -1,
                            Math.sin(strip.across(strip.rows())),
                            Nearness.of(rig, other),
                            still.stream()
                                    .filter(area -> area.lens() == strip.first() || area.lens() == strip.second())
                                    .toList()));
                }
            }
            shifts.add(new SeamShift(parts, Nearness.of(rig, lens)));
        }
        return shifts;
    }

    @Override
    public void shift(double[] rays, int count) {
        double[] sum = new double[3];
        for (int i = 0; i < count; i++) {
            double x = rays[3 * i];
            double y = rays[3 * i + 1];
            double z = rays[3 * i + 2];
            sum[0] = 0;
            sum[1] = 0;
            sum[2] = 0;
            double weights = 0;
            // Where the lens sees nothing, it need not look elsewhere.
            if (own.sees(x, y, z)) {
                double near = parts.size() > 1 ? own.at(x, y, z) : 1;
                for (int part = 0; part < parts.size(); part++) {
                    weights += add(parts.get(part), near, x, y, z, sum);
                }
            }
            if (weights > 0) {
                double nx = x + sum[0] / weights;
                double ny = y + sum[1] / weights;
                double nz = z + sum[2] / weights;
                double length = Math.sqrt(nx * nx + ny * ny + nz * nz);
                rays[3 * i] = nx / length;
                rays[3 * i + 1] = ny / length;
                rays[3 * i + 2] = nz / length;
            }
        }
    }

    /** Adds by what an overlap moves a direction, times what it counts, which is given back. */
    private double add(Part part, double near, double x, double y, double z, double[] sum) {
        double weight = 1;
        if (parts.size() > 1) {
            double both = near * part.other.at(x, y, z);
            weight = both * both;
        }
        if (weight == 0) {
            return 0;
        }
        double[] m = part.stripFromRig;
        double sx = m[0] * x + m[1] * y + m[2] * z;
        double sy = m[3] * x + m[4] * y + m[5] * z;
        double sz = m[6] * x + m[7] * y + m[8] * z;
        // On its own side of an overlap a lens is not moved.
        if (-sy * part.sign > part.farthestSine) {
            return weight;
        }
        double sinAcross = -sy;
        double cosAcross = Math.sqrt(Math.max(0, 1 - sy * sy));
        double across = FastAngle.atan2(sinAcross, cosAcross);
        double along = FastAngle.atan2(sx, sz);
        double share = part.share(along, across, x, y, z);
        double moved = part.sign > 0 ? share : -(1 - share);
        double column = SeamFlow.node(part.strip.column(along));
        double row = SeamFlow.node(part.strip.row(across));
        double byAlong = moved * at(part, part.flow.along(), column, row);
        double byAcross = moved * at(part, part.flow.across(), column, row);
        if (byAlong == 0 && byAcross == 0) {
            return weight;
        }
        // Sines and cosines of sums; a strip ends long before its poles.
        double sinAlong = sx / cosAcross;
        double cosAlong = sz / cosAcross;
        double sinBy = FastAngle.smallSine(byAlong);
        double cosBy = FastAngle.smallCosine(byAlong);
        double sinUp = FastAngle.smallSine(byAcross);
        double cosUp = FastAngle.smallCosine(byAcross);
        double level = cosAcross * cosUp - sinAcross * sinUp;
        double dx = (sinAlong * cosBy + cosAlong * sinBy) * level - sx;
        double dy = -(sinAcross * cosUp + cosAcross * sinUp) - sy;
        double dz = (cosAlong * cosBy - sinAlong * sinBy) * level - sz;
        sum[0] += weight * (m[0] * dx + m[3] * dy + m[6] * dz);
        sum[1] += weight * (m[1] * dx + m[4] * dy + m[7] * dz);
        sum[2] += weight * (m[2] * dx + m[5] * dy + m[8] * dz);
        return weight;
    }

    /** The value between nodes; beyond a strip's ends nothing is moved, beyond its sides as at them. */
    private static double at(Part part, float[] values, double column, double row) {
        SeamFlow flow = part.flow;
        boolean ring = part.strip.isRing();
        if (!ring && (column < -0.5 || column > flow.columns() - 0.5)) {
            return 0;
        }
        double y = Math.max(0, Math.min(flow.rows() - 1.001, row));
        double x = ring ? column : Math.max(0, Math.min(flow.columns() - 1.001, column));
        int left = (int) Math.floor(x);
        int top = (int) y;
        double fx = x - left;
        double fy = y - top;
        int a = ring ? Math.floorMod(left, flow.columns()) : left;
        int b = ring ? Math.floorMod(left + 1, flow.columns()) : left + 1;
        int above = top * flow.columns();
        int below = above + flow.columns();
        double first = values[above + a] + fx * (values[above + b] - values[above + a]);
        double second = values[below + a] + fx * (values[below + b] - values[below + a]);
        double end = ring ? 1 : endFade(column, flow.columns());
        return end * (first + fy * (second - first));
    }

    /** Strips that end fade out over some nodes, where another seam goes on. */
    private static double endFade(double column, int columns) {
        double in = Math.min(column, columns - 1 - column) / 4;
        return Math.max(0, Math.min(1, in));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof SeamShift shift && parts.equals(shift.parts);
    }

    @Override
    public int hashCode() {
        return parts.hashCode();
    }
}
