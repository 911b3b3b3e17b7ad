package foldback.core.sync.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DecimatorTest {

    /** Lengths about the borders of the blocks in which it works, and shorter than its reach. */
    @ParameterizedTest
    @CsvSource({"4,16384", "4,16383", "4,16401", "8,70001", "1,5000", "4,20", "8,7"})
    void isThePlainSumOverItsTaps(int factor, int length) {
        SplittableRandom random = new SplittableRandom(factor + 10L * length);
        short[] samples = new short[length];
        for (int i = 0; i < length; i++) {
            samples[i] = (short) random.nextInt(-20000, 20000);
        }
        float[] found = Decimator.decimate(samples, factor);
        assertThat(found).hasSize(length / factor);
        for (int n = 0; n < found.length; n++) {
            assertThat(found[n])
                    .as("sample %d", n)
                    .isCloseTo((float) plain(samples, factor, n * factor), within(0.05f));
        }
    }

    /** A sinc that cuts at nine tenths of the new band, eight samples of the new rate to either side, under a Hann window. */
    private static double plain(short[] samples, int factor, int middle) {
        int reach = 8 * factor;
        double sum = 0;
        double weights = 0;
        for (int k = -reach; k <= reach; k++) {
            double x = 0.9 * k / factor;
            double weight = (k == 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x))
                    * (0.5 + 0.5 * Math.cos(Math.PI * k / (reach + 1)));
            weights += weight;
            int at = middle + k;
            sum += at >= 0 && at < samples.length ? weight * samples[at] : 0;
        }
        return sum / weights;
    }
}
