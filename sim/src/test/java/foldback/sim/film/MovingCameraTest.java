package foldback.sim.film;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.sim.motion.Pose;
import foldback.sim.motion.Ride;
import foldback.sim.motion.Shake;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class MovingCameraTest {
    private static final int SIZE = 96;
    private static final Position THERE = new Position(0.3, -1.5, 0.2);
    private static final Ride SHAKEN = Ride.straight(THERE, 0.3, 1.3).shaken(new Shake(3, 2, 5)::at);

    private static RigLens lens() {
        LensFrame frame = new LensFrame(SIZE, SIZE, 48, 48, Optional.of(new ImageCircle(48, 48, 46)));
        return new RigLens(
                "A",
                new FisheyeLens(frame, 28, -0.003, 0.0006, 0, 0),
                Rotation.ofYawPitchRoll(0.4, 0.1, -0.2),
                new Position(0.01, 0, 0.03));
    }

    private static Frame shot(Ride ride, Sensor sensor, double time) {
        return new Studio(THERE, 1)
                .riding(ride)
                .shoot(new Rig("one", List.of(lens())), List.of(sensor), time, PixelFormat.YUV420_8, 3)
                .get(0);
    }

    private static Sensor reading(double seconds) {
        return new Sensor(0, 0, 0, 0, 0, seconds);
    }

    /** What a rig that stands so sees, by the camera that cannot move. */
    private static Frame stillAt(Pose pose, Sensor sensor, double time) {
        Rotation turn = pose.worldFromRig();
        RigLens turned = new RigLens("A", lens().lens(), turn.times(lens().rigFromLens()), turn.apply(lens().pupil()));
        return new Studio(pose.place(), 1)
                .shoot(new Rig("one", List.of(turned)), List.of(sensor), time, PixelFormat.YUV420_8, 3)
                .get(0);
    }

    private static double difference(Frame one, Frame two, int from, int to) {
        double sum = 0;
        for (int y = from; y < to; y++) {
            for (int x = 0; x < SIZE; x++) {
                sum += Math.abs(one.y().get(x, y) - two.y().get(x, y));
            }
        }
        return sum / SIZE / (to - from);
    }

    @Test
    void aRigThatStandsStillIsFilmedAsEver() {
        Frame moving = shot(Ride.still(THERE), reading(0), 1.4);
        Frame still = stillAt(new Pose(THERE, Rotation.IDENTITY), reading(0), 1.4);
        assertThat(difference(moving, still, 0, SIZE)).isLessThan(0.05);
    }

    /** Each line by itself, by a camera that stands where the rig is when it is read. */
    @Test
    void eachLineIsSeenFromWhereTheRigIsWhenItIsRead() {
        double readOut = 0.04;
        Frame moving = shot(SHAKEN, reading(readOut), 2);
        double same = 0;
        double first = 0;
        for (int row = 12; row < 90; row += 11) {
            double when = 2 + readOut * (row + 0.5) / SIZE;
            same += difference(moving, stillAt(SHAKEN.at(when), reading(0), when), row, row + 1);
            first += difference(moving, stillAt(SHAKEN.at(2), reading(0), 2), row, row + 1);
        }
        assertThat(same).isLessThan(0.12 * first);
    }

    @Test
    void aLongExposureBlursWhatItTurnsPast() {
        Ride turning = seconds -> new Pose(THERE, Rotation.ofYawPitchRoll(1.5 * seconds, 0, 0));
        double sharp = steps(shot(turning, reading(0), 1));
        double blurred = steps(shot(turning, reading(0).exposing(0.1), 1));
        double still = steps(shot(Ride.still(THERE), reading(0).exposing(0.1), 1));
        assertThat(blurred).isLessThan(0.7 * sharp);
        assertThat(still).isGreaterThan(0.8 * sharp);
    }

    private static double steps(Frame frame) {
        double sum = 0;
        for (int y = 20; y < 76; y++) {
            for (int x = 20; x < 76; x++) {
                sum += Math.abs(frame.y().get(x + 1, y) - frame.y().get(x, y));
            }
        }
        return sum;
    }

    @Test
    void depthIsThatOfTheWorldFromWhereTheRigIs() {
        Ride raised = Ride.still(new Position(0, -2.2, 0));
        float[] low = new Studio().riding(Ride.still(new Position(0, -1.5, 0))).depth(64, 0);
        float[] high = new Studio().riding(raised).depth(64, 0);
        int down = 31 * 64 + 32;
        assertThat(low[down]).isCloseTo(1.5f, within(0.06f));
        assertThat(high[down] - low[down]).isCloseTo(0.7f, within(0.03f));
        assertThat(low[32]).isGreaterThan(1000);
    }

    @Test
    void aRigThatIsTurnedBackAndForthRestsAtBothEnds() {
        Ride ride = Ride.turnedBackAndForth(THERE, 1, 8);
        assertThat(ride.at(0.3).worldFromRig().angleTo(Rotation.IDENTITY)).isZero();
        assertThat(ride.at(4.1).worldFromRig().yaw()).isCloseTo(1, within(1e-12));
        assertThat(ride.at(2).worldFromRig().yaw()).isCloseTo(0.5, within(1e-9));
        assertThat(ride.at(9.9).worldFromRig().yaw())
                .isCloseTo(ride.at(1.9).worldFromRig().yaw(), within(1e-9));
    }
}
