package foldback.core.stitch.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.space.Rotation;
import foldback.core.stitch.weight.WeightMap;
import foldback.core.warp.Canvas;
import foldback.core.warp.RayShift;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Weights that are stated direction by direction. */
class WeightMapTest {
    private static final Canvas CANVAS = new Canvas(800, 400);
    private static final double FEATHER = Math.toRadians(6);
    private static final Rotation TURN = Rotation.ofYawPitchRoll(0.4, -0.3, 0.5);
    private static final Rig RIG = new Rig(
            "test",
            ReadyRigs.twoBackToBack().lenses().stream()
                    .map(lens -> lens.scaledTo(480, 480))
                    .toList());
    private static final StitchSettings SETTINGS =
            new StitchSettings(CANVAS, RIG, TURN, Double.POSITIVE_INFINITY, FEATHER);

    /** The feather of two opposite lenses, by hand: the seam is the plane between them, and the ramp a smooth step. */
    private static final WeightMap.OnSphere BY_HAND = (ray, weights) -> {
        double s = Math.max(0, Math.min(1, 0.5 + Math.asin(ray[2]) / FEATHER));
        weights[0] = s * s * (3 - 2 * s);
        weights[1] = 1 - weights[0];
    };

    @Test
    void theFeatherStatedByHandGivesTheFeathersWeights() {
        StitchPlan wanted = StitchPlan.compile(SETTINGS);
        StitchPlan found = StitchPlan.compile(SETTINGS.with(BY_HAND));
        int mixed = 0;
        for (int y = 0; y < CANVAS.height(); y++) {
            for (int x = 0; x < CANVAS.width(); x++) {
                int weight = found.weightAt(0, x, y);
                mixed += weight > 0 && weight < 256 ? 1 : 0;
                // The feather's sides are straight in cells.
                assertThat(Math.abs(weight - wanted.weightAt(0, x, y))).isLessThanOrEqualTo(3);
                assertThat(weight + found.weightAt(1, x, y)).isEqualTo(256);
            }
        }
        assertThat(mixed).isGreaterThan(5000);
    }

    @Test
    void aLensIsShownWhereverItIsCalledForAndSeesAnything() {
        StitchPlan plan = StitchPlan.compile(SETTINGS.with((WeightMap.OnSphere) (ray, weights) -> {
            weights[0] = 0;
            weights[1] = ray[1] > 0 ? 1 : 0;
        }));
        double[] m = TURN.matrix();
        for (int y = 0; y < CANVAS.height(); y += 3) {
            for (int x = 0; x < CANVAS.width(); x += 3) {
                var seen = CANVAS.directionAt(x + 0.5, y + 0.5);
                double down = m[3] * seen.x() + m[4] * seen.y() + m[5] * seen.z();
                double ahead = m[6] * seen.x() + m[7] * seen.y() + m[8] * seen.z();
                if (Math.abs(ahead) < Math.sin(Math.toRadians(3))) {
                    // Both see it: the one that is called for is shown, or both where nobody is; near the rims, less.
                    assertThat(plan.weightAt(0, x, y)).isEqualTo(down > 0 ? 0 : 128);
                } else if (Math.abs(ahead) > Math.sin(Math.toRadians(8))) {
                    // One alone sees it.
                    assertThat(plan.weightAt(ahead > 0 ? 0 : 1, x, y)).isEqualTo(256);
                }
            }
        }
    }

    @Test
    void shiftsOfOtherRigsAreRefused() {
        assertThatThrownBy(() -> SETTINGS.withShifts(List.of(RayShift.NONE)))
                .hasMessage("as many shifts as lenses are needed: 1 for 2");
    }
}
