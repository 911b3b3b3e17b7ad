package foldback.core.stitch.plan;

import foldback.core.lens.Lens;
import foldback.core.numeric.SmoothStep;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.stitch.weight.Meeting;
import foldback.core.stitch.weight.WeightMap;
import java.util.List;
import java.util.Optional;

/**
 * What each lens counts at a direction.
 *
 * <p>A lens's cost c is its angle t from its axis divided by its usable half field h; a seam is where two costs are equal.
 * The distance to it is (c_j - c_i) / |grad(c_j - c_i)|, where |grad|^2 = 1/h_i^2 + 1/h_j^2 - 2 g / (h_i h_j) and g, the
 * cosine between the two lenses' directions of rising cost, follows from t_i, t_j and the angle between the axes. Two
 * lenses ramp from 0 to 1 over the feather's width (smoothstep); with more, the ramps are multiplied and normalised. A
 * ramp is no wider than the overlap, and near the rim of its picture a lens fades out.
 */
final class Weigher {
    /** Over what share of the used radius a lens fades out at its rim when another one covers the place. */
    private static final double RIM_FADE = 0.012;

    private static final double RIM_TRACE = 1e-6;
    private static final double WHOLE_RIM = RIM_TRACE + 1;

    private final int count;
    private final double[] halfField;
    private final double[] axisCosine;
    private final double[] ramp;
    private final double[] rimFadePx;
    private final Meeting meeting;
    private final Optional<WeightMap.OnSphere> onSphere;

    /**
     * @param map what the lenses count where they are blended
     * @param meeting how the lenses of an overlap meet
     */
    Weigher(List<RigLens> lenses, WeightMap map, Meeting meeting) {
        this.meeting = meeting;
        boolean blended = meeting instanceof Meeting.Blended;
        onSphere = blended && map instanceof WeightMap.OnSphere stated ? Optional.of(stated) : Optional.empty();
        // Weights that are stated may call for a lens wherever it sees anything.
        double feather = map instanceof WeightMap.Ramp ramps ? ramps.width() : Double.POSITIVE_INFINITY;
        count = lenses.size();
        halfField = lenses.stream().mapToDouble(lens -> lens.lens().halfField()).toArray();
        axisCosine = new double[count * count];
        ramp = new double[count * count];
        rimFadePx = lenses.stream()
                .map(RigLens::lens)
                .mapToDouble(lens -> RIM_FADE * usedRadius(lens))
                .toArray();
        Direction[] axes = lenses.stream()
                .map(lens -> lens.rigFromLens().apply(Direction.FORWARD))
                .toArray(Direction[]::new);
        for (int i = 0; i < count; i++) {
            for (int j = 0; j < count; j++) {
                double between = axes[i].angleTo(axes[j]);
                double reach = 1 - between / (halfField[i] + halfField[j]);
                double overlap = 2 * Math.min(halfField[i], halfField[j]) * Math.max(0, reach);
                axisCosine[i * count + j] = StrictMath.cos(between);
                // What is compared is compared over the whole overlap.
                ramp[i * count + j] = onSphere.isPresent()
                        ? Double.POSITIVE_INFINITY
                        : blended ? Math.min(feather, overlap) : overlap;
            }
        }
    }

    private static double usedRadius(Lens lens) {
        return lens.frame()
                .circle()
                .map(circle -> circle.radius())
                .orElse(lens.frame().width() / 2.0);
    }

    /**
     * How far a direction is on lens i's side of the seam with lens j, radians; negative on the other side.
     *
     * @param ti its angle from lens i's axis
     * @param sines product of the sines of both angles
     * @param cosines product of their cosines
     */
    double sideOf(int i, int j, double ti, double tj, double sines, double cosines) {
        double hi = halfField[i];
        double hj = halfField[j];
        double difference = tj / hj - ti / hi;
        double cosine = sines < 1e-9 ? -1 : (axisCosine[i * count + j] - cosines) / sines;
        double squared = 1 / (hi * hi) + 1 / (hj * hj) - 2 * Math.max(-1, Math.min(1, cosine)) / (hi * hj);
        // Two lenses that look the same way have no seam between them; any finite slope does.
        return difference / Math.sqrt(Math.max(squared, 1e-6));
    }

    /** How far from its rim a lens begins to fade out, pixels. */
    double rimFadePx(int lens) {
        return rimFadePx[lens];
    }

    /** Whether lenses are shown as they are painted in or out: not where they are compared. */
    boolean isPainted() {
        return meeting instanceof Meeting.Blended;
    }

    /** Whether a lens that is the only one at a place is shown there whole. */
    boolean showsLoneLenses() {
        return !(meeting instanceof Meeting.Side);
    }

    /** The ramp's full width between two lenses, radians. */
    double rampBetween(int i, int j) {
        return ramp[i * count + j];
    }

