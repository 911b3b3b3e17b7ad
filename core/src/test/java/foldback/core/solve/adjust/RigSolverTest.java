package foldback.core.solve.adjust;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.LensFrame;
import foldback.core.rig.MappingError;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.solve.TiePoint;
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
                            NOISE,
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
        SolveResult result = RigSolver.solve(CARD, CARD, points(900, 0), SolveSettings.defaults(), Run.QUIET);
        assertThat(errorDegrees(result)).isLessThan(0.03);
        assertThat(result.noisePx()).isBetween(0.7 * NOISE, 1.4 * NOISE);
        assertThat(Math.toDegrees(result.uncertainty().mismatchRad())).isBetween(0.001, 0.03);
    }

    @Test
    void falseMatchesAreNotBelieved() {
        List<TiePoint> points = points(900, 0.15);
        SolveResult result = RigSolver.solve(CARD, CARD, points, SolveSettings.defaults(), Run.QUIET);
        assertThat(errorDegrees(result)).isLessThan(0.04);
        for (int i = 0; i < points.size(); i++) {
            if (result.restPx()[i] > 5) {
                assertThat(result.weights()[i]).isLessThan(0.1);
            }
        }
    }

    /** The whole rig stays turned as the card is: a solved rig does not tilt the horizon. */
    @Test
    void theWholeStaysTurnedLikeTheCard() {
        SolveResult result = RigSolver.solve(CARD, CARD, points(600, 0), SolveSettings.defaults(), Run.QUIET);
        double[] mean = new double[3];
        for (int i = 0; i < 4; i++) {
            double[] off = RigState.turn(CARD.lenses()
                    .get(i)
                    .rigFromLens()
                    .times(result.rig().lenses().get(i).rigFromLens().inverse()));
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
        assertThatThrownBy(() -> RigSolver.solve(CARD, CARD, List.of(), SolveSettings.defaults(), Run.QUIET))
                .hasMessageContaining("tie points");
    }
}
