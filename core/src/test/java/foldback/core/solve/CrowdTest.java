package foldback.core.solve;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.match.Moment;
import foldback.core.picture.BytePlane;
import foldback.core.picture.Plane;
import foldback.core.rig.MappingError;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.solve.adjust.SolveSettings;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A rig amid people before even fog: nothing is far, and nothing stands still. */
class CrowdTest {
    private static final int WIDTH = 360;
    private static final int HEIGHT = 480;
    private static final int PEOPLE = 26;
    private static final Rig TRUTH = scaled(ReadyRigs.sixAround());
    private static final double FALSE_DEGREES = 0.25;

    private static Rig scaled(Rig rig) {
        return new Rig(
                rig.name(),
                rig.lenses().stream().map(lens -> lens.scaledTo(WIDTH, HEIGHT)).toList());
    }

    private static Rig off() {
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            RigLens lens = TRUTH.lenses().get(i);
            Rotation turn = Rotation.ofVector(0.03 * Math.sin(2 * i), 0.03 * Math.cos(3 * i), 0.02 * Math.sin(5 * i));
            lenses.add(lens.withRotation(lens.rigFromLens().times(turn)));
        }
        return new Rig("off", lenses);
    }

    /** Upright rollers around the rig, 1.2 to 3 m away, each in cloth of its own; where they stand depends on the seed. */
    private static Plane seen(RigLens lens, int seed) {
        byte[] luma = new byte[WIDTH * HEIGHT];
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                Direction ray = lens.rigFromLens().apply(lens.lens().unproject(x + 0.5, y + 0.5));
                luma[y * WIDTH + x] = (byte) light(lens, ray, seed);
            }
        }
        return new BytePlane(luma, 0, WIDTH, WIDTH, HEIGHT);
    }

    private static int light(RigLens lens, Direction ray, int seed) {
        double nearest = Double.POSITIVE_INFINITY;
        int light = 150;
        for (int k = 0; k < PEOPLE; k++) {
            double around = 2 * Math.PI * (k + 0.6 * wave(seed + k)) / PEOPLE;
            double away = 2.1 + 0.9 * wave(7 * seed + 3 * k);
            double cx = away * Math.sin(around) - lens.pupil().x();
            double cz = away * Math.cos(around) - lens.pupil().z();
            double flat = ray.x() * ray.x() + ray.z() * ray.z();
            double along = (ray.x() * cx + ray.z() * cz) / flat;
            double room = 0.24 * 0.24 - (cx * cx + cz * cz) + along * along * flat;
            double distance = along - Math.sqrt(Math.max(0, room) / flat);
            double height = lens.pupil().y() + distance * ray.y();
            if (room > 0 && distance > 0.3 && distance < nearest && height > -0.3 && height < 1.5) {
                nearest = distance;
                double turn = Math.atan2(distance * ray.x() - cx, distance * ray.z() - cz);
                light = (int) (110 + 60 * cloth(turn * 0.24, height, k));
            }
        }
        return light;
    }

    private static double cloth(double u, double v, int k) {
        double sum = 0;
        for (int n = 1; n <= 6; n++) {
            sum += Math.sin((31 * n + 3 * k) * u + n) * Math.sin((23 * n - 2 * k) * v + 2 * n);
        }
        return sum / 3;
    }

    private static double wave(int n) {
        return Math.sin(12.9898 * n);
    }

    private static RigFinder.Found solve(List<Plane> lumas) {
        return RigFinder.fromCard(off(), List.of(new Moment(lumas, 8)), SolveSettings.defaults(), Run.QUIET);
    }

    @Test
    void aCrowdSeenAtOneInstantIsNeverFalselySure() {
        RigFinder.Found found =
                solve(TRUTH.lenses().stream().map(lens -> seen(lens, 5)).toList());
        double degrees =
                Math.toDegrees(MappingError.overOverlaps(found.rig(), TRUTH).rms());
        assertThat(found.judgement().verdict() == Verdict.SURE && degrees > FALSE_DEGREES)
                .as("%s, %.2f degrees off", found.judgement(), degrees)
                .isFalse();
    }

    @Test
    void aCrowdThatEachLensSawAtAnotherTimeSettlesNothing() {
        List<Plane> lumas = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            lumas.add(seen(TRUTH.lenses().get(i), 100 * i + 3));
        }
        RigFinder.Found found = solve(lumas);
        assertThat(found.judgement().verdict()).as("%s", found.judgement()).isEqualTo(Verdict.UNSETTLED);
    }
}
