package foldback.gauge.rig;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.picture.BytePlane;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.picture.Plane;
import foldback.core.rig.MappingError;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.solve.Moment;
import foldback.core.solve.RigFinder;
import foldback.core.solve.adjust.SolveSettings;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.sim.film.DemoRigs;
import foldback.sim.film.Sensor;
import foldback.sim.film.Studio;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Whole solves on pictures of the simulated world. */
class RigFinderTest {
    private static final Position AMONG_THE_RAKERS = new Position(4.6, -1.55, 0.6);
    private static final Rig TRUTH = scaled(DemoRigs.amongTheRakers());

    private static Rig scaled(Rig rig) {
        return new Rig(
                rig.name(),
                rig.lenses().stream().map(lens -> lens.scaledTo(480, 640)).toList());
    }

    /** Lenses turned by some degrees each. */
    private static Rig off(Rig rig) {
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < rig.lenses().size(); i++) {
            RigLens lens = rig.lenses().get(i);
            Rotation turn = Rotation.ofVector(0.05 * Math.sin(2 * i), 0.06 * Math.cos(3 * i), 0.05 * Math.sin(5 * i));
            lenses.add(new RigLens(lens.slot(), lens.lens(), lens.rigFromLens().times(turn), lens.pupil()));
        }
        return new Rig("off", lenses);
    }

    private static RigFinder.Found solve(Rig card, List<Plane> lumas) {
        return RigFinder.fromCard(card, List.of(new Moment(lumas, 8)), SolveSettings.defaults(), Run.QUIET);
    }

    @Test
    void sixLensesAreSolvedFromACardThatIsOff() {
        List<Sensor> sensors = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            sensors.add(new Sensor(0.1 * i - 0.3, 0.02 * i, -0.02 * i, 0.3, 1, 0));
        }
        List<Plane> lumas = new Studio(AMONG_THE_RAKERS, 1)
                .shoot(TRUTH, sensors, 3, PixelFormat.YUV420_8, 11).stream()
                        .map(Frame::y)
                        .toList();
        Rig card = off(TRUTH);
        double before = Math.toDegrees(MappingError.overOverlaps(card, TRUTH).rms());
        RigFinder.Found found = solve(card, lumas);
        double after =
                Math.toDegrees(MappingError.overOverlaps(found.rig(), TRUTH).rms());
        assertThat(before).isGreaterThan(2);
        assertThat(after)
                .as("%s, %d points", found.evidence(), found.points().size())
                .isLessThan(0.25);
        assertThat(found.evidence().verdict()).isNotEqualTo(Verdict.UNSETTLED);
    }

    @Test
    void blankWallsSayNothing() {
        byte[] grey = new byte[480 * 640];
        Arrays.fill(grey, (byte) 120);
        List<Plane> lumas = Collections.nCopies(6, new BytePlane(grey, 0, 480, 480, 640));
        RigFinder.Found found = solve(TRUTH, lumas);
        assertThat(found.evidence().verdict()).isEqualTo(Verdict.UNSETTLED);
        assertThat(found.evidence().reason()).contains("share too little");
        assertThat(found.rig()).isEqualTo(TRUTH);
        assertThat(found.result()).isEmpty();
    }
}
