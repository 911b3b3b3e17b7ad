package foldback.core.matte;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.matte.LensMatte.Painted;
import foldback.core.matte.Stroke.Kind;
import foldback.core.matte.Stroke.Shape;
import foldback.core.matte.Stroke.Spot;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Strokes in a picture, against distances found place by place. */
class MatteMapTest {
    private static final int WIDTH = 300;
    private static final int HEIGHT = 200;
    private static final List<Spot> BENT = List.of(new Spot(0.2, 0.3), new Spot(0.5, 0.6), new Spot(0.8, 0.25));

    private static Stroke stroke(Kind kind, Shape shape, List<Spot> spots, double radius, double edge) {
        return new Stroke("A", kind, shape, spots, radius, edge, Optional.empty());
    }

    private static MatteMap map(Painted... painted) {
        return MatteMap.of(new LensMatte(List.of(painted)), WIDTH, HEIGHT);
    }

    private static Painted whole(Stroke stroke) {
        return new Painted(stroke, 1);
    }

    /** Distance to a line through spots, pixels. */
    private static double away(List<Spot> spots, double x, double y) {
        double least = Double.POSITIVE_INFINITY;
        for (int n = 0; n + 1 < spots.size(); n++) {
            // Far finer than a pixel.
            for (int step = 0; step <= 2000; step++) {
                double share = step / 2000.0;
                double px = WIDTH
                        * (spots.get(n).x() * (1 - share) + spots.get(n + 1).x() * share);
                double py = HEIGHT
                        * (spots.get(n).y() * (1 - share) + spots.get(n + 1).y() * share);
                least = Math.min(least, Math.hypot(px - x, py - y));
            }
        }
        return least;
    }

    @Test
    void aLineIsPaintedAsFarAsItsBrushReachesAndFadesOut() {
        MatteMap map = map(whole(stroke(Kind.LEAVE_OUT, Shape.LINE, BENT, 0.05, 0.1)));
        for (int y = 3; y < HEIGHT; y += 7) {
            for (int x = 3; x < WIDTH; x += 7) {
                double share = Math.max(0, Math.min(1, (away(BENT, x, y) - 10) / 20));
                assertThat(map.at(x, y)).isCloseTo(-(1 - share * share * (3 - 2 * share)), within(0.01));
            }
        }
        assertThat(map.at(-1, 50)).isZero();
        assertThat(map.at(Double.NaN, 50)).isZero();
    }

    @Test
    void aHardEdgeIsAPixelWide() {
        MatteMap map = map(whole(stroke(Kind.USE, Shape.LINE, List.of(new Spot(0.5, 0.5)), 0.1, 0)));
        for (int x = 0; x < WIDTH; x++) {
            double beyond = Math.abs(x - 150) - 20;
            assertThat(map.at(x, 100)).isCloseTo(beyond <= -0.5 ? 1 : beyond >= 0.5 ? 0 : 0.5, within(1e-6));
        }
    }

    @Test
    void anAreaIsPaintedWhereverItsOutlineHoldsAPlace() {
        // An hourglass: what crosses itself is held on both sides of the crossing.
        List<Spot> crossed = List.of(new Spot(0.2, 0.2), new Spot(0.8, 0.8), new Spot(0.8, 0.2), new Spot(0.2, 0.8));
        MatteMap map = map(whole(stroke(Kind.USE, Shape.AREA, crossed, 0, 0)));
        assertThat(map.at(75, 100)).isEqualTo(1);
        assertThat(map.at(225, 100)).isEqualTo(1);
        assertThat(map.at(150, 60)).isZero();
        assertThat(map.at(150, 140)).isZero();
        // Grown by its radius.
        MatteMap grown = map(whole(stroke(Kind.USE, Shape.AREA, crossed, 0.05, 0)));
        assertThat(grown.at(52, 100)).isEqualTo(1);
        assertThat(map.at(52, 100)).isZero();
    }

    @Test
    void theLaterStrokeLiesOnTop() {
        Stroke out = stroke(Kind.LEAVE_OUT, Shape.LINE, List.of(new Spot(0.5, 0.5)), 0.2, 0);
        Stroke use = stroke(Kind.USE, Shape.LINE, List.of(new Spot(0.5, 0.5)), 0.1, 0);
        Stroke clear = stroke(Kind.CLEAR, Shape.LINE, List.of(new Spot(0.5, 0.5)), 0.05, 0);
        MatteMap map = map(whole(out), whole(use), whole(clear));
        assertThat(map.at(150, 100)).isZero();
        assertThat(map.at(165, 100)).isEqualTo(1);
        assertThat(map.at(185, 100)).isEqualTo(-1);
        assertThat(map(whole(out), new Painted(use, 0.75)).at(150, 100)).isCloseTo(0.5, within(1e-6));
    }

    @Test
    void largePicturesArePaintedAlike() {
        Stroke stroke = stroke(Kind.LEAVE_OUT, Shape.LINE, BENT, 0.05, 0.1);
        MatteMap large = MatteMap.of(new LensMatte(List.of(whole(stroke))), 20 * WIDTH, 20 * HEIGHT);
        MatteMap small = map(whole(stroke));
        for (int y = 3; y < HEIGHT; y += 11) {
            for (int x = 3; x < WIDTH; x += 11) {
                assertThat(large.at(20 * x, 20 * y)).isCloseTo(small.at(x, y), within(0.02));
            }
        }
    }

    @Test
    void whereNothingIsPaintedIsToldWithoutLooking() {
        MatteMap map = map(whole(stroke(Kind.LEAVE_OUT, Shape.LINE, List.of(new Spot(0.2, 0.2)), 0.05, 0)));
        assertThat(map.touches(55, 35, 65, 45)).isTrue();
        assertThat(map.touches(200, 100, 299, 199)).isFalse();
        for (int y = 0; y < HEIGHT; y += 5) {
            for (int x = 0; x < WIDTH; x += 5) {
                assertThat(map.at(x, y) == 0 || map.touches(x, y, x, y)).isTrue();
            }
        }
        assertThat(MatteMap.of(LensMatte.NONE, WIDTH, HEIGHT).isNone()).isTrue();
    }

    @Test
    void whatIsNoStrokeIsRefused() {
        Spot spot = new Spot(0.5, 0.5);
        assertThatThrownBy(() -> stroke(Kind.USE, Shape.AREA, List.of(spot, spot), 0, 0))
                .hasMessageContaining("3 to 400 spots, not 2");
        assertThatThrownBy(() -> stroke(Kind.USE, Shape.LINE, List.of(spot), 0, 0))
                .hasMessageContaining("radius is more than 0");
        assertThatThrownBy(() -> stroke(Kind.USE, Shape.LINE, List.of(new Spot(0.5, 3)), 0.1, 0))
                .hasMessageContaining("lies in its lens's picture");
        assertThatThrownBy(() -> stroke(Kind.USE, Shape.LINE, List.of(spot), 0.1, 0.3))
                .hasMessageContaining("edge is up to a quarter");
        assertThatThrownBy(() -> new During(3, 2, 0)).hasMessageContaining("ends after it starts");
        assertThatThrownBy(() -> new During(2, 3, -1)).hasMessageContaining("fades over 0 to 30 s");
    }
}
