package foldback.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.space.Rotation;
import java.util.Arrays;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** A rig that sways, whose turns grow by a stated read-out, with noise. */
class ReadOutMeterTest {
    private static final double RATE = 25;
    private static final int COUNT = 200;
    private static final double NOISE = Math.toRadians(0.1);

    private static Rotation swayed(double seconds) {
        return Rotation.ofVector(0.05 * Math.sin(9 * seconds), 0.04 * Math.sin(7 * seconds + 1), 0);
    }

    /** How fast it turns, from its own formula. */
    private static double[] rate(double seconds) {
        return new double[] {0.45 * Math.cos(9 * seconds), 0.28 * Math.cos(7 * seconds + 1), 0};
    }

    private static ReadOutMeter seen(double readOut, double kept) {
        SplittableRandom random = new SplittableRandom(5);
        ReadOutMeter seen = new ReadOutMeter();
        for (int n = 1; n < COUNT; n++) {
            double[] before = rate((n - 1) / RATE);
            double[] now = rate(n / RATE);
            double[] growth = new double[3];
            for (int k = 0; k < 3; k++) {
                growth[k] = kept * readOut * (before[k] - now[k]) + NOISE * random.nextGaussian();
            }
            double[] share = {kept, kept, kept};
            Travel.Growth grown = new Travel.Growth(growth, share);
            seen.add((n - 1) / RATE, n / RATE, new Travel(true, new double[3], grown, new double[3], new double[0]));
        }
        return seen;
    }

    private static RotationTrack track() {
        double[] times = new double[COUNT];
        Arrays.setAll(times, n -> n / RATE);
        Rotation[] turns = new Rotation[COUNT];
        Arrays.setAll(turns, n -> swayed(times[n]));
        return new RotationTrack(times, turns);
    }

    @Test
    void aReadOutIsFoundByHowTurnsGrow() {
        assertThat(seen(0.016, 1).seconds(track()).orElseThrow()).isCloseTo(0.016, within(0.0008));
    }

    /** What a prior took away of the growth is known, and given back. */
    @Test
    void whatAPriorTookAwayIsGivenBack() {
        assertThat(seen(0.02, 0.8).seconds(track()).orElseThrow()).isCloseTo(0.02, within(0.001));
    }

    @Test
    void linesThatAreReadAtOnceHaveNone() {
        assertThat(seen(0, 1).seconds(track())).isEmpty();
        assertThat(new ReadOutMeter().seconds(track())).isEmpty();
    }
}
