package foldback.engine.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;
import static org.assertj.core.api.Assertions.within;

import foldback.core.match.Spread;
import foldback.core.match.TiePoint;
import foldback.core.match.TiePoints;
import foldback.core.match.TurnPoint;
import foldback.core.match.Turns;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.geometry.ExpectedMismatch;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.geometry.LensDoubt;
import foldback.core.recipe.geometry.RigMeasure;
import foldback.core.recipe.geometry.RigPair;
import foldback.core.run.Reason;
import foldback.core.run.Verdict;
import foldback.core.solve.RigReason;
import foldback.core.space.Rotation;
import foldback.engine.DemoTake;
import foldback.engine.document.rig.PointsJson;
import foldback.engine.form.DocumentException;
import foldback.engine.recipe.RecipeJson;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What a solve says survives its documents. */
class GeometryJsonTest {
    private static final RigMeasure MEASURE = new RigMeasure(
            1,
            Verdict.CHECK,
            List.of(Reason.of(RigReason.FEW_POINTS, "D", 87), Reason.of(RigReason.ONE_MOMENT)),
            Math.toRadians(0.03),
            Optional.of(new ExpectedMismatch(Math.toRadians(0.012), Math.toRadians(0.08))),
            List.of(1.2, 3.4),
            2.5,
            "abc",
            List.of(new RigPair("A", "B", 120, Math.toRadians(0.02), Math.toRadians(0.05), 0.75)),
            List.of(new LensDoubt("A", Math.toRadians(0.01), 0.002, 0.6, List.of("centre"))));

    @Test
    void aMeasureIsReadAsItWasWritten() throws Exception {
        Recipe recipe = DemoTake.recipe();
        Geometry solved =
                new Geometry(recipe.rig(), Geometry.SOLVED, Optional.of(MEASURE), Optional.of("def"), List.of());
        Geometry read = RecipeJson.read(RecipeJson.write(recipe.with(Geometry.SECTION, solved)))
                .geometry();
        RigMeasure measure = read.measure().orElseThrow();
        assertThat(measure.reasons()).isEqualTo(MEASURE.reasons());
        assertThat(measure.reason())
                .startsWith("Lens D shares only 87 points with the others.")
                .contains("A second moment");
        assertThat(measure.residualRad()).isCloseTo(MEASURE.residualRad(), within(1e-9));
        assertThat(measure.expected().orElseThrow().seamsRad()).isCloseTo(Math.toRadians(0.012), within(1e-9));
        assertThat(measure.expected().orElseThrow().lensRad()).isCloseTo(Math.toRadians(0.08), within(1e-9));
        assertThat(measure.moments()).isEqualTo(MEASURE.moments());
        assertThat(measure.meetingMetres()).isEqualTo(2.5);
        assertThat(measure.pairs().get(0).covered()).isEqualTo(0.75);
        assertThat(measure.lenses()).hasSize(1);
        assertThat(measure.lenses().get(0).undecided()).containsExactly("centre");
        assertThat(read.points()).contains("def");
        assertThat(read.pointsAreNewer()).isTrue();
        assertThat(read.withPoints("abc").pointsAreNewer()).isFalse();
    }

    @Test
    void farSeamsHaveNoMeetingDistance() throws Exception {
        Recipe recipe = DemoTake.recipe();
        RigMeasure far = new RigMeasure(
                1,
                Verdict.SURE,
                List.of(Reason.of(RigReason.AGREE, 300)),
                0,
                Optional.empty(),
                List.of(),
                Double.POSITIVE_INFINITY,
                "abc",
                List.of(),
                List.of());
        Geometry solved = new Geometry(recipe.rig(), Geometry.SOLVED, Optional.of(far), Optional.empty(), List.of());
        String text = RecipeJson.write(recipe.with(Geometry.SECTION, solved));
        assertThat(text).doesNotContain("Infinity");
        assertThat(RecipeJson.read(text).geometry().measure().orElseThrow().meetingMetres())
                .isInfinite();
    }

    @Test
    void pointsAreKeptToAThousandthOfAPixel() {
        TiePoint point = new TiePoint(
                1, 10.12345, 20.5, 0, 30.25, 40.75, new Spread(0.0421, 0.013, -0.75), 1, TiePoint.Origin.BY_HAND);
        TiePoints points = new TiePoints(List.of(0.5, 2.0), List.of(point));
        String text = PointsJson.write(points, List.of("A", "B"));
        TiePoint read = PointsJson.read(text, List.of("A", "B")).points().get(0);
        assertThat(read.x1()).isCloseTo(10.12345, within(5e-4));
        assertThat(read.spread().longPx()).isCloseTo(0.042, within(1e-9));
        assertThat(read.spread().shortPx()).isCloseTo(0.013, within(1e-9));
        assertThat(read.spread().angle()).isCloseTo(-0.75, within(1e-3));
        assertThat(read.origin()).isEqualTo(TiePoint.Origin.BY_HAND);
        // Points of before were as exact in all directions.
        TiePoint before = PointsJson.read(
                        text.replace(",0.013,-0.75]", "]").replace("\"version\":2", "\"version\":1"), List.of("A", "B"))
                .points()
                .get(0);
        assertThat(before.spread()).isEqualTo(Spread.even(0.042));
        // Slots may stand in another order now.
        TiePoint turned = PointsJson.read(text, List.of("B", "A")).points().get(0);
        assertThat(turned.first()).isZero();
        assertThat(turned.second()).isEqualTo(1);
    }

    @Test
    void turnsAreKeptBesideThePoints() {
        Rotation turn = Rotation.ofYawPitchRoll(0.5, 0.02, -0.03);
        TurnPoint point = new TurnPoint(1, 10.5, 20.5, 0, 30.25, 40.75, new Spread(0.042, 0.013, -0.75), 0);
        TiePoints points = new TiePoints(
                List.of(0.5), List.of(), new Turns(List.of(new Turns.Turn(2, turn)), List.of(point)), List.of(3.25));
        String text = PointsJson.write(points, List.of("A", "B"));
        TiePoints read = PointsJson.read(text, List.of("A", "B"));
        assertThat(read.turned()).containsExactly(3.25);
        assertThat(read.turns().points()).containsExactly(point);
        assertThat(read.turns().turns().get(0).referenceFromTurned().angleTo(turn))
                .isLessThan(1e-5);
        assertThat(PointsJson.read(text, List.of("B", "A")).turns().points())
                .extracting(TurnPoint::first, TurnPoint::second)
                .containsExactly(tuple(0, 1));
        assertThatThrownBy(() -> PointsJson.read(text.replace("[[0,1,10.5", "[[1,1,10.5"), List.of("A", "B")))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining("'turn_points': a row names a moment or a lens that is not there");
    }

    @Test
    void wrongPointsAreRefusedByName() {
        String text = PointsJson.write(
                new TiePoints(
                        List.of(0.5),
                        List.of(new TiePoint(0, 1, 2, 1, 3, 4, Spread.even(0.1), 0, TiePoint.Origin.FOUND))),
                List.of("A", "B"));
        assertThatThrownBy(() -> PointsJson.read(text, List.of("A", "C")))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining("no lens 'B'");
        assertThatThrownBy(() -> PointsJson.read(text.replace("[0,0,", "[3,0,"), List.of("A", "B")))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining("a moment or a lens that is not there");
        assertThatThrownBy(() -> PointsJson.read(text.replace("[0,0,", "[0,"), List.of("A", "B")))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining("'tie-points.points[0]' must have 11 entries: it has 10");
    }
}
