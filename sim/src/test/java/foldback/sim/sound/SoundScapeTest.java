package foldback.sim.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;

/** What microphones hear, against the way and the clock in closed form. */
class SoundScapeTest {
    private static final int RATE = SoundScape.RATE;

    private static Microphone calm(double start, double seconds, double distance, double ppm) {
        return new Microphone(start, seconds, distance, 0, ppm, 0, 1, 1);
    }

    private static int loudest(short[] samples, double from) {
        int at = (int) (from * RATE);
        for (int i = at; i < Math.min(samples.length, (from + 0.1) * RATE); i++) {
            at = Math.abs(samples[i]) > Math.abs(samples[at]) ? i : at;
        }
        return at;
    }

    @Test
    void clapsReachTheMicrophoneAfterTheirWay() {
        SoundScape sounds = new SoundScape(List.of(new Claps(List.of(0.9), 0.5, 0)));
        short[] near = sounds.record(calm(0, 2, 0, 0));
        short[] far = sounds.record(calm(0, 2, 3.43, 0));
        assertThat(loudest(far, 0.9) - loudest(near, 0.9)).isCloseTo(480, within(1));
    }

    @Test
    void aSlowClockCountsFewerSecondsBetweenTwoClaps() {
        SoundScape sounds = new SoundScape(List.of(new Claps(List.of(1.0, 101.0), 0.5, 0)));
        short[] exact = sounds.record(calm(0, 102, 0, 0));
        short[] slow = sounds.record(calm(0, 102, 0, 40));
        int late = loudest(exact, 100.95) - loudest(exact, 0.95);
        int early = loudest(slow, 100.95) - loudest(slow, 0.95);
        assertThat(late - early).isCloseTo((int) (100 * 40e-6 * RATE), within(1));
    }

    @Test
    void everybodyHearsTheSameWhateverTheStart() {
        List<Source> all =
                List.of(new Steps(0.05, 3), new Drops(0.02, 3), new Speech(0.2, 3), new Music(0.2, 0.1, 118, 3));
        for (Source source : all) {
            SoundScape sounds = new SoundScape(List.of(source));
            short[] early = sounds.record(calm(5, 6, 0, 0));
            short[] late = sounds.record(calm(7, 4, 0, 0));
            double apart = 0;
            double power = 0;
            for (int i = 0; i < late.length; i++) {
                apart += Math.pow(late[i] - early[i + 2 * RATE], 2);
                power += Math.pow(late[i], 2);
            }
            assertThat(power).as(source.toString()).isPositive();
            assertThat(apart / power).as(source.toString()).isLessThan(1e-3);
        }
    }

    @Test
    void theDrumsComeAgainAndTheMelodyDoesNot() {
        int bars = (int) Math.round(8.0 * RATE);
        short[] loop = new SoundScape(List.of(new Music(0.2, 0, 120, 1))).record(calm(20, 9, 0, 0));
        short[] tune = new SoundScape(List.of(new Music(0.2, 0.1, 120, 1))).record(calm(20, 9, 0, 0));
        assertThat(alike(loop, bars)).isGreaterThan(0.999);
        assertThat(alike(tune, bars)).isLessThan(0.95);
    }

    private static double alike(short[] samples, int later) {
        double both = 0;
        double one = 0;
        double two = 0;
        for (int i = 0; i + later < samples.length; i++) {
            both += (double) samples[i] * samples[i + later];
            one += (double) samples[i] * samples[i];
            two += (double) samples[i + later] * samples[i + later];
        }
        return both / Math.sqrt(one * two);
    }

    @Test
    void gainClipsAndWindIsEachMicrophonesOwn() {
        SoundScape sounds = new SoundScape(List.of(new Claps(List.of(0.5), 0.5, 0)));
        short[] clipped = sounds.record(new Microphone(0, 1, 0, 0, 0, 0, 20, 1));
        int full = 0;
        for (short sample : clipped) {
            full += Math.abs(sample) == 32767 ? 1 : 0;
        }
        assertThat(full).isGreaterThan(50);
        short[] one = sounds.record(new Microphone(0, 1, 0, 0, 0, 0.2, 1, 1));
        short[] two = sounds.record(new Microphone(0, 1, 0, 0, 0, 0.2, 1, 2));
        assertThat(one).isNotEqualTo(two);
    }
}
