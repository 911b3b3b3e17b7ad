package foldback.core.follow;

import foldback.core.follow.Followed.Place;
import foldback.core.keys.Amount;
import foldback.core.keys.Key;
import foldback.core.keys.KeyThinner;
import foldback.core.keys.Track;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** Tracks that go along with something that was followed, by few keys. */
public final class FollowedKeys {
    private FollowedKeys() {}

    /**
     * Headings that go on beyond half a turn.
     *
     * @param near the first one comes as near to it as can be, radians
     */
    public static double[] headings(List<Place> places, double near) {
        double[] yaws =
                places.stream().mapToDouble(place -> place.direction().yaw()).toArray();
        double before = near;
        for (int n = 0; n < yaws.length; n++) {
            yaws[n] = before + Math.IEEEremainder(yaws[n] - before, 2 * Math.PI);
            before = yaws[n];
        }
        return yaws;
    }

    /**
     * A track with keys of its own in the time of what was followed; earlier and later ones stay.
     *
     * @param values one for each place
     * @param tolerance what the keys may be off
     */
    public static Track<Amount> joined(Track<Amount> track, List<Place> places, double[] values, double tolerance) {
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
