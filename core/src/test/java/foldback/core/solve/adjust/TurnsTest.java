package foldback.core.solve.adjust;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.match.Spread;
import foldback.core.match.TiePoint;
import foldback.core.match.TurnPoint;
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
import org.junit.jupiter.api.Test;

/** A pair that turned, its points projected from a known world. */
class TurnsTest {
    private static final double NOISE = 0.1;
    private static final Rig TRUTH = pair(240, -0.012, 0.0008, 3);
    /** Focal length and distortion as points at the rims cannot tell them from the truth. */
    private static final Rig CARD = pair(236.5, -0.0045, 0.0003, 0);

    private static final Rotation TURN = Rotation.ofYawPitchRoll(0.6, 0.05, -0.03);
    private static final Position WAY = new Position(0.12, 0.01, -0.06);

    private final SplittableRandom random = new SplittableRandom(4);

    private static Rig pair(double focal, double k1, double k2, double centre) {
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            ImageCircle circle = new ImageCircle(480, 480, 395);
            LensFrame frame = new LensFrame(960, 960, 480 + centre, 480 - centre * i, Optional.of(circle));
            lenses.add(new RigLens(
                    i == 0 ? "A" : "B",
                    new FisheyeLens(frame, focal, k1, k2, 0, 0),
                    Rotation.ofYawPitchRoll(Math.PI * i + 0.003 * centre * i, 0, 0.002 * centre),
                    new Position(0, 0, i == 0 ? 0.014 : -0.014)));
        }
        return new Rig("pair", lenses);
    }

    /** Where a lens sees a thing, the rig standing so; null where it does not. */
    private double[] seen(RigLens lens, double[] thing, Rotation referenceFromRig, Position rig) {
        Direction inRig = referenceFromRig
                .inverse()
                .apply(new Direction(thing[0] - rig.x(), thing[1] - rig.y(), thing[2] - rig.z()));
        double length = Math.hypot(Math.hypot(thing[0] - rig.x(), thing[1] - rig.y()), thing[2] - rig.z());
        Position pupil = lens.pupil();
        Direction ray = lens.rigFromLens()
                .inverse()
                .apply(new Direction(
                        length * inRig.x() - pupil.x(),
                        length * inRig.y() - pupil.y(),
                        length * inRig.z() - pupil.z()));
        double[] xy = new double[2];
        lens.lens().project(new double[] {ray.x(), ray.y(), ray.z()}, xy, new double[1], 1);
        xy[0] += NOISE * random.nextGaussian();
        xy[1] += NOISE * random.nextGaussian();
        return lens.lens().frame().depthInside(xy[0], xy[1]) > 2 ? xy : null;
    }

    /** Ground 1.6 m below, things at all distances above. */
    private double[] thing() {
        Direction d = Direction.ofYawPitch(2 * Math.PI * random.nextDouble(), Math.asin(2 * random.nextDouble() - 1));
        double far = d.y() > 0.05 ? 1.6 / d.y() : random.nextInt(4) > 0 ? 1e5 : 2 + 30 * random.nextDouble();
        return new double[] {far * d.x(), far * d.y(), far * d.z()};
    }

    private List<TiePoint> ties() {
        List<TiePoint> ties = new ArrayList<>();
        while (ties.size() < 400) {
            double[] thing = thing();
            double[] one = seen(TRUTH.lenses().get(0), thing, Rotation.IDENTITY, Position.ORIGIN);
            double[] two = seen(TRUTH.lenses().get(1), thing, Rotation.IDENTITY, Position.ORIGIN);
            if (one != null && two != null) {
                Spread spread = Spread.even(NOISE);
                ties.add(new TiePoint(0, one[0], one[1], 1, two[0], two[1], spread, 0, TiePoint.Origin.FOUND));
            }
        }
        return ties;
    }

    private Turns turns() {
        List<TurnPoint> points = new ArrayList<>();
        while (points.size() < 500) {
            double[] thing = thing();
            for (int i = 0; i < 2; i++) {
                double[] before = seen(TRUTH.lenses().get(i), thing, Rotation.IDENTITY, Position.ORIGIN);
                double[] after = seen(TRUTH.lenses().get(i), thing, TURN, WAY);
                if (before != null && after != null) {
                    Spread spread = Spread.even(NOISE);
                    points.add(new TurnPoint(i, before[0], before[1], i, after[0], after[1], spread, 0));
                }
            }
        }
        return new Turns(List.of(new Turns.Turn(0, Rotation.ofYawPitchRoll(0.58, 0.06, -0.02))), points);
    }

    @Test
    void aTurnTellsTheInsideOfTheLenses() {
        SolveSettings settings = SolveSettings.defaults();
        List<TiePoint> ties = ties();
        Rig still = RigSolver.solve(CARD, CARD, ties, Turns.NONE, settings, Run.QUIET)
                .rig();
        SolveResult turned = RigSolver.solve(CARD, CARD, ties, turns(), settings, Run.QUIET);
        double before = Math.toDegrees(MappingError.overLenses(still, TRUTH).rms());
        double after =
                Math.toDegrees(MappingError.overLenses(turned.rig(), TRUTH).rms());
        assertThat(before).isGreaterThan(0.1);
        assertThat(after).isLessThan(0.02);
        assertThat(Math.toDegrees(turned.uncertainty().lensRad())).isBetween(after / 3, 0.03);
        assertThat(turned.residualPx()).hasSameSizeAs(ties.stream().toArray());
    }

    @Test
    void whereTheRigWentIsFound() {
        RigSolver.Guess guess = RigSolver.guess(CARD, CARD, ties(), turns(), SolveSettings.defaults(), Run.QUIET);
        RigSolver.Stand stand = guess.stands().get(0);
        assertThat(Math.toDegrees(stand.referenceFromRig().angleTo(TURN))).isLessThan(0.1);
        assertThat(stand.place().distanceTo(WAY)).isLessThan(0.03);
    }
}
