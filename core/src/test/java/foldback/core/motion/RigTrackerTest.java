package foldback.core.motion;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.DoubleFunction;
import org.junit.jupiter.api.Test;

/** Two lenses back to back above a patterned ground, hills far around them, whose rays are written down here. */
class RigTrackerTest {
    private static final double RATE = 25;
    private static final double EYE_HEIGHT = 1.2;
    /** Where the ground ends and the hills begin, metres. */
    private static final double GROUND = 9;

    private static final List<RigLens> LENSES = List.of(lens("A", 0), lens("B", Math.PI));

    private static RigLens lens(String slot, double yaw) {
        return new RigLens(slot, TurnMeterTest.lens(), Rotation.ofYawPitchRoll(yaw, 0.01, 0), Position.ORIGIN);
    }

    /** What is seen from a place so far ahead. */
    private static double luma(double ahead, Direction d) {
        double reach = d.y() > 0 ? EYE_HEIGHT / d.y() : Double.POSITIVE_INFINITY;
        if (reach < GROUND) {
            double x = reach * d.x();
            double z = ahead + reach * d.z();
            return 110 + 30 * Math.sin(3.1 * x + z) + 25 * Math.sin(2.3 * z - 1.3 * x + 1) + 12 * Math.sin(7 * z);
        }
        return 130 + 35 * Math.sin(9 * d.x() + 4 * d.y()) + 25 * Math.sin(8 * d.z() - 11 * d.y() + 2);
    }

    /** How a rig rides. */
    private record Ride(double speed, DoubleFunction<Rotation> worldFromRig) {

        byte[] picture(int lens, double seconds) {
            return TurnMeterTest.picture(
                    worldFromRig
                            .apply(seconds)
                            .times(LENSES.get(lens).rigFromLens())
                            .inverse(),
                    d -> luma(speed * seconds, d),
                    1,
                    Math.round(1000 * seconds) + lens);
        }
    }

    /** How far a rig is thought to be turned otherwise than it is at most, degrees. */
    private record Outcome(double alone, double together, RigTracker tracker) {}

    private static Outcome follow(Ride ride, int moments, DoubleFunction<boolean[]> shown) {
        double[] times = new double[moments];
        Arrays.setAll(times, n -> n / RATE);
        byte[][][] pictures = new byte[moments][LENSES.size()][];
        List<RotationTrack> alone = new ArrayList<>();
        for (int lens = 0; lens < LENSES.size(); lens++) {
            TurnMeter meter = new TurnMeter(LENSES.get(lens).lens());
            PictureTrack.Builder track = new PictureTrack.Builder();
            for (int n = 0; n < moments; n++) {
                pictures[n][lens] = ride.picture(lens, times[n]);
                track.add(times[n], meter, pictures[n][lens]);
            }
            alone.add(track.build().chained());
        }
        RotationTrack believed = alone.get(0);
        Rotation rigFromLens = LENSES.get(0).rigFromLens();
        Rotation[] turns = new Rotation[moments];
        Arrays.setAll(turns, n -> rigFromLens.times(believed.rotation(n)).times(rigFromLens.inverse()));
        RotationTrack rig = new RotationTrack(times, turns);
        TravelMeter travel = new TravelMeter(LENSES, rig);
        RigTracker tracker = new RigTracker(LENSES, rig);
        for (int n = 0; n < moments; n++) {
            boolean[] there = shown.apply(times[n]);
            for (int lens = 0; lens < there.length; lens++) {
                pictures[n][lens] = there[lens] ? pictures[n][lens] : null;
            }
            RigMoment moment = new RigMoment(times[n], pictures[n], new double[] {times[n], times[n]});
            tracker.next(moment, travel.next(moment));
        }
        return new Outcome(most(ride, rig), most(ride, tracker.worldFromRig()), tracker);
    }

    private static double most(Ride ride, RotationTrack track) {
        Rotation first = ride.worldFromRig.apply(0).inverse();
        double most = 0;
        for (int n = 0; n < track.size(); n++) {
            Rotation truth = first.times(ride.worldFromRig.apply(track.time(n)));
            most = Math.max(most, truth.angleTo(track.rotation(n)));
        }
        return Math.toDegrees(most);
    }

    private static Rotation swayed(double seconds) {
        return Rotation.ofVector(
                0.03 * Math.sin(5 * seconds), 0.05 * Math.sin(3.1 * seconds), 0.02 * Math.sin(7 * seconds));
    }

    private static boolean[] both(double seconds) {
        return new boolean[] {true, true};
    }

    @Test
    void aRigThatTravelsPastANearGroundDoesNotSeemToTilt() {
        Outcome outcome = follow(new Ride(1, RigTrackerTest::swayed), 60, RigTrackerTest::both);
        assertThat(outcome.alone).isGreaterThan(3);
        assertThat(outcome.together).isLessThan(0.4);
        assertThat(outcome.tracker.untold()).isZero();
        assertThat(Math.toDegrees(outcome.tracker.driftSigma())).isBetween(0.02, 1.0);
    }

    @Test
    void aRigThatStaysWhereItIsTurnsAsItDoes() {
        Outcome outcome = follow(new Ride(0, RigTrackerTest::swayed), 50, RigTrackerTest::both);
        assertThat(outcome.together).isLessThan(0.08);
    }

    @Test
    void aLensThatBeginsLateAndEndsEarlyIsUsedWhileItShows() {
        Outcome outcome = follow(new Ride(0.5, RigTrackerTest::swayed), 50, seconds ->
                new boolean[] {true, seconds > 0.4 && seconds < 1.6});
        assertThat(outcome.together).isLessThan(1);
        assertThat(outcome.together).isLessThan(outcome.alone / 2);
    }

    /** Nothing is seen for a while: that is counted, and what comes after is tied to what was before. */
    @Test
    void whereNothingIsSeenNothingIsTold() {
        Outcome outcome = follow(new Ride(0, RigTrackerTest::swayed), 50, seconds -> {
            boolean dark = seconds > 0.7 && seconds < 1.1;
            return new boolean[] {!dark, !dark};
        });
        assertThat(outcome.tracker.untold()).isBetween(9, 11);
        assertThat(outcome.together).isLessThan(1);
    }
}
