package foldback.core.level;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.level.GuideLine.Kind;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class UprightSolverTest {
    private static final UprightSolver SOLVER = new UprightSolver(LevelSettings.DEFAULT);
    private static final Direction UP = Direction.UP;

    /** A line of an upright world, seen by a camera that leans. */
    private static GuideLine plumb(Rotation viewFromWorld, double yaw, double low, double high) {
        return line(Kind.PLUMB, viewFromWorld, Direction.ofYawPitch(yaw, low), Direction.ofYawPitch(yaw, high));
    }

    private static GuideLine line(Kind kind, Rotation viewFromWorld, Direction from, Direction to) {
        return new GuideLine(kind, List.of(viewFromWorld.apply(from), viewFromWorld.apply(to)));
    }

    @Test
    void twoPlumbLinesNameTheUpright() {
        Rotation lean = Rotation.ofYawPitchRoll(0.7, 0.2, -0.3);
        Upright found = SOLVER.solve(List.of(plumb(lean, 0.2, -0.3, 0.4), plumb(lean, 1.9, -0.1, 0.5)), UP);
        assertThat(Math.toDegrees(found.up().angleTo(lean.apply(UP)))).isLessThan(0.02);
        assertThat(found.agreeing()).isEqualTo(2);
    }

    @Test
    void oneLineTurnsThePictureNoFurtherThanItSays() {
        Rotation lean = Rotation.about(0, 0, 1, 0.1);
        Upright found = SOLVER.solve(List.of(plumb(lean, 0, -0.3, 0.4)), UP);
        // What is ahead shows the lean to a side alone; nothing is known of the tilt, which stays.
        assertThat(Math.toDegrees(found.up().angleTo(lean.apply(UP)))).isLessThan(0.02);
        assertThat(Math.toDegrees(found.expectedRad())).isGreaterThan(5);
    }

    @Test
    void aHorizonNamesTheUprightByItself() {
        Rotation lean = Rotation.ofYawPitchRoll(-0.4, -0.25, 0.15);
        GuideLine sea = line(Kind.SEA, lean, Direction.ofYawPitch(-0.6, 0), Direction.ofYawPitch(0.9, 0));
        Upright found = SOLVER.solve(List.of(sea), UP);
        assertThat(Math.toDegrees(found.up().angleTo(lean.apply(UP)))).isLessThan(0.02);
    }

    /** Ends off by a tenth of a degree, one of six lines along something that leans by five degrees. */
    @Test
    void theOneLineThatIsWrongIsNamed() {
        Random random = new Random(4);
        int named = 0;
        double squares = 0;
        double expected = 0;
        for (int trial = 0; trial < 200; trial++) {
            Rotation lean = Rotation.ofYawPitchRoll(
                    2 * Math.PI * random.nextDouble(), 0.2 * random.nextGaussian(), 0.2 * random.nextGaussian());
            int wrong = random.nextInt(6);
            List<GuideLine> lines = new ArrayList<>();
            for (int i = 0; i < 6; i++) {
                Rotation shown = i == wrong ? Rotation.about(0, 0, 1, Math.toRadians(5)) : Rotation.IDENTITY;
                // It leans where it is seen, across the way to it.
                double yaw = 2 * Math.PI * (i + 0.8 * random.nextDouble()) / 6;
                Rotation there = Rotation.ofYawPitchRoll(yaw, 0, 0).times(shown);
                List<Direction> ends = new ArrayList<>();
                for (double pitch :
                        new double[] {-0.15 - 0.2 * random.nextDouble(), 0.15 + 0.3 * random.nextDouble()}) {
                    Direction end = lean.times(there).apply(Direction.ofYawPitch(0, pitch));
                    double[] off = {random.nextGaussian(), random.nextGaussian(), random.nextGaussian()};
                    double by = Math.toRadians(0.1);
                    ends.add(new Direction(end.x() + by * off[0], end.y() + by * off[1], end.z() + by * off[2]));
                }
                lines.add(new GuideLine(Kind.PLUMB, ends));
            }
            Upright found = SOLVER.solve(lines, UP);
            named += found.fits().get(wrong).disagrees() && found.agreeing() == 5 ? 1 : 0;
            double off = found.up().angleTo(lean.apply(UP));
            squares += off * off;
            expected += found.expectedRad() * found.expectedRad();
        }
        assertThat(named).isGreaterThan(190);
        assertThat(Math.toDegrees(Math.sqrt(squares / 200))).isLessThan(0.3);
        // Ends are off by what is taken for granted; the world is plumber than that.
        assertThat(Math.sqrt(squares / expected)).isBetween(0.5, 1.2);
    }

    @Test
    void aLineThatStandsAloneHasTheInfluence() {
        Rotation lean = Rotation.about(1, 0, 0, 0.08);
        List<GuideLine> lines =
                List.of(plumb(lean, 0, -0.3, 0.4), plumb(lean, 0.05, -0.3, 0.4), plumb(lean, Math.PI / 2, -0.3, 0.4));
        List<Upright.Fit> fits = SOLVER.solve(lines, UP).fits();
        assertThat(Math.toDegrees(fits.get(2).influenceRad())).isGreaterThan(0.5);
        assertThat(fits.get(0).influenceRad()).isLessThan(fits.get(2).influenceRad() / 5);
        fits.forEach(fit -> assertThat(Math.toDegrees(fit.residualRad())).isCloseTo(0, within(0.05)));
    }

    @Test
    void aPointIsNoLine() {
        Direction there = Direction.ofYawPitch(0.3, 0.1);
        assertThatThrownBy(() -> new GuideLine(Kind.PLUMB, List.of(there, there)))
                .hasMessage("The line is too short to say which way is up: draw it longer.");
    }
}
