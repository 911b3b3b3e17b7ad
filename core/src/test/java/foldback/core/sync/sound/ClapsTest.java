package foldback.core.sync.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.sound.SoundTrack;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Bangs at known places in noise. */
class ClapsTest {
    private static final int RATE = 16000;

    private static SoundTrack noise(double seconds, double from, double[] bangs, long seed) {
        SplittableRandom random = new SplittableRandom(99);
        SplittableRandom own = new SplittableRandom(seed);
        short[] samples = new short[(int) (seconds * RATE)];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (short) (60 * own.nextGaussian());
        }
        for (double bang : bangs) {
            int at = (int) Math.round((bang - from) * RATE);
            for (int i = 0; i < RATE / 10; i++) {
                double burst = 9000 * Math.exp(-i / (0.012 * RATE)) * random.nextGaussian();
                if (at + i >= 0 && at + i < samples.length) {
                    samples[at + i] += (short) Math.max(-20000, Math.min(20000, burst));
                }
            }
        }
        return new SoundTrack(samples, RATE, 0);
    }

    @Test
    void findsEachClapOnce() {
        double[] bangs = {1.25, 2.5, 6.75};
        double[] found = Claps.find(noise(8, 0, bangs, 1));
        assertThat(found).hasSize(3);
        for (int i = 0; i < bangs.length; i++) {
            assertThat(found[i]).isCloseTo(bangs[i], within(0.008));
        }
        assertThat(Claps.find(noise(8, 0, new double[0], 2))).isEmpty();
    }

    @Test
    void whatIsLeftOfTheLagIsSeenWhereItIs() {
        double[] bangs = {1, 2.1, 3.4, 4.2, 5.9, 7.3};
        SoundTrack a = noise(9, 0, bangs, 3);
        SoundTrack b = noise(9, 0.5, bangs, 4);
        // The second clip really lies half a second later; it is taken to lie 12 ms later than that.
        List<SoundResiduals.Residual> late = SoundResiduals.of(a, b, time -> 0.512);
        assertThat(late).hasSizeGreaterThan(5);
        assertThat(late).allSatisfy(each -> assertThat(each.seconds()).isCloseTo(0.012, within(0.0002)));
        assertThat(SoundResiduals.of(a, noise(9, 0.5, new double[0], 5), time -> 0.5))
                .isEmpty();
    }
}
