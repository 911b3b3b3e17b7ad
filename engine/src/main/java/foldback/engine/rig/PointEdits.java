package foldback.engine.rig;

import foldback.core.match.Moment;
import foldback.core.match.TiePoint;
import foldback.core.match.TiePoints;
import foldback.core.match.points.LocalFinder;
import foldback.core.rig.Rig;
import foldback.core.run.Run;
import foldback.engine.take.TakeClip;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;

/** Tie points changed by hand: asked for near a place, placed one by one, taken away. */
public final class PointEdits {
    private static final double RADIUS = Math.toRadians(5);
    private static final double SLACK = Math.toRadians(1.5);
    /** Moments nearer together than that are one, seconds. */
    private static final double SAME = 1e-3;

    private PointEdits() {}

    /** A place in the picture of a lens, by number, pixels. */
    public record Place(int lens, double x, double y) {}

    /**
     * The points with what the program finds around a place; the same where it finds nothing.
     *
     * @param rig for pictures of the clips' sizes
     */
    public static TiePoints around(
            TiePoints points, Rig rig, List<TakeClip> clips, LensFrames frames, double seconds, Place place) {
        TiePoints timed = withMoment(points, seconds);
        LocalFinder finder = finder(timed, rig, clips, frames, seconds);
        List<TiePoint> found = finder.around(place.lens(), place.x(), place.y(), RADIUS, SLACK);
        return found.isEmpty() ? points : withMore(timed, found);
    }

    /** The points with one that was placed in two lenses; its second place is snapped to what the first shows. */
    public static TiePoints placed(
            TiePoints points, Rig rig, List<TakeClip> clips, LensFrames frames, double seconds, Place one, Place two) {
        TiePoints timed = withMoment(points, seconds);
        LocalFinder finder = finder(timed, rig, clips, frames, seconds);
        return withMore(timed, List.of(finder.placed(one.lens(), one.x(), one.y(), two.lens(), two.x(), two.y())));
    }

    /** The points without some, by number. */
    public static TiePoints without(TiePoints points, Set<Integer> numbers) {
        return points.with(
                points.moments(),
                IntStream.range(0, points.points().size())
                        .filter(n -> !numbers.contains(n))
                        .mapToObj(points.points()::get)
                        .toList());
    }

    private static LocalFinder finder(
            TiePoints points, Rig rig, List<TakeClip> clips, LensFrames frames, double seconds) {
        Moment seen = TakeRig.seen(clips, frames, List.of(seconds), Run.QUIET).get(0);
        return new LocalFinder(rig, seen, number(points, seconds));
    }

    private static TiePoints withMoment(TiePoints points, double seconds) {
        if (number(points, seconds) >= 0) {
            return points;
        }
        List<Double> moments = new ArrayList<>(points.moments());
        moments.add(seconds);
        return points.with(moments, points.points());
    }

    private static int number(TiePoints points, double seconds) {
        return IntStream.range(0, points.moments().size())
                .filter(m -> Math.abs(points.moments().get(m) - seconds) < SAME)
                .findFirst()
                .orElse(-1);
    }

    private static TiePoints withMore(TiePoints points, List<TiePoint> more) {
        List<TiePoint> all = new ArrayList<>(points.points());
        all.addAll(more);
        return points.with(points.moments(), all);
    }
}
