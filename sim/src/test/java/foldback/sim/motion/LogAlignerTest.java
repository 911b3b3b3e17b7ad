package foldback.sim.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.motion.RotationTrack;
import foldback.core.motion.log.LogAligner;
import foldback.core.motion.log.LogFit;
import foldback.core.motion.log.LogFusion;
import foldback.core.motion.log.MotionLog;
import foldback.core.motion.log.Samples;
import foldback.core.run.Run;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.core.steady.Jitter;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Motion logs beside what a picture says of the same ride: clock, axes, unit and bias are found, and both fused. */
class LogAlignerTest {
    private static final double NOISE = Math.toRadians(0.03);
    private static final double[] NO_DRIFT = new double[3];
    private static final Rotation MOUNTED = Rotation.ofYawPitchRoll(2.1, -0.7, 1.3);

    private final Ride ride = LoggedRides.walk(3);

    private static LogFit fit(RotationTrack picture, MotionLog log) {
        return LogAligner.align(picture, log, Run.QUIET).orElseThrow();
    }

    @Test
    void findsClockAxesUnitAndBias() {
        RotationTrack picture = LoggedRides.seen(ride, 3, 60, NOISE, NO_DRIFT, 5);
        LogRecorder recorder = LogRecorder.usual(MOUNTED, -20, 7).withClock(1234.5, 180);
        MotionLog log = recorder.record(ride, 120);

        LogFit fit = fit(picture, log);

        double middle = 33;
        assertThat(fit.clock().logTime(middle) * (1 + 180e-6) + recorder.clockOffset())
                .isCloseTo(middle, within(0.0003));
        assertThat(fit.clock().driftPpm()).isCloseTo(180, within(10.0));
        assertThat(fit.clockSigma()).isBetween(0.00002, 0.0003);
        assertThat(Rotation.ofMatrix(fit.mounting()).angleTo(MOUNTED)).isLessThan(Math.toRadians(0.3));
        assertThat(fit.scale()).isCloseTo(1, within(0.003));
        for (int k = 0; k < 3; k++) {
            assertThat(fit.bias()[k]).isCloseTo(recorder.bias()[k], within(Math.toRadians(0.02)));
        }
        assertThat(fit.explained()).isGreaterThan(0.95);
        assertThat(fit.moments()).hasSizeGreaterThan(8).allMatch(LogFit.Moment::used);
    }

    @Test
    void fusedIsQuickAsTheLogAndUprightAsTheAccelerometer() {
        double[] drift = {Math.toRadians(0.012), 0, 0};
        RotationTrack picture = LoggedRides.seen(ride, 3, 60, NOISE, drift, 5);
        RotationTrack truth = LoggedRides.truth(ride, 3, 60);
        MotionLog log = LogRecorder.usual(MOUNTED, -20, 7).record(ride, 120);

        LogFusion.Fused fused = LogFusion.fuse(picture, Math.toRadians(0.6), log, fit(picture, log));

        assertThat(LoggedRides.apart(picture, truth)).isGreaterThan(Math.toRadians(0.7));
        assertThat(LoggedRides.apart(fused.worldFromRig(), truth)).isLessThan(Math.toRadians(0.15));
        assertThat(Jitter.rms(LoggedRides.off(fused.worldFromRig(), truth), 0.5))
                .isLessThan(Math.toRadians(0.01));
        Direction up = ride.at(3).worldFromRig().inverse().apply(Direction.UP);
        assertThat(fused.up().orElseThrow().angleTo(up)).isLessThan(Math.toRadians(0.1));
        assertThat(fused.upSigma()).isBetween(Math.toRadians(0.02), Math.toRadians(0.15));
    }

    @Test
    void mirroredAxesAndDegreesAreSeenThrough() {
        RotationTrack picture = LoggedRides.seen(ride, 0, 30, NOISE, NO_DRIFT, 5);
        MotionLog written = swapped(LogRecorder.usual(MOUNTED, -2, 7).record(ride, 40), Math.toDegrees(1));

        LogFit fit = fit(picture, written);

        assertThat(fit.isMirrored()).isTrue();
        assertThat(fit.scale()).isCloseTo(Math.toRadians(1), within(0.0001));
        assertThat(fit.clock().offsetSeconds()).isCloseTo(-2, within(0.0003));
        assertThat(off(picture, 30, written, fit)).isLessThan(Math.toRadians(0.12));
    }

    /** The first two axes written in each other's columns, turning rates in another unit. */
    private static MotionLog swapped(MotionLog log, double unit) {
        return new MotionLog(swapped(log.gyro()).times(unit), log.acceleration().map(LogAlignerTest::swapped));
    }

    private static Samples swapped(Samples samples) {
        double[] values = samples.values().clone();
        for (int i = 0; i < values.length; i += 3) {
            values[i] = samples.values()[i + 1];
            values[i + 1] = samples.values()[i];
        }
        return new Samples(samples.times(), values);
    }

    private double off(RotationTrack picture, double seconds, MotionLog log, LogFit fit) {
        LogFusion.Fused fused = LogFusion.fuse(picture, Math.toRadians(0.2), log, fit);
        return LoggedRides.apart(fused.worldFromRig(), LoggedRides.truth(ride, 0, seconds));
    }

