package foldback.core.steady;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.motion.RotationTrack;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import foldback.core.steady.SteadySettings.Front;
import foldback.core.steady.SteadySettings.Horizon;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A rig that turns to the right at 9 degrees a second, nods slowly and trembles at 4 Hz, as a formula. */
class SteadyingTest {
    private static final double RATE = 25;
    private static final int COUNT = 250;
    private static final Rotation UPRIGHT = Rotation.ofYawPitchRoll(0.4, 0.25, -0.3);
    private static final double SPEED = Math.toRadians(9);

    /** In the upright frame at time 0, turned into the rig's. */
    private static Rotation moved(double seconds) {
        Rotation travel = Rotation.ofYawPitchRoll(SPEED * seconds, 0.12 * Math.sin(0.5 * seconds), 0);
        Rotation tremble = Rotation.ofVector(
                0.02 * Math.sin(25 * seconds), 0.03 * Math.sin(26 * seconds + 1), 0.02 * Math.sin(24 * seconds + 2));
        return UPRIGHT.times(travel).times(tremble).times(UPRIGHT.inverse());
    }

    private static RotationTrack track(RotationPath path) {
        double[] times = IntStream.range(0, COUNT).mapToDouble(n -> n / RATE).toArray();
        return new RotationTrack(
                times,
                IntStream.range(0, COUNT).mapToObj(n -> path.at(times[n])).toArray(Rotation[]::new));
    }

    private static SteadySettings settings(Front front, Horizon horizon, double share) {
        return new SteadySettings(front, horizon, 2, share, share, share, 4.1);
    }

    /** Where a viewer's ahead and down look in the world. */
    private static Direction seen(RotationTrack view, int n, Direction d) {
        return view.rotation(n).times(UPRIGHT).apply(d);
    }

    @ParameterizedTest
    @CsvSource({"FOLLOWS, LEVEL, 1", "FOLLOWS, FREE, 0.5", "STAYS, LEVEL, 0.7", "STAYS, FREE, 1", "FOLLOWS, LEVEL, 0"})
    void atTheReferenceNothingIsMoved(Front front, Horizon horizon, double share) {
        RotationTrack rig = track(SteadyingTest::moved);
        RotationTrack view = Steadying.view(rig, UPRIGHT, settings(front, horizon, share));
        assertThat(view.at(4.1).angleTo(rig.at(4.1))).isLessThan(1e-4);
        if (share == 0) {
            assertThat(view.rotation(200).angleTo(rig.rotation(200))).isLessThan(1e-9);
        }
    }

    @Test
    void aLevelHorizonStaysLevelWhileTheFrontFollows() {
        RotationTrack rig = track(SteadyingTest::moved);
        RotationTrack view = Steadying.view(rig, UPRIGHT, settings(Front.FOLLOWS, Horizon.LEVEL, 1));
        Direction down = seen(view, 100, new Direction(0, 1, 0));
        for (int n = 30; n < 220; n++) {
            assertThat(seen(view, n, new Direction(0, 1, 0)).angleTo(down)).isLessThan(1e-6);
            double turned = view.rotation(n).angleTo(view.rotation(n - 25));
            assertThat(turned).isCloseTo(SPEED, within(0.15 * SPEED));
        }
        assertThat(Math.toDegrees(Jitter.rms(rig, 0.5))).isGreaterThan(1.5);
        assertThat(Math.toDegrees(Jitter.rms(view, 0.5))).isLessThan(0.1);
    }

    @Test
    void aFrontThatStaysLooksAtOnePlaceAllTheTime() {
        RotationTrack rig = track(SteadyingTest::moved);
        RotationTrack view = Steadying.view(rig, UPRIGHT, settings(Front.STAYS, Horizon.LEVEL, 1));
        for (int n = 0; n < COUNT; n++) {
            assertThat(view.rotation(n).angleTo(rig.at(4.1))).isLessThan(1e-4);
        }
    }

    @Test
    void aFreeHorizonNodsButDoesNotTremble() {
        RotationTrack rig = track(SteadyingTest::moved);
        RotationTrack view = Steadying.view(rig, UPRIGHT, settings(Front.FOLLOWS, Horizon.FREE, 1));
        double most = 0;
        for (int n = 0; n < COUNT; n++) {
            most = Math.max(most, seen(view, n, new Direction(0, 1, 0)).angleTo(seen(view, 0, new Direction(0, 1, 0))));
        }
        assertThat(most).isGreaterThan(0.08);
        assertThat(Math.toDegrees(Jitter.rms(view, 0.5))).isLessThan(0.25);
    }

    @Test
    void smoothingKeepsStraightLinesToTheirEnds() {
        double[] times = IntStream.range(0, 100).mapToDouble(n -> n / 25.0).toArray();
        double[] smooth = Steadying.smoothed(
                times, IntStream.range(0, 100).mapToDouble(n -> 3 + 0.2 * n).toArray(), 0.5);
        for (int n = 0; n < 100; n++) {
            assertThat(smooth[n]).isCloseTo(3 + 0.2 * n, within(1e-9));
        }
    }

    /** A wave of the cut-off's period keeps half of its power. */
    @Test
    void theCutOffIsWhereHalfOfThePowerIsLeft() {
        double[] times = IntStream.range(0, 1000).mapToDouble(n -> n / 100.0).toArray();
        double[] wave = IntStream.range(0, 1000)
                .mapToDouble(n -> Math.sin(2 * Math.PI * times[n] / 1.3))
                .toArray();
        double[] smooth = Steadying.smoothed(times, wave, Steadying.HALF_POWER * 1.3);
        assertThat(smooth[500] / wave[500]).isCloseTo(Math.sqrt(0.5), within(0.01));
    }

    @Test
    void lensesThatBeginApartAreOneRig() {
        List<RigLens> lenses = ReadyRigs.sixAround().lenses();
        List<RotationTrack> tracks = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            Rotation rigFromLens = lenses.get(i).rigFromLens();
            double begin = 0.013 * i;
            Rotation world = moved(begin).times(rigFromLens).inverse();
            double[] times =
                    IntStream.range(0, 200).mapToDouble(n -> begin + n / RATE).toArray();
            tracks.add(new RotationTrack(
                    times,
                    IntStream.range(0, 200)
                            .mapToObj(n -> world.times(moved(times[n])).times(rigFromLens))
                            .toArray(Rotation[]::new)));
        }
        RotationTrack chained = RigShake.chained(tracks, lenses.subList(0, 3));
        RigShake shake = RigShake.of(chained, tracks, lenses.subList(0, 3));
        // At their ends tracks know one side only.
        Rotation early = shake.worldFromRig().rotation(5).inverse();
        for (int n = 5; n < 195; n++) {
            Rotation truth = moved(5 / RATE).inverse().times(moved(n / RATE));
            assertThat(early.times(shake.worldFromRig().rotation(n)).angleTo(truth))
                    .isLessThan(6e-4);
        }
        assertThat(shake.apartRad()).isLessThan(1e-3);
    }
}
