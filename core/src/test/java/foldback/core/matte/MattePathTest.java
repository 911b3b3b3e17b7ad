package foldback.core.matte;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.matte.Stroke.Kind;
import foldback.core.matte.Stroke.Shape;
import foldback.core.matte.Stroke.Spot;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class MattePathTest {
    private static Stroke stroke(String lens, During during) {
        return new Stroke(
                lens, Kind.LEAVE_OUT, Shape.LINE, List.of(new Spot(0.5, 0.5)), 0.1, 0, Optional.ofNullable(during));
    }

    private static double strength(MattePath path, double seconds) {
        Mattes mattes = path.at(seconds);
        return mattes.isNone() ? 0 : mattes.lenses().get(1).painted().get(0).strength();
    }

    @Test
    void paintComesAndGoesWithItsTime() {
        MattePath path = new MattePath(List.of("A", "B"), List.of(stroke("B", new During(2, 3, 0.5))));
        assertThat(strength(path, 1.5)).isZero();
        assertThat(strength(path, 1.75)).isEqualTo(0.5);
        assertThat(strength(path, 2)).isEqualTo(1);
        assertThat(strength(path, 3)).isEqualTo(1);
        assertThat(strength(path, 3.25)).isEqualTo(0.5);
        assertThat(strength(path, 3.5)).isZero();
        assertThat(path.times()).containsExactly(2.0, 3.0);
        MattePath hard = new MattePath(List.of("A", "B"), List.of(stroke("B", new During(2, 2, 0))));
        assertThat(strength(hard, 2)).isEqualTo(1);
        assertThat(strength(hard, 2.001)).isZero();
    }

    @Test
    void theSameIsPaintedForAWhile() {
        MattePath path = new MattePath(List.of("A", "B"), List.of(stroke("B", new During(2, 3, 0.5))));
        assertThat(path.at(2.1)).isEqualTo(path.at(2.9)).isNotEqualTo(path.at(3.3));
        // No more than sixteen steps from nothing to all.
        long states = IntStream.rangeClosed(0, 500)
                .mapToObj(n -> path.at(1.5 + n / 1000.0))
                .distinct()
                .count();
        assertThat(states).isBetween(10L, 17L);
    }

    @Test
    void strokesOfOtherLensesPaintNothing() {
        MattePath path = new MattePath(List.of("A", "B"), List.of(stroke("C", null)));
        assertThat(path.isNone()).isTrue();
        assertThat(path.at(0)).isSameAs(Mattes.NONE);
        assertThat(new MattePath(List.of("A", "B"), List.of(stroke("A", null))).times())
                .containsExactly(0.0);
    }
}
