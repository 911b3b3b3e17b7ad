package foldback.core.seam.route;

import foldback.core.seam.SeamMoves;
import foldback.core.seam.SeamStrip;
import foldback.core.space.Direction;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.DoubleFunction;

/** Seams that take the ways which were found for them, on the finer strips that moved seams have. Safe for many threads. */
public final class RoutedSeams implements SeamMoves {
    private final List<SeamStrip> strips;
    private final List<SeamStrip> measured;
    private final DoubleFunction<List<float[]>> ways;
    /** By strip, the one on which its way was found, or -1, and where its columns are on that. */
    private final int[] ofMeasured;

    private final float[][] places;
    private final double ramp;
    private volatile List<float[]> last = List.of();

    /**
     * Of a rig.
     *
     * @param strips of seams that may be moved
     * @param measured the strips on which ways are found, of the same rig
     * @param ways by take time, for each of the measured strips as {@link SeamRoute#of} gives them; none where nothing is known
     * @param ramp full width over which lenses fade into each other
     */
    public RoutedSeams(
            List<SeamStrip> strips, List<SeamStrip> measured, DoubleFunction<List<float[]>> ways, double ramp) {
        this.strips = strips;
        this.measured = measured;
        this.ways = ways;
        this.ramp = ramp;
        ofMeasured = new int[strips.size()];
        places = new float[strips.size()][];
        for (int n = 0; n < ofMeasured.length; n++) {
            SeamStrip strip = strips.get(n);
            ofMeasured[n] = find(strip);
            places[n] = ofMeasured[n] >= 0 ? places(strip, measured.get(ofMeasured[n])) : new float[0];
        }
    }

    private int find(SeamStrip strip) {
        for (int n = 0; n < measured.size(); n++) {
            if (measured.get(n).first() == strip.first() && measured.get(n).second() == strip.second()) {
                return n;
            }
        }
        return -1;
    }

    private static float[] places(SeamStrip strip, SeamStrip on) {
        float[] places = new float[strip.columns()];
        for (int column = 0; column < places.length; column++) {
            double pixel = on.columnOf(strip.direction(column, (strip.rows() - 1) / 2.0));
            places[column] = (float) ((pixel + 0.5) / SeamStrip.MULTIPLE - 0.5);
        }
        return places;
    }

    @Override
    public List<SeamStrip> strips() {
        return strips;
    }

    @Override
    public List<float[]> at(double seconds) {
        List<float[]> found = ways.apply(seconds);
        List<float[]> moves = new ArrayList<>();
        for (int n = 0; n < strips.size(); n++) {
            float[] move = new float[strips.get(n).columns()];
            if (ofMeasured[n] >= 0 && !found.isEmpty()) {
                resample(found.get(ofMeasured[n]), places[n], strips.get(n).isRing(), move);
            }
            moves.add(move);
        }
        List<float[]> before = last;
        if (isSame(before, moves)) {
            return before;
        }
        last = moves;
        return moves;
    }

    private static void resample(float[] way, float[] places, boolean isRing, float[] move) {
        for (int column = 0; column < move.length; column++) {
            int before = (int) Math.floor(places[column]);
            float share = places[column] - before;
            float first = way[at(before, way.length, isRing)];
            move[column] = first + share * (way[at(before + 1, way.length, isRing)] - first);
        }
    }

    private static int at(int node, int count, boolean isRing) {
        return isRing ? Math.floorMod(node, count) : Math.max(0, Math.min(count - 1, node));
    }

    private static boolean isSame(List<float[]> one, List<float[]> other) {
        boolean same = one.size() == other.size();
        for (int n = 0; same && n < one.size(); n++) {
            same = Arrays.equals(one.get(n), other.get(n));
        }
        return same;
    }

    /** A way may be anywhere on the strip on which it is found. */
    @Override
    public boolean reaches(Direction seen, double slack) {
        return measured.stream().anyMatch(strip -> strip.reaches(seen, slack + ramp / 2));
    }
}
