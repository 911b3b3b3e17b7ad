package foldback.core.solve.adjust;

import foldback.core.lens.Lens;
import foldback.core.rig.MappingError;
import foldback.core.rig.Rig;
import foldback.core.run.Run;
import foldback.core.solve.TiePoint;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;

/** Solves a rig from tie points, freeing its numbers by stages. */
public final class RigSolver {
    /** The stages: from where a point counts less and less, radians, and how far beyond infinity one may seem, 1/m. */
    private static final double[] DOUBTS = {0.03, 0.012, 0.004, 0.002, 0.002, 0.002, 0.002};

    private static final double[] BEYOND = {0, 0.1, 0.02, 0.004, 0.004, 0.004, 0.004};
    /** Up to where points seem far, 1/m. */
    private static final double[] FAR = {0, 0, 0, 0, 0.05, 0.015, 0.004};
    /** Mean inverse distance of what is around a rig, 1/m. */
    private static final double AROUND = 0.4;

    private static final double WHOLE_PULL = Double.MAX_VALUE;

    /**
     * How many points of their own all together are worth in their pull towards infinity at first, since neighbours lie at like
     * distances: none of these is right for all rigs, so all are tried, and the most probable end is taken.
     */
    private static final double[] PULLS = {3, 60, WHOLE_PULL};

    /** An end that costs so much more is no rival of the best. */
    private static final double RIVAL_COST = 40;

    private static final double LAST_PULL = 3;
    /** How much one point that seems far says by itself that it is, and how much all of them together. */
    private static final double FAR_ODDS = 0.7;

    private static final double ALL_FAR_ODDS = 2500;
    private static final int FIRST_FINE = 3;
    private static final double LEAST_NOISE = 0.3;
    private static final double DOUBT_NOISES = 4;

    private RigSolver() {}

    /**
     * Solves a rig.
     *
     * @param card what is known of the rig
     * @param begin the same with the lenses turned to about where they point, within some degrees
     * @param points between its lenses
     * @param run progress; cancelling throws
     * @throws IllegalArgumentException where there are no points
     */
    public static SolveResult solve(Rig card, Rig begin, List<TiePoint> points, SolveSettings settings, Run run) {
        int[] number = new int[points.size()];
        int[] view = new int[points.size()];
        List<Ended> ends = ends(card, begin, WorldPoint.of(points, number, view), points, settings, PULLS, run);
        Ended best = ends.get(0);
        Adjuster.Adjusted adjusted = best.adjusted();
        Priors priors = priors(card, settings, DOUBTS.length - 1);
        return new SolveResult(
                adjusted.state().rigTurnedLike(card),
                rests(adjusted, number, view),
                spread(adjusted.weights(), number, 1, 0),
                spread(adjusted.points().places, number, Points.EACH, 3),
                best.noise() * sigma(points),
                apart(ends),
                Uncertainty.of(adjusted, priors),
                withoutFar(adjusted, best.noise(), priors, run));
    }

    /** The rig alone, of which nothing is asked but where to look next. */
    public static Rig rig(Rig card, Rig begin, List<TiePoint> points, SolveSettings settings, Run run) {
        return best(card, begin, points, settings, PULLS, run);
    }

    /** The same for points that are coarse: what is far is taken as such, and no other way is tried. */
    public static Rig coarse(Rig card, Rig begin, List<TiePoint> points, SolveSettings settings, Run run) {
        return best(card, begin, points, settings, new double[] {WHOLE_PULL}, run);
    }

    private static Rig best(
            Rig card, Rig begin, List<TiePoint> points, SolveSettings settings, double[] pulls, Run run) {
        int[] unused = new int[points.size()];
        List<WorldPoint> seen = WorldPoint.of(points, unused, unused.clone());
        return ends(card, begin, seen, points, settings, pulls, run)
                .get(0)
                .adjusted()
                .state()
                .rigTurnedLike(card);
    }

    private static double sigma(List<TiePoint> points) {
        return points.stream().mapToDouble(TiePoint::sigmaPx).average().orElseThrow();
    }

