package foldback.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.recipe.depth.DepthCurve;
import java.util.List;
import org.junit.jupiter.api.Test;

class DepthCurveTest {
    private static DepthCurve.Point point(double filmed, double wanted) {
        return new DepthCurve.Point(filmed, wanted);
    }

    @Test
    void linesGoThroughPointsAndOnBeyondThem() {
        DepthCurve curve = new DepthCurve(List.of(point(0, 0), point(0.02, 0.01), point(0.04, 0.03)));
        assertThat(curve.at(0.01)).isCloseTo(0.005, within(1e-12));
        assertThat(curve.at(0.03)).isCloseTo(0.02, within(1e-12));
        assertThat(curve.at(-0.02)).isCloseTo(-0.01, within(1e-12));
        assertThat(curve.at(0.05)).isCloseTo(0.04, within(1e-12));
        assertThat(DepthCurve.NONE.at(0.03)).isEqualTo(0.03);
        assertThat(new DepthCurve(List.of(point(0.02, 0.03))).at(0.05)).isCloseTo(0.06, within(1e-12));
    }

    @Test
    void curvesThatFallOrTearAreRefused() {
        assertThatThrownBy(() -> new DepthCurve(List.of(point(0, 0), point(0.02, -0.01))))
                .hasMessageContaining("points of a curve of depth rise");
        assertThatThrownBy(() -> new DepthCurve(List.of(point(0, 0), point(0.02, 0.06))))
                .hasMessageContaining("0 to 2.5 times as much");
        assertThatThrownBy(() -> new DepthCurve(List.of(point(0.02, 0), point(0.02, 0))))
                .hasMessageContaining("rise");
    }
}
