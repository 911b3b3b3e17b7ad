package foldback.core.finish;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.picture.ColourTags.Matrix;
import foldback.core.tone.Transfer;
import org.junit.jupiter.api.Test;

/** Against the formulas of ITU-R BT.2100, BT.2087 and BT.2408 in double precision. */
class HdrTransformTest {
    private static final double[][] TO_2020 = {
        {0.6274, 0.3293, 0.0433},
        {0.0691, 0.9195, 0.0114},
        {0.0164, 0.0880, 0.8956}
    };
    /** Half a code of ten bits. */
    private static final double NEAR = 0.0006;

    private static float[] applied(HdrTransform transform, double... colour) {
        float[][] channels = {{(float) colour[0]}, {(float) colour[1]}, {(float) colour[2]}};
        transform.apply(channels[0], channels[1], channels[2], 1);
        return new float[] {channels[0][0], channels[1][0], channels[2][0]};
    }

    private static float grey(HdrTransform transform, double signal) {
        return applied(transform, signal, signal, signal)[0];
    }

    @Test
    void aDiffuseWhiteLiesWhereTheReportPutsIt() {
        HdrTransform hlg = HdrTransform.of(Transfer.BT709, Matrix.BT709, Transfer.HLG);
        HdrTransform pq = HdrTransform.of(Transfer.BT709, Matrix.BT709, Transfer.PQ);
        assertThat(grey(hlg, 1)).isCloseTo(0.75f, within(0.001f));
        assertThat(grey(pq, 1)).isCloseTo(0.58f, within(0.002f));
        assertThat(Transfer.PQ.toLight(grey(pq, 1)) * 10000).isCloseTo(203, within(2.0));
        assertThat(grey(hlg, 0)).isEqualTo(0);
        assertThat(grey(pq, 0)).isCloseTo(0, within(1e-4f));
    }

    @Test
    void coloursGoByTheFormulas() {
        for (Transfer from : new Transfer[] {Transfer.BT709, Transfer.SRGB, Transfer.ACESCCT}) {
            for (double[] colour : new double[][] {{0.2, 0.5, 0.7}, {0.9, 0.1, 0.3}, {0.05, 0.04, 0.06}, {1, 0.6, 0}}) {
                double[] scene = new double[3];
                double white = from.white() == 0 ? 1 : from.white();
                for (int i = 0; i < 3; i++) {
                    for (int j = 0; j < 3; j++) {
                        scene[i] += TO_2020[i][j] * from.toLight(colour[j]) / white * Transfer.HLG.toLight(0.75);
                    }
                }
                for (int i = 0; i < 3; i++) {
                    scene[i] = Math.min(1, Math.max(0, scene[i]));
                }
                double luminance = 0.2627 * scene[0] + 0.6780 * scene[1] + 0.0593 * scene[2];
                float[] hlg = applied(HdrTransform.of(from, Matrix.BT709, Transfer.HLG), colour);
                float[] pq = applied(HdrTransform.of(from, Matrix.BT709, Transfer.PQ), colour);
                for (int i = 0; i < 3; i++) {
                    assertThat((double) hlg[i])
                            .as(from + " HLG")
                            .isCloseTo(Transfer.HLG.toSignal(scene[i]), within(NEAR));
                    double shown = scene[i] * Math.pow(luminance, 0.2);
                    assertThat((double) pq[i])
                            .as(from + " PQ")
                            .isCloseTo(Transfer.PQ.toSignal(0.1 * shown), within(NEAR));
                }
            }
        }
    }

    @Test
    void footageThatIsOfThatKindStaysAsItIs() {
        for (Transfer curve : new Transfer[] {Transfer.HLG, Transfer.PQ}) {
            HdrTransform same = HdrTransform.of(curve, Matrix.BT2020, curve);
            for (double signal = 0.05; signal <= 0.74; signal += 0.05) {
                assertThat((double) grey(same, signal)).as(curve + " " + signal).isCloseTo(signal, within(NEAR));
            }
        }
    }

    @Test
    void thereAndBackIsWhereItBegan() {
        HdrTransform there = HdrTransform.of(Transfer.HLG, Matrix.BT2020, Transfer.PQ);
        HdrTransform back = HdrTransform.of(Transfer.PQ, Matrix.BT2020, Transfer.HLG);
        for (double[] colour : new double[][] {{0.3, 0.5, 0.6}, {0.9, 0.4, 0.2}, {0.75, 0.75, 0.75}}) {
            float[] pq = applied(there, colour);
            float[] hlg = applied(back, pq[0], pq[1], pq[2]);
            for (int i = 0; i < 3; i++) {
                assertThat((double) hlg[i]).isCloseTo(colour[i], within(0.002));
            }
        }
    }

    @Test
    void thereAreNoOtherCurves() {
        assertThatThrownBy(() -> HdrTransform.of(Transfer.BT709, Matrix.BT709, Transfer.SRGB))
                .hasMessageContaining("HLG and PQ");
    }
}
