package foldback.core.solve.adjust;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.LensFrame;
import foldback.core.match.Spread;
import foldback.core.match.TiePoint;
import foldback.core.match.Turns;
import foldback.core.rig.MappingError;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;

/** Tie points projected from a known world, so that the truth is exact. */
class RigSolverTest {
    private static final double NOISE = 0.1;

    /** Four lenses in a ring that is truly a little off the card. */
    private static final Rig CARD = rig(0, 0, 0, 0);

    private static final Rig TRUTH = rig(Math.toRadians(4), 0.02, 6, -0.006);

    private static final Rig PAIR_TRUTH = rig(Math.toRadians(4), -0.095, 6, -0.006);

    private static Rig rig(double turn, double focal, double centre, double k1) {
        List<RigLens> lenses = new ArrayList<>();
        SplittableRandom random = new SplittableRandom(8);
        for (int i = 0; i < 4; i++) {
            double yaw = Math.PI / 2 * i;
            Rotation off = Rotation.ofVector(
                    turn * (2 * random.nextDouble() - 1),
                    turn * (2 * random.nextDouble() - 1),
                    turn * (2 * random.nextDouble() - 1));
            LensFrame frame = new LensFrame(
                    1200,
                    1200,
                    600 + centre * (2 * random.nextDouble() - 1),
                    600 + centre * (2 * random.nextDouble() - 1),
                    Optional.empty());
            lenses.add(new RigLens(
                    String.valueOf((char) ('A' + i)),
                    new FisheyeLens(frame, 380 * (1 + focal), k1, 0, 0, 0),
                    Rotation.ofYawPitchRoll(yaw, 0, 0).times(off),
                    new Position(0.04 * Math.sin(yaw), 0, 0.04 * Math.cos(yaw))));
        }
        return new Rig("ring", lenses);
    }

    /** Far and near points, some of them matched falsely. */
    private static List<TiePoint> points(int count, double falseShare) {
        SplittableRandom random = new SplittableRandom(21);
        List<TiePoint> points = new ArrayList<>();
        while (points.size() < count) {
            double far = random.nextInt(3) == 0 ? 1e6 : 1.2 + 20 * random.nextDouble();
            Direction d =
                    Direction.ofYawPitch(2 * Math.PI * random.nextDouble(), Math.asin(2 * random.nextDouble() - 1));
            double[] head = null;
            for (int i = 0; i < 4; i++) {
                double[] xy = seen(TRUTH.lenses().get(i), d, far, random);
                if (xy == null) {
                    continue;
                }
                if (head == null) {
                    head = new double[] {i, xy[0], xy[1]};
                } else {
                    boolean isFalse = random.nextDouble() < falseShare;
                    points.add(new TiePoint(
                            (int) head[0],
                            head[1],
                            head[2],
                            i,
                            xy[0] + (isFalse ? 30 * random.nextGaussian() : 0),
                            xy[1] + (isFalse ? 30 * random.nextGaussian() : 0),
                            Spread.even(NOISE),
                            0,
                            TiePoint.Origin.FOUND));
                }
            }
        }
        return points;
    }

    private static double[] seen(RigLens lens, Direction d, double far, SplittableRandom random) {
        Position p = lens.pupil();
        Direction there = lens.rigFromLens()
                .inverse()
                .apply(new Direction(far * d.x() - p.x(), far * d.y() - p.y(), far * d.z() - p.z()));
        double[] xy = new double[2];
        lens.lens().project(new double[] {there.x(), there.y(), there.z()}, xy, new double[1], 1);
        xy[0] += NOISE * random.nextGaussian();
        xy[1] += NOISE * random.nextGaussian();
        return lens.lens().frame().depthInside(xy[0], xy[1]) > 2 ? xy : null;
    }

    private static double errorDegrees(SolveResult result) {
        return Math.toDegrees(MappingError.overOverlaps(result.rig(), TRUTH).rms());
    }

