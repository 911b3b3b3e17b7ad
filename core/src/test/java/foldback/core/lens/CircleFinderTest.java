package foldback.core.lens;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.picture.BytePlane;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Discs drawn in closed form: their middle and radius are found to a part of a pixel. */
class CircleFinderTest {

    /** A lit disc with a soft edge of two pixels on black 16, noise, texture, and a dark sector at the bottom. */
    private static BytePlane disc(int w, int h, double cx, double cy, double radius, double darkShare) {
        BytePlane plane = new BytePlane(w, h);
        Random random = new Random(5);
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                double dx = x + 0.5 - cx;
                double dy = y + 0.5 - cy;
                double lit = Math.max(0, Math.min(1, (radius + 1 - Math.hypot(dx, dy)) / 2));
                double texture = 90 + 40 * Math.sin(x * 0.13) * Math.cos(y * 0.09);
                boolean dark = Math.abs(Math.atan2(dx, dy)) < Math.PI * darkShare && Math.hypot(dx, dy) > radius * 0.7;
                double value = 16 + lit * (dark ? 3 : texture) + random.nextGaussian() * 1.2;
                plane.set(x, y, (int) Math.round(Math.max(0, Math.min(255, value))));
            }
        }
        return plane;
    }

    @ParameterizedTest
    @CsvSource({
        "480,480,243.3,238.7,229,0",
        "480,480,240,240,236.5,0.2",
        "640,480,331.2,236.1,214.6,0.1",
        "480,480,236.4,241.9,252,0.05",
        "480,480,240,240,180,0.3"
    })
    void findsADisc(int w, int h, double cx, double cy, double radius, double dark) {
        CircleFinder.Found found =
                CircleFinder.find(disc(w, h, cx, cy, radius, dark)).orElseThrow();
        assertThat(found.circle().cx()).isCloseTo(cx, within(0.4));
        assertThat(found.circle().cy()).isCloseTo(cy, within(0.4));
        // The edge is where light begins, up to a pixel outside the half-lit rim.
        assertThat(found.circle().radius()).isCloseTo(radius + 0.7, within(0.7));
        assertThat(found.residualPx()).isLessThan(1);
    }

    @Test
    void findsNoneInAPictureThatFillsItsFrame() {
        assertThat(CircleFinder.find(disc(300, 200, 150, 100, 400, 0))).isEmpty();
    }

    @Test
    void findsNoneInBlackOrInASquare() {
        BytePlane black = new BytePlane(200, 200);
        BytePlane square = new BytePlane(200, 200);
        for (int y = 30; y < 170; y++) {
            for (int x = 30; x < 170; x++) {
                square.set(x, y, 180);
            }
        }
        assertThat(CircleFinder.find(black)).isEmpty();
        assertThat(CircleFinder.find(square)).isEmpty();
    }
}