    /** Where all ways of starting end, the most probable first. */
    private static List<Ended> ends(
            Rig card,
            Rig begin,
            List<WorldPoint> seen,
            List<TiePoint> points,
            SolveSettings settings,
            double[] pulls,
            Run run) {
        if (points.isEmpty()) {
            throw new IllegalArgumentException("a rig is solved from tie points: there are none");
        }
        double sigma = sigma(points);
        AtomicInteger done = new AtomicInteger();
        List<Ended> ways = Arrays.stream(pulls)
                .parallel()
                .mapToObj(pull -> {
                    Ended ended = staged(card, begin, seen, sigma, settings, pull, run);
                    run.step((double) done.incrementAndGet() / pulls.length);
                    return ended;
                })
                .toList();
        // The costs of all ways are compared, so their last stage must measure alike: by the least noise that any of
        // them leaves.
        double least = ways.stream().mapToDouble(Ended::noise).min().orElseThrow();
        return ways.parallelStream()
                .map(way -> stage(
                        card,
                        way.adjusted().state(),
                        way.adjusted().points(),
                        sigma,
                        settings,
                        DOUBTS.length - 1,
                        least,
                        LAST_PULL,
                        run))
                .sorted(Comparator.comparingDouble(ended -> ended.adjusted().cost()))
                .toList();
    }

    /** How far the rig moves if nothing is taken for far because it seems so. */
    private static double withoutFar(Adjuster.Adjusted adjusted, double noise, Priors priors, Run run) {
        Adjuster.Loss loss = new Adjuster.Loss(
                noise,
                DOUBT_NOISES * noise,
                BEYOND[BEYOND.length - 1],
                Math.min(1, LAST_PULL / adjusted.points().count()) / AROUND,
                0,
                0);
        RigState state = adjusted.state();
        Adjuster.Adjusted moved = new Adjuster(state.count, priors, loss).adjust(state, adjusted.points(), run);
        return MappingError.overOverlaps(moved.state().rig(), state.rig()).rms();
    }

    /** How far apart rigs lie that explain the points nearly as well as the best. */
    private static double apart(List<Ended> ends) {
        double least = ends.get(0).adjusted().cost();
        Rig best = ends.get(0).adjusted().state().rig();
        return ends.stream()
                .skip(1)
                .filter(ended -> ended.adjusted().cost() < least + RIVAL_COST)
                .mapToDouble(ended -> MappingError.overOverlaps(
                                ended.adjusted().state().rig(), best)
                        .rms())
                .max()
                .orElse(0);
    }

    private record Ended(Adjuster.Adjusted adjusted, double noise) {}

    private static Ended staged(
            Rig card, Rig begin, List<WorldPoint> seen, double sigma, SolveSettings settings, double pull, Run run) {
        RigState state = new RigState(begin);
        Ended ended = new Ended(new Adjuster.Adjusted(state, Points.between(seen, state), null, null, 0), 1);
        for (int stage = 0; stage < DOUBTS.length - 1; stage++) {
            ended = stage(
                    card,
                    ended.adjusted().state(),
                    ended.adjusted().points(),
                    sigma,
                    settings,
                    stage,
                    ended.noise(),
                    stage < FIRST_FINE ? pull : LAST_PULL,
                    run);
        }
        return ended;
    }

    private static Ended stage(
            Rig card,
            RigState state,
            Points points,
            double sigma,
            SolveSettings settings,
            int stage,
            double noise,
            double pull,
            Run run) {
        double doubt =
                stage < FIRST_FINE ? Math.max(DOUBTS[stage] * card.meanFocalPx() / sigma, noise) : DOUBT_NOISES * noise;
        Adjuster.Loss loss = new Adjuster.Loss(
                noise,
                doubt,
                BEYOND[stage],
                Math.min(1, pull / points.count()) / AROUND,
                FAR[stage],
                Math.min(FAR_ODDS, ALL_FAR_ODDS / points.count()));
        Adjuster adjuster = new Adjuster(state.count, priors(card, settings, stage), loss);
        Adjuster.Adjusted adjusted = adjuster.adjust(state, points, run);
        return new Ended(adjusted, noise(adjusted));
    }