    @Test
    void findsTheTrueRigFromNearAndFarPoints() {
        assertThat(Math.toDegrees(MappingError.overOverlaps(CARD, TRUTH).rms())).isGreaterThan(1);
        SolveResult result =
                RigSolver.solve(CARD, CARD, points(900, 0), Turns.NONE, SolveSettings.defaults(), Run.QUIET);
        assertThat(errorDegrees(result)).isLessThan(0.03);
        assertThat(result.noisePx()).isBetween(0.7 * NOISE, 1.4 * NOISE);
        assertThat(Math.toDegrees(result.uncertainty().mismatchRad())).isBetween(0.001, 0.03);
    }

    @Test
    void falseMatchesAreNotBelieved() {
        List<TiePoint> points = points(900, 0.15);
        SolveResult result = RigSolver.solve(CARD, CARD, points, Turns.NONE, SolveSettings.defaults(), Run.QUIET);
        assertThat(errorDegrees(result)).isLessThan(0.04);
        for (int i = 0; i < points.size(); i++) {
            if (result.residualPx()[i] > 5) {
                assertThat(result.weights()[i]).isLessThan(0.1);
            }
        }
    }

    /** Posts and skylines are placed well one way only; that way they say as much as any point. */
    @Test
    void aPointSaysWhatItCanInItsBetterDirection() {
        SplittableRandom random = new SplittableRandom(5);
        List<TiePoint> told = new ArrayList<>();
        List<TiePoint> untold = new ArrayList<>();
        for (TiePoint point : points(900, 0)) {
            double angle = Math.PI * random.nextDouble();
            double along = 1.5 * random.nextGaussian();
            double x = point.x2() + along * Math.cos(angle);
            double y = point.y2() + along * Math.sin(angle);
            Spread spread = new Spread(1.5, NOISE, angle);
            told.add(moved(point, x, y, spread));
            untold.add(moved(point, x, y, Spread.even(spread.meanPx())));
        }
        double with = errorDegrees(RigSolver.solve(CARD, CARD, told, Turns.NONE, SolveSettings.defaults(), Run.QUIET));
        double without =
                errorDegrees(RigSolver.solve(CARD, CARD, untold, Turns.NONE, SolveSettings.defaults(), Run.QUIET));
        assertThat(with).isLessThan(0.05);
        assertThat(without).isGreaterThan(1.5 * with);
    }

    private static TiePoint moved(TiePoint p, double x, double y, Spread spread) {
        return new TiePoint(p.first(), p.x1(), p.y1(), p.second(), x, y, spread, p.moment(), p.origin());
    }

    /** A rig that was carried stands elsewhere over another ground. */
    @Test
    void theGroundUnderEachStandIsItsOwn() {
        double[][] planes = {{0.09, 0.8, 0.05}, {-0.07, 0.55, -0.04}};
        List<TiePoint> ties = new ArrayList<>(overGround(planes[0], 0));
        ties.addAll(overGround(planes[1], 1));
        assertThat(pairErrorDegrees(ties)).isLessThan(0.05);

        Rig truth = pair(PAIR_TRUTH);
        WorldPoint.All all = WorldPoint.of(ties, Turns.NONE, truth);
        assertThat(all.firstFromStand()).hasSize(2).containsOnlyNulls();
        List<WorldPoint> seen = all.points();
        Points points = Points.between(seen, new RigState(truth, all.firstFromStand()));
        for (int n = 0; n < seen.size(); n++) {
            double[] plane = planes[seen.get(n).stand()];
            for (int k = 0; k < 3; k++) {
                points.places[Points.EACH * n + 3] += plane[k] * points.places[Points.EACH * n + k];
            }
        }
        double[] found = points.ground(2);
        for (int k = 0; k < 6; k++) {
            assertThat(found[k]).isCloseTo(planes[k / 3][k % 3], within(1e-6));
        }
    }

