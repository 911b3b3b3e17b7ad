package foldback.core.framing;

import foldback.core.follow.Followed.Place;
import foldback.core.keys.Amount;
import foldback.core.keys.Key;
import foldback.core.keys.KeyThinner;
import foldback.core.keys.Track;
import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleFunction;
import java.util.stream.Stream;

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
        double[] yaws = unwrapped(places, startYaw);
        double[] pitches = numbers(places, place -> place.direction().pitch());
        double step = (places.get(places.size() - 1).seconds() - places.get(0).seconds()) / (places.size() - 1);
        double spread = calmSeconds / 2 / step;
        return new Framing(
                framing.name(),
                framing.shape(),
                framing.aspect(),
                joined(framing.yaw(), places, calm(yaws, spread), TOLERANCE * field),
                joined(framing.pitch(), places, calm(pitches, spread), TOLERANCE * field),
                framing.roll(),
                framing.field());
    }

    private static double[] numbers(List<Place> places, ToDoubleFunction<Place> number) {
        return places.stream().mapToDouble(number).toArray();
    }

    /** Headings that go on beyond half a turn, the first one as near as can be to where the camera looked. */
    private static double[] unwrapped(List<Place> places, double near) {
        double[] yaws = numbers(places, place -> place.direction().yaw());
        double before = near;
        for (int n = 0; n < yaws.length; n++) {
            yaws[n] = before + Math.IEEEremainder(yaws[n] - before, 2 * Math.PI);
            before = yaws[n];
        }
        return yaws;
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

    /** The way's keys in place of those that the track has in its time; earlier and later ones stay. */
    private static Track<Amount> joined(Track<Amount> track, List<Place> places, double[] values, double tolerance) {
        double from = places.get(0).seconds();
        double to = places.get(places.size() - 1).seconds();
        List<Key<Amount>> way = new ArrayList<>();
        for (int n = 0; n < values.length; n++) {
            way.add(new Key<>(places.get(n).seconds(), new Amount(values[n])));
        }
        Track<Amount> thin = KeyThinner.thin(new Track<>(way), tolerance);
        // What stays where it is stays there over the whole of its time.
        List<Key<Amount>> keys =
                thin.keyed() ? thin.keys() : List.of(new Key<>(from, thin.at(from)), new Key<>(to, thin.at(from)));
        List<Key<Amount>> others = track.keyed() ? track.keys() : List.of();
        return new Track<>(Stream.of(
                        others.stream().filter(key -> key.seconds() < from),
                        keys.stream(),
                        others.stream().filter(key -> key.seconds() > to))
                .flatMap(part -> part)
                .toList());
    }
}
