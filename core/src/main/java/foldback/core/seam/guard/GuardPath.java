package foldback.core.seam.guard;

import foldback.core.follow.Followed.Place;
import foldback.core.follow.FollowedKeys;
import foldback.core.keys.Amount;
import foldback.core.keys.Track;
import java.util.List;

/** A guard's way with what is in it. */
public final class GuardPath {
    /** What keys may be off, in shares of half of the guard's smaller side. */
    private static final double TOLERANCE = 0.1;

    private GuardPath() {}

    /**
     * The guard, going along with something and as large as it is.
     *
     * @param places where it was in the rig, in order, two at least
     * @param marked the one at which the guard is as it should be
     */
    public static Guard after(Guard guard, List<Place> places, Place marked) {
        double seconds = marked.seconds();
        double smaller = Math.min(
                guard.length().at(seconds).value(), guard.width().at(seconds).value());
        double[] pitches =
                places.stream().mapToDouble(place -> place.direction().pitch()).toArray();
        double near = guard.yaw().at(seconds).value();
        double[] yaws = FollowedKeys.headings(places, near);
        // What was followed before the marked moment may have gone round.
        double turns = near - yaws[places.indexOf(marked)];
        for (int n = 0; n < yaws.length; n++) {
            yaws[n] += Math.rint(turns / (2 * Math.PI)) * 2 * Math.PI;
        }
        double off = TOLERANCE * smaller;
        return new Guard(
                guard.name(),
                guard.lens(),
                FollowedKeys.joined(guard.yaw(), places, yaws, off),
                FollowedKeys.joined(guard.pitch(), places, pitches, off),
                guard.turn(),
                grown(guard.length(), places, marked),
                grown(guard.width(), places, marked),
                guard.strength(),
                guard.edge());
    }

    private static Track<Amount> grown(Track<Amount> size, List<Place> places, Place marked) {
        double then = size.at(marked.seconds()).value();
        double[] sizes = places.stream()
                .mapToDouble(place -> then * place.size() / marked.size())
                .map(value -> Math.max(Guard.LEAST_SIZE, Math.min(Guard.MOST_SIZE, value)))
                .toArray();
        return FollowedKeys.joined(size, places, sizes, TOLERANCE * then);
    }
}