    /** A stand says nothing of the inside of two lenses: what their card knows of it stays. */
    @Test
    void thePairsInsideStaysAsItsCardKnowsIt() {
        List<TiePoint> ties = new ArrayList<>(overGround(new double[] {0.09, 0.8, 0.05}, 0));
        Rig card = pair(rig(0, -0.1, 0, -0.0045));
        SolveResult result = RigSolver.solve(card, card, ties, Turns.NONE, SolveSettings.defaults(), Run.QUIET);
        Rig truth = pair(PAIR_TRUTH);
        assertThat(Math.toDegrees(MappingError.overOverlaps(result.rig(), truth).rms()))
                .isLessThan(0.05);
        assertThat(Math.toDegrees(MappingError.overLenses(result.rig(), truth).rms()))
                .isLessThan(0.12);
    }

    /** Without parallax pupils could drift apart, and the points' distances take up their noise: the card's stay. */
    @Test
    void lensesThatShareOnePointKeepIt() {
        Rig truth = inOnePoint(pair(PAIR_TRUTH));
        Rig card = inOnePoint(pair(rig(0, -0.1, 0, -0.0045)));
        List<TiePoint> ties = overGround(truth, new double[] {0.09, 0.8, 0.05}, 0);
        SolveResult result = RigSolver.solve(card, card, ties, Turns.NONE, SolveSettings.defaults(), Run.QUIET);
        assertThat(result.rig().lenses())
                .allSatisfy(lens ->
                        assertThat(lens.pupil().distanceTo(Position.ORIGIN)).isLessThan(0.0005));
        assertThat(Math.toDegrees(MappingError.overOverlaps(result.rig(), truth).rms()))
                .isLessThan(0.05);
    }

    private static Rig inOnePoint(Rig rig) {
        return new Rig(
                rig.name(),
                rig.lenses().stream()
                        .map(lens -> lens.withPupil(Position.ORIGIN))
                        .toList());
    }

    /** A card that has them in one point though they lie apart is put right. */
    @Test
    void pupilsThatLieApartAreFoundApart() {
        Rig truth = pair(PAIR_TRUTH);
        Rig card = inOnePoint(pair(rig(0, -0.1, 0, -0.0045)));
        List<TiePoint> ties = overGround(truth, new double[] {0.09, 0.8, 0.05}, 0);
        SolveResult result = RigSolver.solve(card, card, ties, Turns.NONE, SolveSettings.fromNothing(), Run.QUIET);
        double apart = result.rig()
                .lenses()
                .get(0)
                .pupil()
                .distanceTo(result.rig().lenses().get(1).pupil());
        assertThat(apart).isGreaterThan(0.04);
    }

    /** Where the card is far off, the points count more than it. */
    @Test
    void aPairWhoseCardIsFarOffIsSolvedAllTheSame() {
        List<TiePoint> ties = new ArrayList<>(overGround(new double[] {0.09, 0.8, 0.05}, 0));
        Rig card = pair(rig(0, -0.13, 0, 0.004));
        SolveResult result = RigSolver.solve(card, card, ties, Turns.NONE, SolveSettings.defaults(), Run.QUIET);
        Rig truth = pair(PAIR_TRUTH);
        assertThat(MappingError.overOverlaps(result.rig(), truth).rms())
                .isLessThan(0.2 * MappingError.overOverlaps(card, truth).rms());
    }

    /** Without points all priors are as probable. */
    @Test
    void theEvidenceOfNothingIsTheSameForAllPriors() {
        RigState state = new RigState(CARD, new Rotation[1]);
        double[] costs = new double[2];
        for (int n = 0; n < 2; n++) {
            Priors priors = new Priors(CARD, new Rotation[1]);
            priors.free(RigState.TURN, 0.2 * n, 0.1);
            priors.free(RigState.LENS, 3 + 8 * n, 5 - 2 * n);
            double[] hessian = new double[priors.size() * priors.size()];
            priors.add(state, hessian, new double[priors.size()]);
            Adjuster.Adjusted nothing =
                    new Adjuster.Adjusted(state, null, new double[0], hessian, new double[0], priors.cost(state));
            costs[n] = LogEvidence.cost(nothing, priors);
        }
        assertThat(costs[1]).isCloseTo(costs[0], within(1e-6));
    }

