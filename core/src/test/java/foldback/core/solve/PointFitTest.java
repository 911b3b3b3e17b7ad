package foldback.core.solve;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.match.Spread;
import foldback.core.match.TiePoint;
import foldback.core.match.points.OverlapCoverage;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What a rig makes of tie points, against places in space. */
class PointFitTest {
    private static final Rig RIG = apart(ReadyRigs.sixAround(), 0.06);

    /** The lenses' pupils that far out from the middle, metres. */
    private static Rig apart(Rig rig, double out) {
        List<RigLens> lenses = new ArrayList<>();
        for (RigLens lens : rig.lenses()) {
            Direction axis = lens.rigFromLens().apply(Direction.FORWARD);
            lenses.add(new RigLens(
                    lens.slot(),
                    lens.lens(),
                    lens.rigFromLens(),
                    new Position(out * axis.x(), out * axis.y(), out * axis.z())));
        }
        return new Rig(rig.name(), lenses);
    }

    private static double[] seen(RigLens lens, double x, double y, double z) {
        Position pupil = lens.pupil();
        Direction there =
                lens.rigFromLens().inverse().apply(new Direction(x - pupil.x(), y - pupil.y(), z - pupil.z()));
        double[] xy = new double[2];
        lens.lens().project(new double[] {there.x(), there.y(), there.z()}, xy, new double[1], 1);
        return xy;
    }

    /** What the first two lenses see of a place between them, the second one moved by some pixels down. */
    private static TiePoint point(double metres, double off) {
        Direction one = RIG.lenses().get(0).rigFromLens().apply(Direction.FORWARD);
        Direction two = RIG.lenses().get(1).rigFromLens().apply(Direction.FORWARD);
        Direction between = one.plus(two, 1);
        double[] a = seen(RIG.lenses().get(0), metres * between.x(), metres * between.y(), metres * between.z());
        double[] b = seen(RIG.lenses().get(1), metres * between.x(), metres * between.y(), metres * between.z());
        return new TiePoint(0, a[0], a[1], 1, b[0], b[1] + off, Spread.even(0.1), 0, TiePoint.Origin.FOUND);
    }

    @Test
    void aNearThingIsNoError() {
        PointFit fit = PointFit.of(RIG, point(1.5, 0));
        assertThat(fit.residualRad()).isLessThan(1e-9);
        // From the first lens's pupil, which is nearer than the rig's middle.
        assertThat(1 / fit.inverseDistance()).isBetween(1.4, 1.5);
        assertThat(fit.expected().angleTo(fit.two())).isLessThan(1e-9);
    }

    @Test
    void whatIsFarHasNoDistance() {
        PointFit fit = PointFit.of(RIG, point(1e6, 0));
        assertThat(fit.residualRad()).isLessThan(1e-6);
        assertThat(fit.inverseDistance()).isLessThan(1e-4);
    }

    @Test
    void acrossThePathOfNearThingsIsAnError() {
        double pixel = 1 / RIG.lenses().get(1).lens().focalPx();
        assertThat(PointFit.of(RIG, point(2, 3)).residualRad()).isCloseTo(3 * pixel, within(0.6 * pixel));
    }

    @Test
    void beyondInfinityIsAnError() {
        TiePoint far = point(1e6, 0);
        // The second lens sees it on the side of the first one's axis on which near things never are.
        TiePoint beyond = new TiePoint(
                0, far.x1(), far.y1(), 1, far.x2() - 4, far.y2(), Spread.even(0.1), 0, TiePoint.Origin.FOUND);
        TiePoint before = new TiePoint(
                0, far.x1(), far.y1(), 1, far.x2() + 4, far.y2(), Spread.even(0.1), 0, TiePoint.Origin.FOUND);
        double one = PointFit.of(RIG, beyond).residualRad();
        double other = PointFit.of(RIG, before).residualRad();
        assertThat(Math.max(one, other))
                .isGreaterThan(3 / RIG.lenses().get(1).lens().focalPx());
        assertThat(Math.min(one, other))
                .isLessThan(1 / RIG.lenses().get(1).lens().focalPx());
    }

    @Test
    void pairsAreFiguredAndTheirEmptiestPlaceIsTold() {
        List<PairFigures> figures = PairFigures.of(RIG, List.of(point(1.5, 0), point(4, 1)));
        assertThat(figures).hasSize(1);
        PairFigures pair = figures.get(0);
        assertThat(pair.points()).isEqualTo(2);
        double pixel = 1 / RIG.lenses().get(1).lens().focalPx();
        assertThat(pair.rmsRad()).isCloseTo(Math.sqrt(0.5) * pixel, within(0.25 * pixel));
        OverlapCoverage coverage = pair.coverage();
        assertThat(coverage.share()).isBetween(0.02, 0.6);
        assertThat(Math.toDegrees(coverage.emptyRad())).isGreaterThan(20);
        assertThat(Math.abs(Math.toDegrees(coverage.emptiest().pitch()))).isGreaterThan(20);
    }
}
