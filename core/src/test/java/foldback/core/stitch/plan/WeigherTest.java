package foldback.core.stitch.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.rig.ReadyRigs;
import foldback.core.stitch.weight.Meeting;
import foldback.core.stitch.weight.WeightMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WeigherTest {
    private static final double FEATHER = Math.toRadians(6);
    private final Weigher two =
            new Weigher(ReadyRigs.twoBackToBack().lenses(), new WeightMap.Feather(FEATHER), Meeting.BLENDED);

    @ParameterizedTest
    @CsvSource({"-9, 0", "-3, 0", "0, 128", "1.5, 216", "3, 256", "9, 256"})
    void theRampIsASmoothStepOverTheFeather(double sideDegrees, int expected) {
        // 1.5 degrees are a quarter of the feather off the seam: s = 3/4, s^2 (3 - 2s) = 27/32.
        int[] weights = weigh(Math.toRadians(sideDegrees), 400, 400);
        assertThat(weights[0]).isEqualTo(expected);
        assertThat(weights[0] + weights[1]).isEqualTo(256);
    }

    @Test
    void whereOneLensEndsTheOtherIsShownWhateverTheSeamSays() {
        assertThat(weigh(Math.toRadians(-8), 1, 0)).containsExactly(256, 0);
        assertThat(weigh(0, 0, 0)).containsExactly(0, 0);
        // A lens fades out towards its rim: near it the other one has nearly all.
        assertThat(weigh(0, 1, 400)[1]).isGreaterThan(240);
    }

    @Test
    void theSeamOfTwoOppositeLensesIsHalfWayAndDistancesAreAngles() {
        double right = Math.PI / 2;
        assertThat(sideOf(0, 1, right, right)).isCloseTo(0, within(1e-12));
        double off = Math.toRadians(4);
        assertThat(sideOf(0, 1, right - off, right + off)).isCloseTo(off, within(1e-9));
        assertThat(sideOf(1, 0, right + off, right - off)).isCloseTo(-off, within(1e-9));
    }

    @Test
    void aFeatherIsNoWiderThanTheOverlap() {
        Weigher wide = new Weigher(
                ReadyRigs.twoBackToBack().lenses(), new WeightMap.Feather(Math.toRadians(90)), Meeting.BLENDED);
        // 195 degrees twice leave 15 on each side.
        assertThat(Math.toDegrees(wide.rampBetween(0, 1))).isCloseTo(15, within(1e-9));
        assertThat(two.rampBetween(0, 1)).isEqualTo(FEATHER);
    }

    /** Strips of 2 degrees over the whole overlap; where only one lens sees anything, it is shown. */
    @ParameterizedTest
    @CsvSource({
        "-3, 400, 400, 1",
        "-1, 400, 400, 0",
        "1, 400, 400, 1",
        "3, 400, 400, 0",
        "5, 400, 400, 1",
        "3, 0, 400, 0",
        "1, 400, 0, 1"
    })
    void stripsShowTheLensesInTurn(double sideDegrees, double depthA, double depthB, int first) {
        Weigher strips = new Weigher(
                ReadyRigs.twoBackToBack().lenses(),
                new WeightMap.Feather(FEATHER),
                new Meeting.Strips(Math.toRadians(2)));
        int[] weights = new int[2];
        double side = Math.toRadians(sideDegrees);
        strips.weigh(
                new int[] {0, 1},
                2,
                new double[] {0, side, -side, 0},
                new double[] {depthA, depthB},
                new double[2],
                weights);
        assertThat(weights).containsExactly(first * 256, 256 - first * 256);
        assertThat(Math.toDegrees(strips.rampBetween(0, 1))).isCloseTo(15, within(1e-9));
    }

    private double sideOf(int i, int j, double ti, double tj) {
        return two.sideOf(i, j, ti, tj, Math.sin(ti) * Math.sin(tj), Math.cos(ti) * Math.cos(tj));
    }

    private int[] weigh(double side, double depthA, double depthB) {
        int[] weights = new int[2];
        two.weigh(
                new int[] {0, 1},
                2,
                new double[] {0, side, -side, 0},
                new double[] {depthA, depthB},
                new double[2],
                weights);
        return weights;
    }
}
