package foldback.core.stitch.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.matte.LensMatte;
import foldback.core.matte.MatteMap;
import foldback.core.matte.MattePath;
import foldback.core.matte.Mattes;
import foldback.core.matte.Stroke;
import foldback.core.matte.Stroke.Kind;
import foldback.core.matte.Stroke.Shape;
import foldback.core.matte.Stroke.Spot;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.space.Rotation;
import foldback.core.stitch.weight.Meeting;
import foldback.core.warp.Canvas;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Lenses that are painted in or out of a stitch. */
class PaintedPlanTest {
    private static final Canvas CANVAS = new Canvas(800, 400);
    private static final double FEATHER = Math.toRadians(6);
    private static final Rotation TURN = Rotation.ofYawPitchRoll(0.4, -0.3, 0.5);
    private static final Rig RIG = new Rig(
            "test",
            ReadyRigs.twoBackToBack().lenses().stream()
                    .map(lens -> lens.scaledTo(480, 480))
                    .toList());
    private static final StitchSettings PLAIN =
            new StitchSettings(CANVAS, RIG, TURN, Double.POSITIVE_INFINITY, FEATHER);
    /** At the left rim of a lens, where the other one sees the same. */
    private static final Spot RIM = new Spot(0.05, 0.5);

    private static final double RADIUS = 0.09;
    private static final double EDGE = 0.05;

    private static Stroke stroke(String lens, Kind kind, Spot spot) {
        return new Stroke(lens, kind, Shape.LINE, List.of(spot), RADIUS, EDGE, Optional.empty());
    }

    private static Mattes mattes(Stroke... strokes) {
        return new MattePath(List.of("A", "B"), List.of(strokes)).at(0);
    }

    /** What is painted at a pixel of the canvas in a lens; not a number where the lens does not show it. */
    private static double painted(StitchPlan plan, Mattes mattes, int lens, int x, int y) {
        double[] xy = new double[2];
        plan.sourceAt(lens, x, y, xy);
        boolean shows = RIG.lenses().get(lens).lens().frame().depthInside(xy[0], xy[1]) > StitchPlan.MARGIN_PX + 3;
        return shows ? MatteMap.of(mattes, RIG).get(lens).at(xy[0], xy[1]) : Double.NaN;
    }

    @Test
    void aLensThatIsPaintedOutLeavesThePlaceToTheOther() {
        Mattes mattes = mattes(stroke("A", Kind.LEAVE_OUT, RIM));
        StitchPlan plain = StitchPlan.compile(PLAIN);
        StitchPlan found = StitchPlan.compile(PLAIN.with(mattes));
        MatteMap map = MatteMap.of(mattes, RIG).get(0);
        double[] xy = new double[2];
        int taken = 0;
        int soft = 0;
        for (int y = 0; y < CANVAS.height(); y++) {
            for (int x = 0; x < CANVAS.width(); x++) {
                int usual = plain.weightAt(0, x, y);
                int now = found.weightAt(0, x, y);
                assertThat(now + found.weightAt(1, x, y)).isEqualTo(256);
                plain.sourceAt(0, x, y, xy);
                double left = -map.at(xy[0], xy[1]);
                plain.sourceAt(1, x, y, xy);
                double depth = RIG.lenses().get(1).lens().frame().depthInside(xy[0], xy[1]) - StitchPlan.MARGIN_PX;
                if (left == 0 || !(depth > 0)) {
                    assertThat(now).isEqualTo(usual);
                } else if (depth > 6) {
                    // As much of it is left as is not painted out.
                    assertThat(Math.abs(now - usual * (1 - left))).isLessThanOrEqualTo(2);
                    taken += left == 1 && usual > 128 ? 1 : 0;
                    soft += left < 1 ? 1 : 0;
                }
            }
        }
        assertThat(taken).isGreaterThan(300);
        assertThat(soft).isGreaterThan(300);
    }

    @Test
    void aLensThatIsPaintedInTakesThePlaceFromTheOther() {
        Mattes mattes = mattes(stroke("A", Kind.USE, RIM));
        StitchPlan plain = StitchPlan.compile(PLAIN);
        StitchPlan found = StitchPlan.compile(PLAIN.with(mattes));
        MatteMap map = MatteMap.of(mattes, RIG).get(0);
        double[] xy = new double[2];
        int taken = 0;
        for (int y = 0; y < CANVAS.height(); y++) {
            for (int x = 0; x < CANVAS.width(); x++) {
                plain.sourceAt(0, x, y, xy);
                // Not at its very rim, where it fades out.
                boolean shows = RIG.lenses().get(0).lens().frame().depthInside(xy[0], xy[1]) > StitchPlan.MARGIN_PX + 4;
                if (shows && map.at(xy[0], xy[1]) == 1) {
                    assertThat(found.weightAt(0, x, y)).isEqualTo(256);
                    taken += plain.weightAt(0, x, y) < 128 ? 1 : 0;
                }
            }
        }
        assertThat(taken).isGreaterThan(300);
    }

    @Test
    void whereBothArePaintedAlikeTheyMeetAsEver() {
        // The same places of the world, from both sides: all of both pictures.
        Stroke all = new Stroke(
                "A", Kind.USE, Shape.LINE, List.of(new Spot(0.5, 0.5)), Stroke.MOST_RADIUS, 0.2, Optional.empty());
        StitchPlan plain = StitchPlan.compile(PLAIN);
        for (Kind kind : List.of(Kind.USE, Kind.LEAVE_OUT)) {
            Stroke own = new Stroke("A", kind, all.shape(), all.spots(), all.radius(), all.edge(), Optional.empty());
            Stroke other = own.withSlots(slot -> "B");
            StitchPlan found = StitchPlan.compile(PLAIN.with(mattes(own, other)));
            for (int y = 0; y < CANVAS.height(); y += 2) {
                for (int x = 0; x < CANVAS.width(); x += 2) {
                    assertThat(Math.abs(found.weightAt(0, x, y) - plain.weightAt(0, x, y)))
                            .isLessThanOrEqualTo(2);
                }
            }
        }
    }

    @Test
    void whereNobodyElseSeesAPlaceItStays() {
        Mattes mattes = mattes(stroke("A", Kind.LEAVE_OUT, new Spot(0.5, 0.5)));
        StitchPlan plain = StitchPlan.compile(PLAIN);
        StitchPlan found = StitchPlan.compile(PLAIN.with(mattes));
        for (int y = 0; y < CANVAS.height(); y += 2) {
            for (int x = 0; x < CANVAS.width(); x += 2) {
                assertThat(found.weightAt(0, x, y)).isEqualTo(plain.weightAt(0, x, y));
            }
        }
    }

    @Test
    void lensesThatAreComparedAreShownAsTheyAre() {
        Mattes mattes = mattes(stroke("A", Kind.LEAVE_OUT, RIM));
        StitchPlan plain = StitchPlan.compile(PLAIN.with(new Meeting.Strips(0.1)));
        StitchPlan found =
                StitchPlan.compile(PLAIN.with(new Meeting.Strips(0.1)).with(mattes));
        for (int x = 0; x < CANVAS.width(); x++) {
            assertThat(found.weightAt(0, x, 200)).isEqualTo(plain.weightAt(0, x, 200));
        }
    }

    @Test
    void asManyMattesAsLensesAreNeeded() {
        Mattes one = new Mattes(List.of(new LensMatte(List.of())));
        assertThatThrownBy(() -> PLAIN.with(one)).hasMessageContaining("as many mattes as lenses");
    }
}