    /**
     * Writes each lens's weight, in 256ths that sum to 256, or all 0 where no lens covers the place.
     *
     * @param active the lenses that may count here; weights of others are left as they are
     * @param actives how many of these
     * @param sides how far the place is on lens i's side of the seam with lens j, at i * count + j, radians, read
     * @param depth of the place inside each lens's usable picture, pixels, read; 0 or less is not covered
     */
    void weigh(int[] active, int actives, double[] sides, double[] depth, double[] raw, int[] weights) {
        if (meeting instanceof Meeting.Strips strips) {
            weighStrips(strips.width(), active, actives, sides, depth, weights);
            return;
        }
        if (meeting instanceof Meeting.Side side) {
            for (int a = 0; a < actives; a++) {
                weights[active[a]] = 0;
            }
            weights[side.shown()] = depth[side.shown()] > 0 && depth[side.where()] > 0 ? 256 : 0;
            return;
        }
        for (int a = 0; a < actives; a++) {
            int i = active[a];
            raw[i] = 0;
            if (depth[i] <= 0) {
                continue;
            }
            double weight = rimWeight(depth, i);
            for (int b = 0; b < actives; b++) {
                int j = active[b];
                if (j != i && depth[j] > 0) {
                    double width = ramp[i * count + j];
                    double side = sides[i * count + j];
                    weight *= width > 0 ? SmoothStep.of(0.5 + side / width) : side > 0 || side == 0 && i < j ? 1 : 0;
                }
            }
            raw[i] = weight;
        }
        share(active, actives, depth, raw, weights);
    }

    /** Whether places so far inside two lenses' pictures that their rims play no part are weighed by the seam between them alone. */
    boolean weighsPairs() {
        return meeting instanceof Meeting.Blended && onSphere.isEmpty();
    }

    /**
     * The weight of the first of two lenses, as {@link #weigh} finds it where the rims of both play no part; the other one has the rest.
     *
     * @param i the one that comes first among those that count
     * @param side how far the place is on its side of the seam, radians
     */
    int weighPair(int i, int j, double side) {
        double width = ramp[i * count + j];
        double one =
                WHOLE_RIM * (width > 0 ? SmoothStep.of(0.5 + side / width) : side > 0 || side == 0 && i < j ? 1 : 0);
        double other =
                WHOLE_RIM * (width > 0 ? SmoothStep.of(0.5 - side / width) : side < 0 || side == 0 && j < i ? 1 : 0);
        double sum = one + other;
        return other > one ? (int) Math.round(256 * one / sum) : 256 - (int) Math.round(256 * other / sum);
    }

    /** A trace is kept, so that the only lens at a place counts whole however near its rim. */
    private double rimWeight(double[] depth, int lens) {
        return RIM_TRACE + rimShare(depth, lens);
    }

    /** How far a lens has faded in from its rim, 0 to 1. */
    double rimShare(double[] depth, int lens) {
        return SmoothStep.of(depth[lens] / rimFadePx[lens]);
    }

    /** What states weights direction by direction, where something does. */
    Optional<WeightMap.OnSphere> onSphere() {
        return onSphere;
    }

    /**
     * Writes each lens's weight as {@link #weigh} does, from what was stated for the direction.
     *
     * @param stated by lens, 0 or more, read
     */
    void weighStated(int[] active, int actives, double[] stated, double[] depth, double[] raw, int[] weights) {
        double most = 0;
        for (int a = 0; a < actives; a++) {
            most = depth[active[a]] > 0 ? Math.max(most, stated[active[a]]) : most;
        }
        for (int a = 0; a < actives; a++) {
            int i = active[a];
            double wanted = most > 0 ? stated[i] : 1;
            raw[i] = depth[i] > 0 ? wanted * rimWeight(depth, i) : 0;
        }
        share(active, actives, depth, raw, weights);
    }

    /** Makes 256ths of raw weights; the heaviest lens has what the others leave. */
    static void share(int[] active, int actives, double[] depth, double[] raw, int[] weights) {
        double sum = 0;
        int best = -1;
        for (int a = 0; a < actives; a++) {
            int i = active[a];
            weights[i] = 0;
            sum += raw[i];
            if (depth[i] > 0 && (best < 0 || raw[i] > raw[best])) {
                best = i;
            }
        }
        if (best < 0) {
            return;
        }
        int left = 256;
        for (int a = 0; a < actives; a++) {
            int i = active[a];
            if (i != best && sum > 0) {
                weights[i] = (int) Math.round(256 * raw[i] / sum);
                left -= weights[i];
            }
        }
        weights[best] = left;
    }

    /** The two lenses that are nearest to their axes, in turn by the distance to the seam between them. */
    private void weighStrips(double width, int[] active, int actives, double[] sides, double[] depth, int[] weights) {
        int best = -1;
        int second = -1;
        for (int a = 0; a < actives; a++) {
            int i = active[a];
            weights[i] = 0;
            if (depth[i] <= 0) {
                continue;
            }
            if (best < 0 || sides[i * count + best] > 0) {
                second = best;
                best = i;
            } else if (second < 0 || sides[i * count + second] > 0) {
                second = i;
            }
        }
        if (best < 0) {
            return;
        }
        if (second >= 0) {
            int low = Math.min(best, second);
            int high = Math.max(best, second);
            boolean even = (Math.floorMod((long) Math.floor(sides[low * count + high] / width), 2)) == 0;
            best = even ? low : high;
        }
        weights[best] = 256;
    }
}
