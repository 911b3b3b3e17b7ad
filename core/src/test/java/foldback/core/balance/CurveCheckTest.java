package foldback.core.balance;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.overlap.PatchPair;
import foldback.core.picture.ColourTags.Curve;
import foldback.core.tone.Transfer;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CurveCheckTest {
    private static final double[] STOPS = {0.5, -0.4, -0.1};

    @ParameterizedTest
    @CsvSource({"ACESCCT, BT709", "CINEON, BT709", "BT709, ACESCCT", "HLG, ACESCCT", "PQ, BT709"})
    void aWrongCurveIsContradictedAndTheRightOneNamed(Curve truth, Curve taken) {
        assertThat(CurveCheck.better(new int[3], new double[1], pairs(truth, 1), taken))
                .contains(truth);
    }

    @ParameterizedTest
    @CsvSource({"ACESCCT", "BT709", "HLG", "PQ", "CINEON"})
    void theRightCurveIsNot(Curve truth) {
        assertThat(CurveCheck.better(new int[3], new double[1], pairs(truth, 1), truth))
                .isEmpty();
    }

    @Test
    void lensesThatDoNotDifferSayNothing() {
        assertThat(CurveCheck.better(new int[3], new double[1], pairs(Curve.ACESCCT, 0), Curve.BT709))
                .isEmpty();
    }

    /** Lights that lenses of different exposure record by one curve, read by each. */
    private static Map<Curve, List<PatchPair>> pairs(Curve truth, double difference) {
        Map<Curve, List<PatchPair>> pairs = new LinkedHashMap<>();
        Transfer recorded = Transfer.of(truth);
        for (Curve curve : CurveCheck.CANDIDATES) {
            Random random = new Random(3);
            List<PatchPair> own = new ArrayList<>();
            for (int i = 0; i < 600; i++) {
                int first = i % 3;
                int second = (first + 1) % 3;
                double light = recorded.toLight(recorded.toSignal(0) + 0.15 + 0.6 * random.nextDouble());
                double[] one = read(recorded, curve, light * Math.pow(2, difference * STOPS[first]), random);
                double[] two = read(recorded, curve, light * Math.pow(2, difference * STOPS[second]), random);
                own.add(new PatchPair(0, first, second, one, two, 0.7, 0.7, 0.02));
            }
            pairs.put(curve, own);
        }
        return pairs;
    }

    private static double[] read(Transfer recorded, Curve by, double light, Random random) {
        double seen = Transfer.of(by).toLight(recorded.toSignal(light) + 0.002 * random.nextGaussian());
        double positive = Math.max(1e-6, seen);
        return new double[] {positive, positive, positive};
    }
}
