package foldback.core.solve.adjust;

import foldback.core.lens.Lens;
import foldback.core.match.TiePoint;
import foldback.core.match.Turns;
import foldback.core.rig.MappingError;
import foldback.core.rig.Rig;
import foldback.core.run.Run;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;

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
     * A way to start: what is near and how the lenses lie are told apart by little, so there are many ends, of which the most
     * probable is taken.
     *
     * @param pull how many points of their own all together are worth in their pull towards infinity at first, since neighbours lie
     *     at like distances
     * @param ground inverse height of the rig over ground that points are taken to lie on at first, 1/m; 0 where all are far
     */
    private record Start(double pull, double ground) {}

    private static final List<Start> STARTS = List.of(
            new Start(60, 0), new Start(WHOLE_PULL, 0), new Start(3, 0.3), new Start(3, 0.55), new Start(3, 0.9));
    /** Ways that are enough to know where to look next. */
    private static final List<Start> FEW_STARTS = List.of(new Start(60, 0), new Start(3, 0.55));

    private static final List<Start> COARSE_START = List.of(new Start(WHOLE_PULL, 0));

    /** The ways are gone with no more points than that; the best of them goes on with all. */
    private static final int SEARCHED = 800;

    /** An end that costs so much more is no rival of the best. */
    private static final double RIVAL_COST = 40;

    private static final double TWO_BEND_ALIKE = 0.2;
    /** Pupils that lie nearer by the card are taken for one point until the points say otherwise. */
    private static final double ONE_POINT_METRES = 0.008;

    /** How far a rig is carried between two moments, and how far it is believed to be at first. */
    private static final double CARRIED_METRES = 0.3;

    private static final double FIRST_CARRIED_METRES = 0.1;

    private static final double LAST_PULL = 3;
    /** How much one point that seems far says by itself that it is, and how much all of them together. */
    private static final double FAR_ODDS = 2;

    private static final double ALL_FAR_ODDS = 2500;
    /** The same of lying on the ground, for one that looks down. */
    private static final double GROUND_ODDS = 0.7;

    private static final double ALL_GROUND_ODDS = 2500;
    /** An adjustment goes on while a step gains that share of the cost: ends lie in shallow valleys. */
    private static final double FINE_GAIN = 1e-6;

    private static final double COARSE_GAIN = 1e-4;
    private static final int FIRST_FINE = 3;
    private static final double BELIEVED = 0.5;
    private static final double NEARLY_ALL = 0.99;
    private static final double LEAST_NOISE = 0.7;
    private static final double DOUBT_NOISES = 4;

    private RigSolver() {}

    /**
     * What is solved.
     *
     * @param firstFromStand how the rig turned from its first stand to each other one, about; null where that is not to be found
     * @param sigma of the points, the mean of what they say of themselves, pixels
     */
    private record Task(Rig card, Rotation[] firstFromStand, double sigma, SolveSettings settings) {
        Task with(SolveSettings other) {
            return new Task(card, firstFromStand, sigma, other);
        }

        int stands() {
            return firstFromStand.length;
        }

        Priors priors() {
            return priors(DOUBTS.length - 1);
        }

        Priors priors(int stage) {
            return RigSolver.priors(card, firstFromStand, settings, stage);
        }
    }

    /**
     * Solves a rig.
     *
     * @param card what is known of the rig
     * @param begin the same with the lenses turned to about where they point, within some degrees
     * @param points between its lenses
     * @param turns what it saw from moment 0 and from where it turned to; none where it stood still
     * @param run progress; cancelling throws
     * @throws IllegalArgumentException where there are no points
     */
    public static SolveResult solve(
            Rig card, Rig begin, List<TiePoint> points, Turns turns, SolveSettings settings, Run run) {
        WorldPoint.All all = WorldPoint.of(points, turns, begin);
        Task task = new Task(card, all.firstFromStand(), sigma(points), settings);
        List<Ended> ends = ends(task, begin, all.points(), STARTS, run.part(0, 0.7));
        Ended best = onAll(task, ends.get(0), all.points(), run.part(0.7, 1));
        TrustInCard.Chosen trusted = trusted(task, best, run);
        if (settings.pupil() > 0 && sharesOnePoint(card)) {
            trusted = trusted.or(withoutParallax(task, best, run));
        }
        Adjuster.Adjusted adjusted = trusted.way().adjusted();
        Priors priors = trusted.way().priors();
        Adjuster.Loss loss = lastLoss(task, adjusted.points(), best.noise());
        return new SolveResult(
                adjusted.state().rigTurnedLike(card),
                residuals(adjusted, all.number(), all.view()),
                spread(adjusted.weights(), all.number(), 1, 0),
                spread(adjusted.points().places, all.number(), Points.EACH, 3),
                best.noise() * task.sigma,
                apart(ends),
                Uncertainty.of(adjusted, priors, loss).beside(trusted.othersRad()),
                withoutFar(adjusted, loss, priors, run),
                crossed(adjusted));
    }

    private static int crossed(Adjuster.Adjusted adjusted) {
        List<WorldPoint> seen = adjusted.points().seen;
        return (int) IntStream.range(0, seen.size())
                .filter(n -> adjusted.weights()[n] >= BELIEVED
                        && seen.get(n).isFromElsewhere(seen.get(n).views() - 1))
                .count();
    }

    /** Whether the card's lenses look out of one point, or as good as that. */
    private static boolean sharesOnePoint(Rig card) {
        return card.lenses().stream()
                .allMatch(lens -> lens.pupil().distanceTo(card.lenses().get(0).pupil()) < ONE_POINT_METRES);
    }

    /**
     * The same with the pupils where the card has them. Lenses that share one point see no parallax, and pupils that drift apart make room for
     * some: each point's distance then takes up a part of its noise, which only the evidence tells from parallax that is there.
     */
    private static TrustInCard.Chosen withoutParallax(Task task, Ended best, Run run) {
        Task held = task.with(task.settings.withPupil(0));
        RigState state = best.adjusted().state().withPupilsOf(task.card);
        Ended back = new Ended(unadjusted(state, best.adjusted().points()), best.noise());
        Ended ended = last(held, back, best.noise(), run);
        return trusted(held, new Ended(ended.adjusted(), best.noise()), run);
    }

    /**
     * Of two lenses, the rig with as much trust in the card's focal lengths and distortion as the points say that it deserves; more lenses
     * tell all by themselves.
     */
    private static TrustInCard.Chosen trusted(Task task, Ended best, Run run) {
        TrustInCard.Way asItIs = new TrustInCard.Way(best.adjusted(), task.priors());
        if (task.card.lenses().size() > 2 || task.settings.holdsShape()) {
            return TrustInCard.only(asItIs);
        }
        return TrustInCard.choose(asItIs, share -> {
            Task trusting = task.with(task.settings.trusting(share));
            return new TrustInCard.Way(last(trusting, best, best.noise(), run).adjusted(), trusting.priors());
        });
    }

    /**
     * A rig of which nothing is asked but where to look next.
     *
     * @param nearest inverse distance of the nearest things that are believed, 1/m
     * @param stands where it stood at each of the moments that it turned to
     */
    public record Guess(Rig rig, double nearest, List<Stand> stands) {}

    /**
     * Where a rig stood.
     *
     * @param referenceFromRig how it had turned from the reference moment
     * @param place of its origin in its frame at the reference moment, metres
     */
    public record Stand(Rotation referenceFromRig, Position place) {}

    /** The rig alone, for where to look next. */
    public static Guess guess(
            Rig card, Rig begin, List<TiePoint> points, Turns turns, SolveSettings settings, Run run) {
        return best(card, begin, points, turns, settings, FEW_STARTS, run);
    }

    /** The same for points that are coarse: what is far is taken as such, and no other way is tried. */
    public static Rig coarse(Rig card, Rig begin, List<TiePoint> points, SolveSettings settings, Run run) {
        return best(card, begin, points, Turns.NONE, settings, COARSE_START, run).rig;
    }

    private static Guess best(
            Rig card,
            Rig begin,
            List<TiePoint> points,
            Turns turns,
            SolveSettings settings,
            List<Start> starts,
            Run run) {
        WorldPoint.All all = WorldPoint.of(points, turns, begin);
        Task task = new Task(card, all.firstFromStand(), sigma(points), settings);
        Adjuster.Adjusted adjusted =
                ends(task, begin, all.points(), starts, run).get(0).adjusted();
        double[] inverses = IntStream.range(0, adjusted.points().count())
                .filter(n -> adjusted.weights()[n] > BELIEVED)
                .mapToDouble(n -> adjusted.points().places[Points.EACH * n + 3])
                .sorted()
                .toArray();
        double nearest =
                inverses.length == 0 ? Double.POSITIVE_INFINITY : inverses[(int) (NEARLY_ALL * inverses.length)];
        RigState state = adjusted.state();
        Rig rig = state.rigTurnedLike(card);
        // The rig was turned as a whole: so is what its stands are told in.
        Rotation whole = rig.lenses().get(0).rigFromLens().times(state.rigFromLens[0].inverse());
        int turned = turns.turns().size();
        List<Stand> stands = IntStream.range(task.stands() - turned, task.stands())
                .mapToObj(stand -> stand(state, stand, whole))
                .toList();
        return new Guess(rig, nearest, stands);
    }
    /** The mean of what the points say of themselves. */
    private static double sigma(List<TiePoint> points) {
        if (points.isEmpty()) {
            throw new IllegalArgumentException("a rig is solved from tie points: there are none");
        }
        return points.stream()
                .mapToDouble(tie -> tie.spread().meanPx())
                .average()
                .orElseThrow();
    }

    /** Where all ways of starting end with some of the points, the most probable first. */
    private static List<Ended> ends(Task task, Rig begin, List<WorldPoint> seen, List<Start> starts, Run run) {
        AtomicInteger done = new AtomicInteger();
        List<WorldPoint> some = some(seen);
        List<Ended> ways = starts.parallelStream()
                .map(start -> {
                    Ended ended = staged(task, begin, some, start, run);
                    run.step((double) done.incrementAndGet() / starts.size());
                    return ended;
                })
                .toList();
        // The costs of all ways are compared, so their last stage must measure alike: by the least noise that any of
        // them leaves.
        double least = ways.stream().mapToDouble(Ended::noise).min().orElseThrow();
        return ways.parallelStream()
                .map(way -> last(task, way, least, run))
                .sorted(Comparator.comparingDouble(ended -> ended.adjusted().cost()))
                .toList();
    }

    /** Evenly picked ones. */
    private static List<WorldPoint> some(List<WorldPoint> seen) {
        if (seen.size() <= SEARCHED) {
            return seen;
        }
        return IntStream.range(0, SEARCHED)
                .mapToObj(i -> seen.get((int) ((long) i * seen.size() / SEARCHED)))
                .toList();
    }

    /** The fine stages again with all points. */
    private static Ended onAll(Task task, Ended found, List<WorldPoint> seen, Run run) {
        RigState state = found.adjusted().state();
        Points points = Points.between(seen, state);
        Ended ended = new Ended(unadjusted(state, points), found.noise());
        for (int stage = FIRST_FINE; stage < DOUBTS.length - 1; stage++) {
            RigState from = ended.adjusted().state();
            ended = stage(
                    task, from, ended.adjusted().points(), stage, BEYOND[stage], ended.noise(), LAST_PULL, true, run);
        }
        return last(task, ended, ended.noise(), run);
    }

    private static Ended last(Task task, Ended way, double noise, Run run) {
        int stage = DOUBTS.length - 1;
        RigState from = way.adjusted().state();
        return stage(task, from, way.adjusted().points(), stage, BEYOND[stage], noise, LAST_PULL, true, run);
    }

    /** How far the rig moves if nothing is taken for far because it seems so. */
    private static double withoutFar(Adjuster.Adjusted adjusted, Adjuster.Loss last, Priors priors, Run run) {
        RigState state = adjusted.state();
        Adjuster.Adjusted moved =
                new Adjuster(priors, last.withoutFarOrGround()).adjust(state, adjusted.points(), FINE_GAIN, run);
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

    private static Ended staged(Task task, Rig begin, List<WorldPoint> seen, Start start, Run run) {
        double[] ground = new double[task.stands() * RigState.GROUND];
        for (int stand = 0; stand < task.stands(); stand++) {
            ground[stand * RigState.GROUND + 1] = start.ground;
        }
        RigState state = new RigState(begin, task.firstFromStand).withGround(ground);
        Ended ended = new Ended(unadjusted(state, Points.between(seen, state)), 1);
        for (int stage = 0; stage < DOUBTS.length - 1; stage++) {
            boolean grounded = stage >= FIRST_FINE || stage > 0 && start.ground > 0;
            RigState from = ended.adjusted().state();
            Points points = ended.adjusted().points();
            if (stage == FIRST_FINE && start.ground == 0) {
                from = from.withGround(points.ground(task.stands()));
            }
            double pull = stage < FIRST_FINE ? start.pull : LAST_PULL;
            // Ground that is supposed stays where it is until the lenses fit it: else what they are like now would win.
            double beyond = stage == 1 && start.ground > 0 ? 0 : BEYOND[stage];
            ended = stage(task, from, points, stage, beyond, ended.noise(), pull, grounded, run);
        }
        return ended;
    }

    private static Ended stage(
            Task task,
            RigState state,
            Points points,
            int stage,
            double beyond,
            double noise,
            double pull,
            boolean grounded,
            Run run) {
        Adjuster.Loss loss = loss(task, points, stage, beyond, noise, pull, grounded);
        Adjuster adjuster = new Adjuster(task.priors(stage), loss);
        Adjuster.Adjusted adjusted =
                adjuster.adjust(state, points, stage == DOUBTS.length - 1 ? FINE_GAIN : COARSE_GAIN, run);
        return new Ended(adjusted, noise(adjusted));
    }

    private static Adjuster.Adjusted unadjusted(RigState state, Points points) {
        return new Adjuster.Adjusted(state, points, null, null, null, 0);
    }

    private static Adjuster.Loss loss(
            Task task, Points points, int stage, double beyond, double noise, double pull, boolean grounded) {
        double doubt = stage < FIRST_FINE
                ? Math.max(DOUBTS[stage] * task.card.meanFocalPx() / task.sigma, noise)
                : DOUBT_NOISES * noise;
        return new Adjuster.Loss(
                noise,
                doubt,
                beyond,
                Math.min(1, pull / points.count()) / AROUND,
                FAR[stage],
                Math.min(FAR_ODDS, ALL_FAR_ODDS / Math.max(1, points.mayBeFar())),
                grounded ? Math.min(GROUND_ODDS, ALL_GROUND_ODDS / Math.max(1, points.mayBeGround())) : 0);
    }

    /** The loss of the last stage. */
    private static Adjuster.Loss lastLoss(Task task, Points points, double noise) {
        int last = DOUBTS.length - 1;
        return loss(task, points, last, BEYOND[last], noise, LAST_PULL, true);
    }

    private static Stand stand(RigState state, int stand, Rotation whole) {
        double[] way = state.ways[stand];
        return new Stand(
                whole.times(state.firstFromStand[stand]).times(whole.inverse()),
                whole.apply(new Position(way[0], way[1], way[2])));
    }

    private static Priors priors(Rig card, Rotation[] firstFromStand, SolveSettings settings, int stage) {
        Priors priors = new Priors(card, firstFromStand);
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
        double width = lens.frame().width();
        priors.free(at + LensValues.CX, settings.centreCommon() * width, settings.centreOwn() * width);
        priors.free(at + LensValues.CY, settings.centreCommon() * width, settings.centreOwn() * width);
        double reach = Priors.reach(lens);
        int radial = Math.min(3, new LensValues(lens).distortions());
        // Of two lenses no point tells a wider one beside a narrower one from a difference in how they bend: they bend
        // alike.
        double alike = card.lenses().size() == 2 ? TWO_BEND_ALIKE : 1;
        double share = 1;
        for (int k = 0; k < radial; k++) {
            double unit = share / Math.pow(reach, 2.0 * (k + 1));
            priors.free(
                    at + LensValues.DISTORTION + k,
                    unit * settings.distortionCommon(),
                    unit * settings.distortionOwn() * alike);
            share /= 2;
        }
        // While hardly a distance is known a long way to things far off explains a short one to things nearby.
        priors.carried(stage >= FIRST_FINE ? CARRIED_METRES : FIRST_CARRIED_METRES);
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
        visitTerms(adjusted, (n, terms) -> {
            terms.whiten(adjusted.points().seen.get(n));
            double sum = 0;
            for (int r = 0; r < terms.rows; r++) {
                sum += terms.residual[r] * terms.residual[r];
            }
            squares[n] = sum / medianOfSquares(terms.rows - 3);
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

    private static void visitTerms(Adjuster.Adjusted adjusted, Visitor visitor) {
        PointTerms terms = new PointTerms();
        Points points = adjusted.points();
        double[] sides = new double[6];
        for (int n = 0; n < points.count(); n++) {
            double[] place = Arrays.copyOfRange(points.places, Points.EACH * n, Points.EACH * (n + 1));
            points.sides(n, sides);
            if (!terms.fill(adjusted.state(), points.seen.get(n), place, sides)) {
                Arrays.fill(terms.residual, Double.POSITIVE_INFINITY);
            }
            visitor.visit(n, terms);
        }
    }

    /** By how much the two lenses of each tie point disagree on it, pixels: the root of the sum of its four coordinates' squares. */
    private static double[] residuals(Adjuster.Adjusted adjusted, int[] number, int[] view) {
        double[][] residuals = new double[adjusted.points().count()][];
        visitTerms(adjusted, (n, terms) -> residuals[n] = Arrays.copyOf(terms.residual, terms.rows));
        double[] of = new double[number.length];
        for (int i = 0; i < of.length; i++) {
            double[] residual = residuals[number[i]];
            int second = 2 * view[i];
            of[i] = Math.hypot(
                    Math.hypot(residual[0], residual[1]), Math.hypot(residual[second], residual[second + 1]));
        }
        return of;
    }

    /** What stands with each tie point's world point. */
    private static double[] spread(double[] values, int[] number, int each, int which) {
        return Arrays.stream(number).mapToDouble(n -> values[n * each + which]).toArray();
    }
}
