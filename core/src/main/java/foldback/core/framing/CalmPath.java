package foldback.core.framing;

import foldback.core.follow.Followed.Place;
import foldback.core.follow.FollowedKeys;
import java.util.List;

/** A camera's calm way after something that was followed: without lag, and by few keys. */
public final class CalmPath {
    /** What keys may be off, in shares of the field. */
    private static final double TOLERANCE = 0.01;
    /** Where a bell's weights end, in its spreads. */
    private static final int REACH = 3;

    private CalmPath() {}

    /**
     * The framing, looking after something.
     *
     * @param places where it was, at even times, two at least
     * @param calmSeconds what is quicker is not gone along with; 0 goes along with everything
     */
    public static Framing after(Framing framing, List<Place> places, double calmSeconds) {
        double field = framing.field().at(places.get(0).seconds()).value();
        double startYaw = framing.yaw().at(places.get(0).seconds()).value();
        double[] yaws = FollowedKeys.headings(places, startYaw);
        double[] pitches =
                places.stream().mapToDouble(place -> place.direction().pitch()).toArray();
        double step = (places.get(places.size() - 1).seconds() - places.get(0).seconds()) / (places.size() - 1);
        double spread = calmSeconds / 2 / step;
        return new Framing(
                framing.name(),
                framing.shape(),
                framing.aspect(),
                FollowedKeys.joined(framing.yaw(), places, calm(yaws, spread), TOLERANCE * field),
                FollowedKeys.joined(framing.pitch(), places, calm(pitches, spread), TOLERANCE * field),
                framing.roll(),
                framing.field());
    }

    /** Means under a bell; beyond the ends values go on as mirrored at the end itself, so that nothing lags there. */
    private static double[] calm(double[] values, double spread) {
        if (!(spread > 0)) {
            return values;
        }
        int reach = (int) Math.ceil(REACH * spread);
        double[] calm = new double[values.length];
        for (int n = 0; n < values.length; n++) {
            double sum = 0;
            double weights = 0;
            for (int k = -reach; k <= reach; k++) {
                double weight = Math.exp(-k * k / (2 * spread * spread));
                sum += weight * beyond(values, n + k);
                weights += weight;
            }
            calm[n] = sum / weights;
        }
        return calm;
    }

    private static double beyond(double[] values, int n) {
        int last = values.length - 1;
        if (n < 0) {
            return 2 * values[0] - values[Math.min(last, -n)];
        }
        return n > last ? 2 * values[last] - values[Math.max(0, 2 * last - n)] : values[n];
    }
}