    /** A rig that tells distances more exactly could have explained more by chance: for each point by the logarithm of how much more. */
    @Test
    void distancesThatARigTellsCostEvidence() {
        RigState state = new RigState(CARD, new Rotation[1]);
        Priors priors = new Priors(CARD, new Rotation[1]);
        priors.free(RigState.TURN, 0.2, 0.1);
        double[] hessian = new double[priors.size() * priors.size()];
        priors.add(state, hessian, new double[priors.size()]);
        double[] costs = new double[2];
        for (int n = 0; n < 2; n++) {
            double variance = n == 0 ? 100 : 0.0016;
            costs[n] = LogEvidence.cost(
                    new Adjuster.Adjusted(
                            state, null, new double[] {1, 0.5}, hessian, new double[] {variance, variance}, 3),
                    priors);
        }
        assertThat(costs[1] - costs[0]).isCloseTo(1.5 * Math.log(100), within(1e-6));
    }

    private static double pairErrorDegrees(List<TiePoint> points) {
        Rig card = pair(rig(0, -0.105, 0, 0));
        SolveResult result = RigSolver.solve(card, card, points, Turns.NONE, SolveSettings.defaults(), Run.QUIET);
        return Math.toDegrees(
                MappingError.overOverlaps(result.rig(), pair(PAIR_TRUTH)).rms());
    }

    /** Two of the four lenses, back to back. */
    private static Rig pair(Rig ring) {
        return new Rig("pair", List.of(ring.lenses().get(0), ring.lenses().get(2)));
    }

    /** Points on a plane, and far ones above where it ends. */
    private static List<TiePoint> overGround(double[] plane, int moment) {
        return overGround(pair(PAIR_TRUTH), plane, moment);
    }

    private static List<TiePoint> overGround(Rig truth, double[] plane, int moment) {
        SplittableRandom random = new SplittableRandom(31 + moment);
        List<TiePoint> points = new ArrayList<>();
        while (points.size() < 300) {
            Direction d = Direction.ofYawPitch(2 * Math.PI * random.nextDouble(), 0.5 - 1.6 * random.nextDouble());
            double inverse = plane[0] * d.x() + plane[1] * d.y() + plane[2] * d.z();
            double far = d.y() > 0.03 ? 1 / inverse : 1e6;
            double[] head = null;
            for (int i = 0; i < 2; i++) {
                double[] xy = seen(truth.lenses().get(i), d, far, random);
                if (xy != null && head == null) {
                    head = new double[] {i, xy[0], xy[1]};
                } else if (xy != null) {
                    points.add(new TiePoint(
                            (int) head[0],
                            head[1],
                            head[2],
                            i,
                            xy[0],
                            xy[1],
                            Spread.even(NOISE),
                            moment,
                            TiePoint.Origin.FOUND));
                }
            }
        }
        return points;
    }

    /** The whole rig stays turned as the card is: a solved rig does not tilt the horizon. */
    @Test
    void theWholeStaysTurnedLikeTheCard() {
        SolveResult result =
                RigSolver.solve(CARD, CARD, points(600, 0), Turns.NONE, SolveSettings.defaults(), Run.QUIET);
        double[] mean = new double[3];
        for (int i = 0; i < 4; i++) {
            double[] off = CARD.lenses()
                    .get(i)
                    .rigFromLens()
                    .times(result.rig().lenses().get(i).rigFromLens().inverse())
                    .vector();
            for (int k = 0; k < 3; k++) {
                mean[k] += off[k] / 4;
            }
        }
        assertThat(Math.hypot(mean[0], Math.hypot(mean[1], mean[2]))).isLessThan(1e-4);
    }

    @Test
    void aCancelledSolveStopsAndNoPointsAreRefused() {
        List<TiePoint> points = points(100, 0);
        Run cancelled = new Run(share -> {}, () -> true);
        assertThatThrownBy(() -> RigSolver.coarse(CARD, CARD, points, SolveSettings.defaults(), cancelled))
                .isInstanceOf(CancellationException.class);
        assertThatThrownBy(
                        () -> RigSolver.solve(CARD, CARD, List.of(), Turns.NONE, SolveSettings.defaults(), Run.QUIET))
                .hasMessageContaining("tie points");
    }
}
