package foldback.core.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class SoundClarityTest {
    private static final int RATE = 16000;
    private static final double NOISE = 60;

    /** Half a second of a tone of 1 kHz, half a second of rest, over noise, for ten seconds; with a rumble of 40 Hz. */
    private static SoundTrack sound(double tone, double rumble) {
        SplittableRandom random = new SplittableRandom(5);
        short[] samples = new short[10 * RATE];
        for (int i = 0; i < samples.length; i++) {
            double time = (double) i / RATE;
            double voice = time % 1 < 0.5 ? tone * Math.sin(2 * Math.PI * 1000 * time) : 0;
            double value = voice + rumble * Math.sin(2 * Math.PI * 40 * time) + NOISE * random.nextGaussian();
            samples[i] = (short) Math.max(-32768, Math.min(32767, Math.round(value)));
        }
        return new SoundTrack(samples, RATE, 0);
    }

    @Test
    void theRangeIsTheRatioOfVoiceAndNoise() {
        // A tone's root mean square over the noise's, but for the noise below the band.
        double wanted = 20 * Math.log10(6000 / Math.sqrt(2) / NOISE);
        assertThat(SoundClarity.of(sound(6000, 0)).rangeDecibels()).isCloseTo(wanted, within(1.0));
        assertThat(SoundClarity.of(sound(600, 0)).rangeDecibels()).isCloseTo(wanted - 20, within(1.0));
        assertThat(SoundClarity.of(sound(6000, 0)).clipped()).isZero();
    }

    @Test
    void aRumbleIsNotHeardAndACutIs() {
        double calm = SoundClarity.of(sound(3000, 0)).score();
        assertThat(SoundClarity.of(sound(3000, 3000)).score()).isCloseTo(calm, within(2.5));
        SoundClarity cut = SoundClarity.of(sound(200_000, 0));
        assertThat(cut.clipped()).isCloseTo(0.5, within(0.05));
        assertThat(cut.score()).isLessThan(SoundClarity.of(sound(20_000, 0)).score());
    }

    @Test
    void silenceAndScrapsHaveNoRange() {
        assertThat(SoundClarity.of(new SoundTrack(new short[RATE], RATE, 0)).score())
                .isZero();
        assertThat(SoundClarity.of(new SoundTrack(new short[100], RATE, 0)).score())
                .isZero();
    }
}
