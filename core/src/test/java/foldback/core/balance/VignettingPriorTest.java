package foldback.core.balance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.tone.Vignetting;
import org.ejml.simple.SimpleMatrix;
import org.junit.jupiter.api.Test;

class VignettingPriorTest {
    private final VignettingPrior prior = new VignettingPrior();

    @Test
    void itsMeanFallsSlowlyAtFirstAndToTheRimsStops() {
        Vignetting mean = new Vignetting(prior.means[0], prior.means[1], prior.means[2]);
        assertThat(mean.stopsAt(1)).isCloseTo(0.4, within(0.01));
        // The mean over p from 2 to 5 of 0.5^p is (1/4 - 1/32) / (3 ln 2).
        assertThat(mean.stopsAt(0.5)).isCloseTo(0.4 * (0.25 - 1 / 32.0) / (3 * Math.log(2)), within(0.01));
    }

    @Test
    void powersAreFarLikelierThanCurvesThatRiseAndFall() {
        double power = squaredDistance(0, 0.4, 0);
        double wave = squaredDistance(1.5, -3, 1.9);
        assertThat(power).isLessThan(4);
        assertThat(wave).isGreaterThan(20 * power);
    }

    private double squaredDistance(double square, double fourth, double sixth) {
        SimpleMatrix off = new SimpleMatrix(
                new double[] {square - prior.means[0], fourth - prior.means[1], sixth - prior.means[2]});
        return off.transpose().mult(prior.precision).mult(off).get(0, 0);
    }
}
