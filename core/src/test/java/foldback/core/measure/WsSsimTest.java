package foldback.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.picture.BytePlane;
import java.util.Random;
import org.junit.jupiter.api.Test;

class WsSsimTest {

    private static BytePlane noise(long seed, int around) {
        Random random = new Random(seed);
        BytePlane plane = new BytePlane(64, 32);
        for (int i = 0; i < 64 * 32; i++) {
            plane.set(i % 64, i / 64, around + random.nextInt(41) - 20);
        }
        return plane;
    }

    @Test
    void equalPicturesAreAlikeAndStrangersAreNot() {
        assertThat(WsSsim.of(noise(1, 120), noise(1, 120), 255, (x, y) -> true)).isCloseTo(1, within(1e-12));
        assertThat(WsSsim.of(noise(1, 120), noise(2, 120), 255, (x, y) -> true)).isLessThan(0.3);
    }

    /** Of two even pictures the means alone count: (2ab + c) / (a^2 + b^2 + c). */
    @Test
    void evenPicturesDifferByTheirMeans() {
        BytePlane one = new BytePlane(64, 32);
        BytePlane two = new BytePlane(64, 32);
        for (int i = 0; i < 64 * 32; i++) {
            one.set(i % 64, i / 64, 51);
            two.set(i % 64, i / 64, 102);
        }
        double wanted = (2 * 0.2 * 0.4 + 1e-4) / (0.04 + 0.16 + 1e-4);
        assertThat(WsSsim.of(one, two, 255, (x, y) -> true)).isCloseTo(wanted, within(1e-9));
    }

    @Test
    void onlyTheRegionCounts() {
        BytePlane one = noise(1, 120);
        BytePlane two = noise(1, 120);
        for (int y = 0; y < 32; y++) {
            two.set(40, y, 255);
        }
        assertThat(WsSsim.of(one, two, 255, (x, y) -> x < 30)).isCloseTo(1, within(1e-12));
        assertThat(WsSsim.of(one, two, 255, (x, y) -> x > 38 && x < 42)).isLessThan(0.6);
        assertThatThrownBy(() -> WsSsim.of(one, new BytePlane(32, 16), 255, (x, y) -> true))
                .hasMessageContaining("one size");
    }
}
