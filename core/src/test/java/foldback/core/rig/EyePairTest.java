package foldback.core.rig;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.LensFrame;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class EyePairTest {
    private static RigLens lens(String slot, Position pupil, Eye eye) {
        LensFrame frame = new LensFrame(64, 64, 32, 32, Optional.empty());
        return new RigLens(slot, new FisheyeLens(frame, 20, 0, 0, 0, 0), Rotation.IDENTITY, pupil, eye);
    }

    private static Rig rig(RigLens... lenses) {
        return new Rig("eyes", List.of(lenses));
    }

    private static final Rig UNEQUAL = rig(
            lens("A", new Position(-0.03, 0.002, 0), Eye.LEFT), lens("B", new Position(0.034, 0, 0.004), Eye.RIGHT));

    @Test
    void eyesAreAsHighAsEachOtherAmidTheirPupils() {
        EyePair pair = EyePair.of(UNEQUAL).orElseThrow();
        assertThat(pair.baseline()).isCloseTo(0.064, within(1e-12));
        assertThat(pair.of(Eye.LEFT)).isEqualTo(new Position(-0.03, 0.001, 0.002));
        assertThat(pair.of(Eye.RIGHT)).isEqualTo(new Position(0.034, 0.001, 0.002));
        assertThat(pair.of(Eye.BOTH)).isEqualTo(Position.ORIGIN);
        assertThat(UNEQUAL.isStereo()).isTrue();
    }

    @Test
    void anEyeSeesFromItsOwnPlace() {
        RigLens seen =
                Geometry.of(UNEQUAL, "card").forEye(Eye.RIGHT).rigOn().lenses().get(0);
        assertThat(seen.slot()).isEqualTo("B");
        assertThat(seen.pupil().distanceTo(new Position(0, -0.001, 0.002))).isLessThan(1e-12);
        assertThat(Geometry.of(UNEQUAL, "card").forEye(Eye.BOTH).rigOn()).isEqualTo(UNEQUAL);
    }

    @Test
    void cardsThatPutBothPupilsIntoOnePointMeanEyesAsPeopleHaveThem() {
        EyePair pair = EyePair.of(rig(lens("A", Position.ORIGIN, Eye.LEFT), lens("B", Position.ORIGIN, Eye.RIGHT)))
                .orElseThrow();
        assertThat(pair.baseline()).isCloseTo(0.064, within(1e-12));
    }

    @Test
    void aRigWithoutALensForEachEyeHasNone() {
        assertThat(EyePair.of(rig(lens("A", Position.ORIGIN, Eye.LEFT), lens("B", Position.ORIGIN, Eye.BOTH))))
                .isEmpty();
        assertThat(rig(lens("A", Position.ORIGIN, Eye.BOTH)).isStereo()).isFalse();
    }
}