    @Test
    void aRigThatTurnsAboutOneAxisAloneTellsNothingOfMirrors() {
        Ride turned = Ride.turnedBackAndForth(Position.ORIGIN, 2, 35);
        RotationTrack picture = LoggedRides.seen(turned, 0, 40, NOISE, NO_DRIFT, 5);

        LogFit fit = fit(picture, LogRecorder.usual(MOUNTED, -2, 7).record(turned, 45));

        assertThat(fit.isMirrored()).isFalse();
        assertThat(fit.clockSigma()).isLessThan(0.02);
        assertThat(fit.clock().logTime(20)).isCloseTo(22, within(3 * fit.clockSigma()));
    }

    @Test
    void aRigThatTurnsBackAndForthEvenlyMayBeAnywhere() {
        Ride turned = Ride.turnedBackAndForth(Position.ORIGIN, 2, 7);
        RotationTrack picture = LoggedRides.seen(turned, 0, 30, NOISE, NO_DRIFT, 5);

        LogFit fit = fit(picture, LogRecorder.usual(MOUNTED, -2, 7).record(turned, 45));

        assertThat(fit.rival()).isPresent();
        assertThat(LogAligner.align(
                                LoggedRides.seen(ride, 0, 30, NOISE, NO_DRIFT, 5),
                                LogRecorder.usual(MOUNTED, -2, 7).record(ride, 45),
                                Run.QUIET)
                        .orElseThrow()
                        .rival())
                .isEmpty();
    }

    @Test
    void aSlowLogStillHelps() {
        RotationTrack picture = LoggedRides.seen(ride, 0, 30, NOISE, NO_DRIFT, 5);
        MotionLog slow = LogRecorder.usual(MOUNTED, -2, 7).withRate(50).record(ride, 40);

        LogFit fit = fit(picture, slow);

        assertThat(fit.clock().offsetSeconds()).isCloseTo(-2, within(0.0003));
        assertThat(off(picture, 30, slow, fit)).isLessThan(Math.toRadians(0.35));
    }

    @Test
    void whereTheGyroscopeWasAtTheEndOfItsRangeThePictureHelps() {
        RotationTrack picture = LoggedRides.seen(ride, 0, 30, NOISE, NO_DRIFT, 5);
        MotionLog clipped =
                LogRecorder.usual(MOUNTED, -2, 7).withRange(Math.toRadians(25)).record(ride, 40);

        assertThat(off(picture, 30, clipped, fit(picture, clipped))).isLessThan(Math.toRadians(0.35));
    }

    @Test
    void aLogOfPartOfTheTakeHelpsThere() {
        RotationTrack picture = LoggedRides.seen(ride, 0, 60, NOISE, NO_DRIFT, 5);
        MotionLog log = LogRecorder.usual(MOUNTED, 20, 7).record(ride, 25);

        LogFit fit = fit(picture, log);

        assertThat(fit.clock().offsetSeconds()).isCloseTo(20, within(0.0003));
        assertThat(off(picture, 60, log, fit)).isLessThan(Math.toRadians(0.2));
    }

    @Test
    void aLogOfAnotherRideIsNotLikeIt() {
        for (int seed = 10; seed < 16; seed++) {
            RotationTrack picture = LoggedRides.seen(ride, 0, 20 + seed, NOISE, NO_DRIFT, 5);
            MotionLog log = LogRecorder.usual(MOUNTED, -20, 7).record(LoggedRides.walk(seed), 120);

            assertThat(LogAligner.align(picture, log, Run.QUIET)
                            .map(LogFit::explained)
                            .orElse(0.0))
                    .isLessThan(0.1);
        }
    }

    @Test
    void aPartWithAnotherClockIsDroppedAndSaid() {
        RotationTrack picture = LoggedRides.seen(ride, 0, 60, NOISE, NO_DRIFT, 5);
        // The last twenty seconds were taken 40 ms later than the picture's times say.
        double[] times = picture.times();
        Rotation[] turns = new Rotation[times.length];
        for (int i = 0; i < times.length; i++) {
            turns[i] = ride.at(times[i] + (times[i] < 40 ? 0 : 0.04)).worldFromRig();
        }
        MotionLog log = LogRecorder.usual(MOUNTED, -2, 7).record(ride, 70);

        LogFit fit = fit(new RotationTrack(times, turns), log);

        assertThat(fit.clock().logTime(20)).isCloseTo(22, within(0.0005));
        assertThat(fit.moments().stream().filter(moment -> !moment.used()))
                .hasSizeBetween(3, 5)
                .allSatisfy(moment -> assertThat(moment.seconds()).isGreaterThan(38))
                .allSatisfy(moment -> assertThat(moment.offSeconds()).isCloseTo(-0.04, within(0.006)));
    }

    @Test
    void aLongTakeWithAClockThatDrifts() {
        RotationTrack picture = LoggedRides.seen(ride, 0, 400, NOISE, NO_DRIFT, 5);
        MotionLog log = LogRecorder.usual(MOUNTED, -60, 7).withClock(0, -400).record(ride, 500);

        LogFit fit = fit(picture, log);

        assertThat(fit.clock().driftPpm()).isCloseTo(-400, within(1.0));
        assertThat(fit.clock().offsetSeconds()).isCloseTo(-60, within(0.0003));
    }

    @Test
    void tooLittleIsNoLog() {
        assertThatThrownBy(() -> new MotionLog(new Samples(new double[2], new double[6]), Optional.empty()))
                .hasMessageContaining("times must rise");
        assertThatThrownBy(() -> new MotionLog(new Samples(new double[] {0, 1}, new double[6]), Optional.empty()))
                .hasMessageContaining("20 turning rates or more: 2");
    }
}
