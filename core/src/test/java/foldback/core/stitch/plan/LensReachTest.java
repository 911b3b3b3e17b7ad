package foldback.core.stitch.plan;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.space.Rotation;
import foldback.core.warp.Canvas;
import foldback.core.warp.projection.CentralProjection;
import foldback.core.warp.projection.CentralProjection.Law;
import foldback.core.warp.projection.Panini;
import foldback.core.warp.projection.Projection;
import java.util.BitSet;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class LensReachTest {
    private static final List<Projection> SHOWN = List.of(
            new CentralProjection(Law.FLAT, Math.toRadians(90)),
            new CentralProjection(Law.FLAT, Math.toRadians(20)),
            new CentralProjection(Law.STEREOGRAPHIC, Math.toRadians(250)),
            new Panini(Math.toRadians(200), 1));

    private static StitchSettings settings(Rig rig, Canvas canvas, Rotation rigFromCanvas) {
        return new StitchSettings(canvas, rig, rigFromCanvas, 2, Math.toRadians(6));
    }

    /** Whatever the stitch gives a weight is reached. */
    @Test
    void noLensThatShowsAnythingIsLeftOut() {
        Random random = new Random(4);
        int left = 0;
        for (Rig rig : List.of(ReadyRigs.twoBackToBack(), ReadyRigs.sixAround())) {
            for (Projection projection : SHOWN) {
                for (int trial = 0; trial < 6; trial++) {
                    Canvas canvas = new Canvas(128, 72, projection);
                    Rotation turn = Rotation.ofYawPitchRoll(
                            6 * random.nextDouble(), 3 * random.nextDouble() - 1.5, 6 * random.nextDouble());
                    StitchSettings settings = settings(rig, canvas, turn);
                    BitSet reached = LensReach.of(settings, canvas, turn);
                    StitchPlan plan = StitchPlan.compile(settings);
                    for (int lens = 0; lens < rig.lenses().size(); lens++) {
                        assertThat(shows(plan, lens, canvas) && !reached.get(lens))
                                .as("%s, lens %d, %s", rig.name(), lens, projection)
                                .isFalse();
                        left += reached.get(lens) ? 0 : 1;
                    }
                }
            }
        }
        assertThat(left).as("lenses that need not be read").isGreaterThan(20);
    }

    private static boolean shows(StitchPlan plan, int lens, Canvas canvas) {
        boolean shows = false;
        for (int y = 0; y < canvas.height(); y++) {
            for (int x = 0; x < canvas.width(); x++) {
                shows |= plan.weightAt(lens, x, y) > 0;
            }
        }
        return shows;
    }

    @Test
    void aNarrowViewInTheMiddleOfALensNeedsThatLensAlone() {
        Canvas canvas = new Canvas(320, 180, SHOWN.get(1));
        Rig rig = ReadyRigs.twoBackToBack();
        Rotation ahead = rig.lenses().get(1).rigFromLens();
        BitSet reached = LensReach.of(settings(rig, canvas, ahead), canvas, ahead);
        assertThat(reached.stream().boxed()).containsExactly(1);
    }
}
