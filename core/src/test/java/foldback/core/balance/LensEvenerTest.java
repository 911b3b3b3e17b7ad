package foldback.core.balance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.run.Verdict;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class LensEvenerTest {
    private static final double[][] TRUE_STOPS = {{0.3, 0.25, 0.2}, {-0.1, 0.05, 0.0}, {-0.2, -0.3, -0.2}};

    @Test
    void findsTheGainsOfThreeLensesInSpiteOfMovers() {
        BalanceResult result = LensEvener.even(3, pairs(300, 0.01, 0.1), BalanceSettings.defaults());
        for (int lens = 0; lens < 3; lens++) {
            for (int c = 0; c < 3; c++) {
                assertThat(result.stops()[lens][c]).isCloseTo(TRUE_STOPS[lens][c], within(0.02));
            }
        }
        assertThat(result.beforeStops()).isGreaterThan(0.2);
    }

    @Test
    void isSureOfCleanFootageOnly() {
        assertThat(LensEvener.even(3, pairs(300, 0.005, 0), BalanceSettings.defaults())
                        .evidence()
                        .verdict())
                .isEqualTo(Verdict.SURE);
        assertThat(LensEvener.even(3, pairs(300, 0.3, 0), BalanceSettings.defaults())
                        .evidence()
                        .verdict())
                .isNotEqualTo(Verdict.SURE);
    }

    @Test
    void settlesNothingWithoutPlacesOrForALensAlone() {
        assertThat(LensEvener.even(2, List.of(), BalanceSettings.defaults())
                        .evidence()
                        .verdict())
                .isEqualTo(Verdict.UNSETTLED);
        assertThat(LensEvener.even(4, pairs(300, 0.005, 0), BalanceSettings.defaults())
                        .evidence())
                .satisfies(evidence -> {
                    assertThat(evidence.verdict()).isEqualTo(Verdict.UNSETTLED);
                    assertThat(evidence.reason()).contains("Lens 4");
                });
    }

    /** Pairs of patches seen by lenses that need the true corrections; a share of them are movers. */
    private static List<PatchPair> pairs(int count, double noiseStops, double movers) {
        Random random = new Random(11);
        List<PatchPair> pairs = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            int first = i % 3;
            int second = (i + 1) % 3;
            double[] a = new double[3];
            double[] b = new double[3];
            for (int c = 0; c < 3; c++) {
                double light = 0.05 + 0.5 * random.nextDouble();
                double wrong = random.nextDouble() < movers ? 1.5 * random.nextGaussian() : 0;
                a[c] = light * Math.pow(2, -TRUE_STOPS[first][c] + noiseStops * random.nextGaussian() + wrong);
                b[c] = light * Math.pow(2, -TRUE_STOPS[second][c] + noiseStops * random.nextGaussian());
            }
            pairs.add(new PatchPair(first, second, a, b));
        }
        return pairs;
    }
}