    private static Priors priors(Rig card, SolveSettings settings, int stage) {
        Priors priors = new Priors(card);
        for (int k = 0; k < 3; k++) {
            priors.free(RigState.TURN + k, 0, settings.turn());
        }
        if (stage == 0) {
            return priors;
        }
        Lens lens = card.lenses().get(0).lens();
        double focal = lens.focalPx();
        int at = RigState.LENS;
        priors.free(at + LensValues.FOCAL, focal * settings.focalCommon(), focal * settings.focalOwn());
        double centre = settings.centre() * lens.frame().width();
        priors.free(at + LensValues.CX, 0, centre);
        priors.free(at + LensValues.CY, 0, centre);
        double reach = Priors.reach(lens);
        int radial = Math.min(3, new LensValues(lens).distortions());
        double share = 1;
        for (int k = 0; k < radial; k++) {
            double unit = share / Math.pow(reach, 2.0 * (k + 1));
            priors.free(
                    at + LensValues.DISTORTION + k,
                    unit * settings.distortionCommon(),
                    unit * settings.distortionOwn());
            share /= 2;
        }
        if (settings.pupil() > 0 && stage >= FIRST_FINE) {
            for (int k = 0; k < 3; k++) {
                priors.free(RigState.PUPIL + k, 0, settings.pupil());
            }
        }
        return priors;
    }

    /** How many times larger the points' deviations are than they say themselves. */
    private static double noise(Adjuster.Adjusted adjusted) {
        double[] squares = new double[adjusted.points().count()];
        each(adjusted, (n, terms) -> {
            double sum = 0;
            for (int r = 0; r < terms.rows; r++) {
                sum += terms.rest[r] * terms.rest[r];
            }
            double sigma = adjusted.points().seen.get(n).sigma();
            squares[n] = sum / (sigma * sigma * medianOfSquares(terms.rows - 3));
        });
        Arrays.sort(squares);
        return Math.max(LEAST_NOISE, Math.sqrt(squares[squares.length / 2]));
    }

    /** Of a chi-square's median, by Wilson and Hilferty (1931). */
    private static double medianOfSquares(int freedom) {
        return freedom * Math.pow(1 - 2.0 / (9 * freedom), 3);
    }

    private interface Visitor {
        void visit(int n, PointTerms terms);
    }

    private static void each(Adjuster.Adjusted adjusted, Visitor visitor) {
        PointTerms terms = new PointTerms();
        Points points = adjusted.points();
        double[] sides = new double[6];
        for (int n = 0; n < points.count(); n++) {
            double[] place = Arrays.copyOfRange(points.places, Points.EACH * n, Points.EACH * (n + 1));
            points.sides(n, sides);
            if (!terms.fill(adjusted.state(), points.seen.get(n), place, sides)) {
                Arrays.fill(terms.rest, Double.POSITIVE_INFINITY);
            }
            visitor.visit(n, terms);
        }
    }

    /** By how much the two lenses of each tie point disagree on it, pixels: the root of the sum of its four coordinates' squares. */
    private static double[] rests(Adjuster.Adjusted adjusted, int[] number, int[] view) {
        double[][] rests = new double[adjusted.points().count()][];
        each(adjusted, (n, terms) -> rests[n] = Arrays.copyOf(terms.rest, terms.rows));
        double[] of = new double[number.length];
        for (int i = 0; i < of.length; i++) {
            double[] rest = rests[number[i]];
            int second = 2 * view[i];
            of[i] = Math.hypot(Math.hypot(rest[0], rest[1]), Math.hypot(rest[second], rest[second + 1]));
        }
        return of;
    }

    /** What stands with each tie point's world point. */
    private static double[] spread(double[] values, int[] number, int each, int which) {
        return Arrays.stream(number).mapToDouble(n -> values[n * each + which]).toArray();
    }
}
