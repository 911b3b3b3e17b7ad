package foldback.core.matte;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.matte.Stroke.Kind;
import foldback.core.matte.Stroke.Shape;
import foldback.core.matte.Stroke.Spot;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.space.Direction;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Two lenses back to back: in the middle of its picture each is the only one. */
class MatteHoleTest {
    private static final Rig RIG = ReadyRigs.twoBackToBack();
    private static final double FAR = Double.POSITIVE_INFINITY;

    private static Stroke out(String lens, double x, double radius, During during) {
        return new Stroke(
                lens, Kind.LEAVE_OUT, Shape.LINE, List.of(new Spot(x, 0.5)), radius, 0, Optional.ofNullable(during));
    }

    private static Optional<MatteHole> worst(Stroke... strokes) {
        return MatteHole.worst(RIG, FAR, new MattePath(List.of("A", "B"), List.of(strokes)));
    }

    @Test
    void theMiddleOfALensCannotBeLeftOut() {
        MatteHole hole = worst(out("A", 0.5, 0.05, new During(2, 4, 0))).orElseThrow();
        Direction axis = RIG.lenses().get(0).rigFromLens().apply(Direction.FORWARD);
        assertThat(hole.middle().angleTo(axis)).isLessThan(Math.toRadians(2));
        assertThat(hole.slots()).containsExactly("A");
        assertThat(hole.seconds()).isEqualTo(2);
        // The cap that the brush covers.
        double angle = Direction.FORWARD.angleTo(RIG.lenses()
                .get(0)
                .lens()
                .unproject(
                        RIG.lenses().get(0).lens().frame().cx()
                                + 0.05 * RIG.lenses().get(0).lens().frame().height(),
                        RIG.lenses().get(0).lens().frame().cy()));
        assertThat(hole.share()).isCloseTo((1 - Math.cos(angle)) / 2, within(0.002));
    }

    @Test
    void whatTheOtherLensSeesIsNoHole() {
        assertThat(worst(out("A", 0.02, 0.02, null))).isEmpty();
        assertThat(worst()).isEmpty();
    }

    @Test
    void whatBothLeaveOutIsAHoleUnlessItIsUsed() {
        Stroke rimA = out("A", 0.03, 0.06, null);
        Stroke rimB = out("B", 0.97, 0.07, null);
        MatteHole hole = worst(rimA, rimB).orElseThrow();
        assertThat(hole.slots()).contains("A", "B");
        Stroke used = new Stroke("B", Kind.USE, Shape.LINE, rimB.spots(), 0.1, 0, Optional.empty());
        assertThat(worst(rimA, rimB, used)).isEmpty();
    }
}
