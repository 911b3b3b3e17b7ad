package foldback.core.match.points;

import foldback.core.match.Moment;
import foldback.core.match.Spread;
import foldback.core.match.TiePoint;
import foldback.core.match.view.LensLook;
import foldback.core.match.view.Picture;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Predicate;
import java.util.stream.IntStream;

/** Finds tie points between the lens pictures of one moment. */
public final class PointFinder {
    private static final double GRID = Math.toRadians(0.8);
    /** Views are no finer than this: beyond it there is more noise than detail. */
    private static final double FINEST = Math.toRadians(0.06);

    /** What patches are tried in turn: small and fine where something stands out, smaller at rims, coarser where little does. */
    private static final Patch[] PATCHES = {new Patch(23, 1), new Patch(15, 1), new Patch(21, 2.5)};

    /**
     * A patch.
     *
     * @param size grid places each way
     * @param coarser spacing of its grid
     */
    private record Patch(int size, double coarser) {}

    /** Least angle between points, and least steps of the patches' grid. */
    private static final double APART = Math.toRadians(1.8);

    private static final double APART_STEPS = 10;
    /** How exactly a feature is placed, pixels. */
    private static final double FEATURE_SIGMA = 1;

    private final List<Picture> pictures;
    private final int moment;

    /**
     * @param rig about as it is
     * @param seen one picture for each of its lenses, of the sizes they state
     * @param number of the moment, for the points
     */
    public PointFinder(Rig rig, Moment seen, int number) {
        // Large pictures take gigabytes as floats: what is finer than any view is left out.
        double finest = Math.max(FINEST, 1 / coarsestPx(rig)) * coarsestPx(rig);
        pictures = seen.lumas().parallelStream()
                .map(luma -> Picture.of(luma, seen.bits(), Picture.level(finest)))
                .toList();
        moment = number;
    }

    PointFinder(List<Picture> pictures, int moment) {
        this.pictures = pictures;
        this.moment = moment;
    }

    List<Picture> pictures() {
        return pictures;
    }

    /** The same pictures, those of the clips told in that order. */
    public PointFinder inOrder(int[] clips) {
        return new PointFinder(Arrays.stream(clips).mapToObj(pictures::get).toList(), moment);
    }

    /** The directions among which sites for patches are chosen. */
    static SphereGrid grid(Rig rig) {
        return new SphereGrid(rig, GRID);
    }

    /** The shortest focal length, pixels. */
    private static double coarsestPx(Rig rig) {
        return rig.lenses().stream()
                .mapToDouble(lens -> lens.lens().focalPx())
                .min()
                .orElseThrow();
    }

    /** What can be told of each lens's picture by itself. */
    public List<LensLook> looks(Rig rig) {
        return IntStream.range(0, pictures.size())
                .parallel()
                .mapToObj(i -> LensLook.of(rig.lenses().get(i).lens().frame(), pictures.get(i)))
                .toList();
    }

    /**
     * Two lenses with what of their features is alike.
     *
     * @param rotation about which takes the second lens's rays to the first
     * @param score how many features agree on it, the near ones counting more
     */
    public record Pair(int first, int second, List<TiePoint> points, Rotation rotation, double score) {}

    /**
     * Compares all pairs of lenses by features.
     *
     * @param slack how far off the rig's card may be, radians; pi where nothing is known of the rotations
     * @param tolerance how far two lenses' rays of one place may be off for what is not yet known of the lenses, radians
     */
    public List<Pair> features(Rig card, double slack, double tolerance, Run run) {
        AtomicInteger done = new AtomicInteger();
        int lenses = card.lenses().size();
        List<List<Feature>> features = IntStream.range(0, lenses)
                .parallel()
                .mapToObj(i -> {
                    run.check();
                    List<Feature> found =
                            FeatureFinder.find(card.lenses().get(i).lens(), pictures.get(i), wanted(card, i, slack));
                    run.step(0.7 * done.incrementAndGet() / lenses);
                    return found;
                })
                .toList();
        List<Pair> pairs = pairs(lenses).parallelStream()
                .map(pair -> {
                    run.check();
                    return compare(card, features, pair[0], pair[1], slack, tolerance);
                })
                .toList();
        run.step(1);
        return pairs;
    }

    private static List<int[]> pairs(int lenses) {
        List<int[]> pairs = new ArrayList<>();
        for (int i = 0; i < lenses; i++) {
            for (int j = i + 1; j < lenses; j++) {
                pairs.add(new int[] {i, j});
            }
        }
        return pairs;
    }

    /** Whether a ray of a lens may be seen by another lens, if the card is right to within some angle. */
    private static Predicate<Direction> wanted(Rig card, int lens, double slack) {
        if (slack > Math.PI / 2) {
            return ray -> true;
        }
        RigLens own = card.lenses().get(lens);
        List<RigLens> others =
                card.lenses().stream().filter(other -> other != own).toList();
        List<Direction> axes = others.stream()
                .map(other -> other.rigFromLens().apply(Direction.FORWARD))
                .toList();
        double[] reaches = others.stream()
                .mapToDouble(other -> other.lens().halfField() + slack)
                .toArray();
        return ray -> {
            Direction there = own.rigFromLens().apply(ray);
            return IntStream.range(0, reaches.length).anyMatch(j -> axes.get(j).angleTo(there) < reaches[j]);
        };
    }

