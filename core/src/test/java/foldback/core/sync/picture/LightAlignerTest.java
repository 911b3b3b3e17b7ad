package foldback.core.sync.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.motion.PictureTrack;
import foldback.core.run.Run;
import foldback.core.sync.pair.Belief;
import foldback.core.sync.pair.PairEvidence;
import foldback.core.sync.pair.SyncSettings;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Lamps that go on and off at known moments. */
class LightAlignerTest {
    private static final double[] LAMPS = {2.31, 4.02, 4.77, 7.93, 9.4};

    /** Each frame's exposure takes the whole time to the next; lamps change the light up and down in turn. */
    private static PictureTrack track(double[] moments, double from, double seconds, double rate, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        int frames = (int) (seconds * rate);
        double[] times = new double[frames];
        float[] light = new float[frames];
        for (int n = 0; n < frames; n++) {
            times[n] = n / rate;
            double sum = 0;
            for (int k = 0; k < 100; k++) {
                double time = from + (n + (k + 0.5) / 100) / rate;
                int on = 0;
                for (double moment : moments) {
                    on += time >= moment ? 1 : 0;
                }
                sum += (on % 2 == 0 ? 0.3 : 0.4) / 100;
            }
            light[n] = (float) (sum + 0.0004 * random.nextGaussian());
        }
        return new PictureTrack(times, new float[3][Math.max(0, frames - 1)], light, 0);
    }

    private static List<List<PairEvidence>> compare(PictureTrack a, PictureTrack b) {
        return LightAligner.compare(List.of(Optional.of(a), Optional.of(b)), SyncSettings.defaults(), Run.QUIET);
    }

    @Test
    void aPatternOfLampsIsBelieved() {
        PairEvidence found = compare(track(LAMPS, 0, 11, 25, 1), track(LAMPS, 1.55, 10, 25, 2))
                .get(0)
                .get(0);
        assertThat(found.belief()).isEqualTo(Belief.FIRM);
        assertThat(found.witnesses()).isEqualTo(5);
        assertThat(found.lag().lagSeconds()).isCloseTo(1.55, within(0.3 / 25));
    }

    @Test
    void oneLampIsWorthACheck() {
        double[] one = {5.5};
        PairEvidence found = compare(track(one, 0, 11, 25, 3), track(one, 3, 8, 25, 4))
                .get(0)
                .get(0);
        assertThat(found.belief()).isEqualTo(Belief.HINT);
        assertThat(found.lag().lagSeconds()).isCloseTo(3, within(0.5 / 25));
    }

    @Test
    void aLampThatBlinksEvenlyIsNot() {
        double[] blinks = new double[20];
        for (int i = 0; i < blinks.length; i++) {
            blinks[i] = 0.5 * i + 0.2;
        }
        PairEvidence found = compare(track(blinks, 0, 9, 25, 5), track(blinks, 2, 7, 25, 6))
                .get(0)
                .get(0);
        assertThat(found.belief()).isEqualTo(Belief.NONE);
    }

    @Test
    void evenLightTellsNothing() {
        assertThat(compare(track(new double[0], 0, 5, 25, 7), track(LAMPS, 0, 11, 25, 8)))
                .isEmpty();
    }
}
