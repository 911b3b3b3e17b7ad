package foldback.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.picture.BytePlane;
import org.junit.jupiter.api.Test;

class WsPsnrTest {

    @Test
    void anErrorOfOneEverywhereIsFortyEightDecibels() {
        BytePlane a = new BytePlane(64, 32);
        BytePlane b = new BytePlane(64, 32);
        java.util.Arrays.fill(b.data(), (byte) 1);
        assertThat(WsPsnr.of(a, b, 255)).isCloseTo(20 * Math.log10(255), within(1e-9));
        assertThat(WsPsnr.of(a, a, 255)).isInfinite();
    }

    @Test
    void errorsAtThePolesWeighLessThanAtTheEquator() {
        BytePlane a = new BytePlane(64, 32);
        BytePlane pole = new BytePlane(64, 32);
        BytePlane equator = new BytePlane(64, 32);
        pole.set(10, 0, 50);
        equator.set(10, 16, 50);
        double ratio = Math.cos(15.5 * Math.PI / 32) / Math.cos(0.5 * Math.PI / 32);
        assertThat(WsPsnr.of(a, pole, 255) - WsPsnr.of(a, equator, 255))
                .isCloseTo(-10 * Math.log10(ratio), within(1e-6));
    }
}
