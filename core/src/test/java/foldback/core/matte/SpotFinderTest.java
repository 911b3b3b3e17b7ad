package foldback.core.matte;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.matte.Stroke.Spot;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import java.util.List;
import org.junit.jupiter.api.Test;

class SpotFinderTest {
    private static final RigLens LENS = ReadyRigs.twoBackToBack().lenses().get(1);

    private static final Direction BEHIND = Direction.ofYawPitch(3, 0.1);

    @Test
    void whatALensShowsAtASpotIsFoundThere() {
        SpotFinder finder = new SpotFinder(LENS, Double.POSITIVE_INFINITY);
        List<Spot> wanted = List.of(new Spot(0.4, 0.6), new Spot(0.1, 0.45));
        List<Direction> seen = wanted.stream()
                .map(spot -> LENS.rigFromLens()
                        .apply(LENS.lens()
                                .unproject(
                                        spot.x() * LENS.lens().frame().width(),
                                        spot.y() * LENS.lens().frame().height())))
                .toList();
        List<Spot> found = finder.spots(List.of(seen.get(0), LENS.rigFromLens().apply(BEHIND), seen.get(1)));
        // Behind it the lens sees nothing.
        assertThat(found).hasSize(2);
        for (int n = 0; n < 2; n++) {
            assertThat(found.get(n).x()).isCloseTo(wanted.get(n).x(), within(1e-6));
            assertThat(found.get(n).y()).isCloseTo(wanted.get(n).y(), within(1e-6));
        }
    }

    @Test
    void sizesAreThoseOfTheLens() {
        SpotFinder finder = new SpotFinder(LENS, Double.POSITIVE_INFINITY);
        Direction axis = LENS.rigFromLens().apply(Direction.FORWARD);
        double wanted =
                Math.toRadians(3) * LENS.lens().focalPx() / LENS.lens().frame().height();
        assertThat(finder.size(axis, Math.toRadians(3)).orElseThrow()).isCloseTo(wanted, within(0.02 * wanted));
        assertThat(finder.size(LENS.rigFromLens().apply(BEHIND), 0.1)).isEmpty();
    }
}
