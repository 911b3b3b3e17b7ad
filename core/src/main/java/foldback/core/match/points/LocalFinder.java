package foldback.core.match.points;

import foldback.core.match.Moment;
import foldback.core.match.Neighbourhood;
import foldback.core.match.Spread;
import foldback.core.match.TiePoint;
import foldback.core.match.TiePoint.Origin;
import foldback.core.match.view.Picture;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/** Finds tie points where somebody asks for them, and snaps those that somebody places. */
public final class LocalFinder {
    private static final double STEP = Math.toRadians(0.4);
    private static final double APART = Math.toRadians(0.9);
    private static final int PATCH = 23;
    private static final double COARSE = 3;
    private static final double FINEST = Math.toRadians(0.06);
    /** How exactly a hand places a point that nothing can be snapped to, pixels. */
    private static final double HAND_SIGMA = 0.7;

    private final Rig rig;
    private final List<Picture> pictures;
    private final int moment;
    private final double spacing;

    /**
     * @param rig as it is known
     * @param seen one picture for each of its lenses
     * @param number of the moment, for the points
     */
    public LocalFinder(Rig rig, Moment seen, int number) {
        this.rig = rig;
        pictures = seen.lumas().parallelStream()
                .map(luma -> Picture.of(luma, seen.bits()))
                .toList();
        moment = number;
        double coarsest = rig.lenses().stream()
                .mapToDouble(lens -> lens.lens().focalPx())
                .min()
                .orElseThrow();
        spacing = Math.max(FINEST, 1 / coarsest);
    }

    /**
     * Points around a place of one lens that other lenses see as well.
     *
     * @param x in the lens's picture, pixels
     * @param y in the lens's picture, pixels
     * @param radius around it, radians
     * @param slack how far off the rig may be, radians
     * @throws IllegalArgumentException where the lens's model says nothing of the place
     */
    public List<TiePoint> around(int lens, double x, double y, double radius, double slack) {
        RigLens own = rig.lenses().get(lens);
        Direction middle = own.lens().unproject(x, y);
        List<Site> sites = sites(own, pictures.get(lens), middle, radius);
        return IntStream.range(0, rig.lenses().size())
                .filter(other -> other != lens)
                .parallel()
                .boxed()
                .flatMap(other -> matched(lens, other, sites, slack).stream())
                .toList();
    }

    private record Site(Direction ray, double change) {}

    /** Where the picture changes in both directions, the best first, some way apart. */
    private static List<Site> sites(RigLens own, Picture picture, Direction middle, double radius) {
        Direction across = middle.perpendicular();
        Direction down = middle.cross(across);
        List<Site> all = new ArrayList<>();
        int reach = (int) Math.ceil(radius / STEP);
        double[] xy = new double[2];
        for (int j = -reach; j <= reach; j++) {
            for (int i = -reach; i <= reach; i++) {
                if (Math.hypot(i, j) * STEP > radius) {
                    continue;
                }
                Direction ray = middle.plus(across, i * STEP).plus(down, j * STEP);
                own.lens().project(new double[] {ray.x(), ray.y(), ray.z()}, xy, new double[1], 1);
                if (own.lens().frame().depthInside(xy[0], xy[1]) > PATCH / 2.0) {
                    double change = SiteFinder.change(picture, xy[0], xy[1], 0);
                    if (change > SiteFinder.LEAST_CHANGE) {
                        all.add(new Site(ray, change));
                    }
                }
            }
        }
        all.sort(Comparator.comparingDouble(site -> -site.change));
        List<Site> chosen = new ArrayList<>();
        for (Site site : all) {
            if (chosen.stream().noneMatch(other -> other.ray.angleTo(site.ray) < APART)) {
                chosen.add(site);
            }
        }
        return chosen;
    }

    private List<TiePoint> matched(int lens, int other, List<Site> sites, double slack) {
        PatchMatcher matcher = matcher(lens, other, spacing);
        List<TiePoint> points = new ArrayList<>();
        for (Site site : sites) {
            Direction there = rig.lenses().get(lens).rigFromLens().apply(site.ray);
            PatchMatcher.Match match = matcher.find(there.x(), there.y(), there.z(), slack);
            if (match != null) {
                points.add(ordered(lens, match.x1(), match.y1(), other, match.second(), Origin.FOUND));
            }
        }
        return points;
    }

    /**
     * A point that somebody placed in two lenses, its place in the second one snapped to what the first one sees.
     *
     * @throws IllegalArgumentException where a lens's model says nothing of its place
     */
    public TiePoint placed(int lens, double x, double y, int other, double x2, double y2) {
        Direction there = rig.lenses()
                .get(lens)
                .rigFromLens()
                .apply(rig.lenses().get(lens).lens().unproject(x, y));
        PatchMatcher.Place given = new PatchMatcher.Place(x2, y2, Spread.even(HAND_SIGMA));
        PatchMatcher.Place coarse = matcher(lens, other, COARSE * spacing).snap(there, x2, y2);
        PatchMatcher.Place begin = coarse == null ? given : coarse;
        PatchMatcher.Place fine = matcher(lens, other, spacing).snap(there, begin.x(), begin.y());
        return ordered(lens, x, y, other, fine == null ? given : fine, Origin.BY_HAND);
    }

    private PatchMatcher matcher(int lens, int other, double grid) {
        return new PatchMatcher(
                rig.lenses().get(lens),
                rig.lenses().get(other),
                pictures.get(lens),
                pictures.get(other),
                PATCH,
                grid,
                PatchMatcher.NEAREST);
    }

    /** Points are stated from the lens of the lower number. */
    private TiePoint ordered(int lens, double x, double y, int other, PatchMatcher.Place there, Origin origin) {
        if (lens < other) {
            return new TiePoint(lens, x, y, other, there.x(), there.y(), there.spread(), moment, origin);
        }
        double[] map = Neighbourhood.map(
                rig.lenses().get(other), there.x(), there.y(), rig.lenses().get(lens), x, y);
        return new TiePoint(
                other, there.x(), there.y(), lens, x, y, there.spread().through(map), moment, origin);
    }
}