    private Pair compare(Rig card, List<List<Feature>> features, int i, int j, double slack, double tolerance) {
        double[] one = card.lenses().get(i).rigFromLens().matrix();
        double[] two = card.lenses().get(j).rigFromLens().matrix();
        double least = Math.cos(Math.min(Math.PI, 2 * slack));
        FeatureMatcher.Gate gate = slack > Math.PI / 2
                ? (a, b) -> true
                : (a, b) -> {
                    double dot = 0;
                    for (int r = 0; r < 3; r++) {
                        dot += (one[3 * r] * a[0] + one[3 * r + 1] * a[1] + one[3 * r + 2] * a[2])
                                * (two[3 * r] * b[0] + two[3 * r + 1] * b[1] + two[3 * r + 2] * b[2]);
                    }
                    return dot > least;
                };
        RotationConsensus.Found found =
                RotationConsensus.find(FeatureMatcher.match(features.get(i), features.get(j), gate), tolerance);
        List<TiePoint> points = found.inliers().stream()
                .map(m -> new TiePoint(
                        i,
                        m.first().x(),
                        m.first().y(),
                        j,
                        m.second().x(),
                        m.second().y(),
                        Spread.even(FEATURE_SIGMA),
                        moment,
                        TiePoint.Origin.FOUND))
                .toList();
        return new Pair(i, j, points, found.firstFromSecond(), found.score());
    }

    /**
     * How patches are looked for.
     *
     * @param slack how far off the rig may be, radians
     * @param coarser spacing of the patches' grid in pixels of the coarser lens
     * @param finest spacing of it at least, radians
     * @param nearest inverse distance of the nearest thing that is looked for, 1/m
     * @param apart least angle between points, radians
     */
    public record Search(double slack, double coarser, double finest, double nearest, double apart) {
        /** Looks for all that a rig may be expected to meet. */
        public Search(double slack, double coarser, double finest) {
            this(slack, coarser, finest, PatchMatcher.NEAREST, APART);
        }

        /** The same where it is known how near things come, 1/m. */
        public Search upTo(double inverse) {
            return new Search(slack, coarser, finest, Math.min(nearest, inverse), apart);
        }

        /** The same with fewer points, so far apart. */
        public Search sparse(double radians) {
            return new Search(slack, coarser, finest, nearest, radians);
        }
    }

    /**
     * Finds points all over the overlaps by laying small patches over each other, and larger ones where nothing small stands out:
     * clouds are soft, but far.
     *
     * @param rig as it is known
     */
    public List<TiePoint> patches(Rig rig, Search search, Run run) {
        SphereGrid grid = grid(rig);
        int lenses = rig.lenses().size();
        List<TiePoint> all = new ArrayList<>();
        for (int i = 0; i < lenses - 1; i++) {
            all.addAll(patches(rig, grid, i, i + 1, search, run));
            run.step((i + 1.0) / (lenses - 1));
        }
        return all;
    }

    /** The same of one lens with those of a number and above. */
    List<TiePoint> patches(Rig rig, SphereGrid grid, int i, int from, Search search, Run run) {
        List<TiePoint> own = new ArrayList<>();
        for (Patch patch : PATCHES) {
            run.check();
            own.addAll(patches(rig, grid, i, from, search, patch, own));
        }
        return own;
    }

    private List<TiePoint> patches(
            Rig rig, SphereGrid grid, int i, int from, Search search, Patch patch, List<TiePoint> there) {
        RigLens first = rig.lenses().get(i);
        double spacing = Math.max(Math.max(FINEST, search.finest), search.coarser * patch.coarser / coarsestPx(rig));
        double rim = patch.size / 2.0 * spacing * first.lens().focalPx() + 3;
        double apart = Math.max(search.apart, APART_STEPS * spacing);
        List<Integer> sites = SiteFinder.choose(
                grid, i, pictures.get(i), spacing * first.lens().focalPx(), rim, apart, there);
        List<TiePoint> points = new ArrayList<>();
        for (int j = from; j < rig.lenses().size(); j++) {
            RigLens second = rig.lenses().get(j);
            int other = j;
            // A matcher has views of its own: one for each thread's stretch of places.
            ThreadLocal<PatchMatcher> matchers = ThreadLocal.withInitial(() -> new PatchMatcher(
                    first, second, pictures.get(i), pictures.get(other), patch.size, spacing, search.nearest));
            sites.parallelStream()
                    .filter(k -> grid.depths[other][k] > rim)
                    .map(k -> matchers.get()
                            .find(
                                    grid.directions[3 * k],
                                    grid.directions[3 * k + 1],
                                    grid.directions[3 * k + 2],
                                    search.slack))
                    .filter(Objects::nonNull)
                    .map(match -> match.tie(i, other, moment))
                    .forEachOrdered(points::add);
        }
        return points;
    }
}
