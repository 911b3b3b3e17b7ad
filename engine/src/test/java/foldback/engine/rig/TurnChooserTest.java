package foldback.engine.rig;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.core.time.TimeSpan;
import foldback.sim.film.Sensor;
import foldback.sim.film.Studio;
import foldback.sim.motion.Pose;
import foldback.sim.motion.Ride;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.junit.jupiter.api.Test;

/** Which moments a take offers beside one, filmed in the simulated world as they are asked for. */
class TurnChooserTest {
    private static final int SIZE = 320;
    private static final Rig PAIR = pair();
    private static final Position THERE = new Position(0.3, -1.5, 1.2);
    private static final TimeSpan SPAN = new TimeSpan(0, 8);

    private static Rig pair() {
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            LensFrame frame = new LensFrame(SIZE, SIZE, 160, 160, Optional.of(new ImageCircle(160, 160, 158)));
            lenses.add(new RigLens(
                    i == 0 ? "A" : "B",
                    new FisheyeLens(frame, 92, -0.004, 0, 0, 0),
                    Rotation.ofYawPitchRoll(Math.PI * i, 0, 0),
                    new Position(0, 0, i == 0 ? 0.013 : -0.013)));
        }
        return new Rig("pair", lenses);
    }

    private record Filmed(Ride ride, Map<String, Frame> kept, List<Double> asked) implements LensFrames {
        static Filmed of(Ride ride) {
            return new Filmed(ride, new ConcurrentHashMap<>(), Collections.synchronizedList(new ArrayList<>()));
        }

        @Override
        public Frame at(int lens, double seconds, int halvings) {
            asked.add(seconds);
            return kept.computeIfAbsent(
                    halvings + " " + lens + " " + seconds, key -> shot(lens, seconds, SIZE >> halvings));
        }

        @Override
        public Frame near(int lens, double seconds, int halvings) {
            return at(lens, seconds, halvings);
        }

        private Frame shot(int lens, double seconds, int size) {
            Rig one = new Rig("one", List.of(PAIR.lenses().get(lens).scaledTo(size, size)));
            return new Studio(THERE, 1)
                    .riding(ride)
                    .shoot(one, List.of(Sensor.IDEAL), seconds, PixelFormat.YUV420_8, 2)
                    .get(0);
        }
    }

    @Test
    void momentsAtWhichATurnedRigRestsAreChosen() {
        Ride ride = Ride.turnedBackAndForth(THERE, Math.toRadians(50), 8);
        TurnChooser.Choice chosen = new TurnChooser(PAIR, Filmed.of(ride), 0.04)
                .choose(SPAN, Optional.empty(), Run.QUIET)
                .orElseThrow();
        double from = ride.at(chosen.reference()).worldFromRig().yaw();
        List<Double> all = new ArrayList<>(chosen.turned());
        assertThat(all).allSatisfy(seconds -> {
            double turned = ride.at(seconds).worldFromRig().yaw() - from;
            assertThat(Math.toDegrees(Math.abs(turned))).isBetween(8.0, 51.0);
        });
        assertThat(all)
                .anySatisfy(seconds -> assertThat(Math.toDegrees(
                                Math.abs(ride.at(seconds).worldFromRig().yaw() - from)))
                        .isGreaterThan(40));
        all.add(chosen.reference());
        assertThat(all).allSatisfy(seconds -> {
            double now = ride.at(seconds).worldFromRig().yaw();
            double soon = ride.at(seconds + 0.1).worldFromRig().yaw();
            assertThat(Math.toDegrees(Math.abs(soon - now)) / 0.1).isLessThan(6);
        });
    }

    @Test
    void aMomentThatIsGivenIsTheReferenceWhereItIsCalm() {
        Filmed frames = Filmed.of(Ride.turnedBackAndForth(THERE, Math.toRadians(50), 8));
        TurnChooser chooser = new TurnChooser(PAIR, frames, 0.04);
        assertThat(chooser.choose(SPAN, Optional.of(0.2), Run.QUIET)
                        .orElseThrow()
                        .reference())
                .isEqualTo(0.2);
        assertThat(chooser.choose(SPAN, Optional.of(2.0), Run.QUIET)).isEmpty();
    }

    @Test
    void aTakeOnAStandIsLookedAtSmallOnly() {
        Filmed still = Filmed.of(Ride.still(THERE));
        assertThat(new TurnChooser(PAIR, still, 0.04).choose(SPAN, Optional.of(0.2), Run.QUIET))
                .isEmpty();
        assertThat(still.kept.keySet()).allSatisfy(key -> assertThat(key).startsWith("2 "));
    }

    /** Its lines lean at all times: what crosses the lenses would bend them. */
    @Test
    void aRigThatTurnsAllTheTimeTellsNothing() {
        Ride whirling = seconds -> new Pose(THERE, Rotation.ofYawPitchRoll(0.4 * seconds, 0, 0));
        assertThat(new TurnChooser(PAIR, Filmed.of(whirling), 0.04).choose(SPAN, Optional.empty(), Run.QUIET))
                .isEmpty();
    }
}
