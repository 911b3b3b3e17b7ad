package foldback.core.balance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.overlap.PatchPair;
import foldback.core.overlap.Patches;
import foldback.core.run.Judgement;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.tone.Vignetting;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;

class LightSolverTest {
    private static final double[] KNOTS = {0, 1, 2, 3, 4, 5};
    private static final Vignetting VIGNETTING = new Vignetting(0.25, 0.5, 0.05);
    private static final double[][] TRUE = {{0.3, 0.25, 0.2}, {-0.1, 0.05, 0.0}, {-0.2, -0.3, -0.2}};
    /** How the third lens's exposure goes. */
    private static final double[] JUMPS = {0, 0, 0, 0.6, 0.6, 0.6};

    @Test
    void findsExposureWhiteBalanceAndVignettingInSpiteOfMovers() {
        LightSolution found = LightSolver.solve(new int[3], KNOTS, pairs(80, 0.02, 0.25), Run.QUIET);
        for (int t = 0; t < KNOTS.length; t++) {
            for (int lens = 1; lens < 3; lens++) {
                for (int c = 0; c < 3; c++) {
                    double jump = lens == 2 ? JUMPS[t] : 0;
                    double wanted = TRUE[lens][c] - TRUE[0][c] + jump;
                    assertThat(found.stops()[t][lens][c] - found.stops()[t][0][c])
                            .isCloseTo(wanted, within(0.02));
                }
            }
        }
        for (double share : new double[] {0.5, 0.8, 1}) {
            assertThat(found.vignettings().get(0).stopsAt(share)).isCloseTo(VIGNETTING.stopsAt(share), within(0.05));
        }
        assertThat(found.before().stops()).isGreaterThan(0.2);
        assertThat(found.after().stops()).isLessThan(0.02);
    }

    @Test
    void lensesOfAnotherKindHaveAVignettingOfTheirOwn() {
        Vignetting slight = new Vignetting(0.05, 0.1, 0);
        List<PatchPair> pairs = pairs(200, 0.01, 0, List.of(VIGNETTING, slight, VIGNETTING));
        LightSolution found = LightSolver.solve(new int[] {0, 1, 0}, KNOTS, pairs, Run.QUIET);
        assertThat(found.vignettings().get(0)).isEqualTo(found.vignettings().get(2));
        for (double share : new double[] {0.5, 0.8, 1}) {
            assertThat(found.vignettings().get(0).stopsAt(share)).isCloseTo(VIGNETTING.stopsAt(share), within(0.05));
            assertThat(found.vignettings().get(1).stopsAt(share)).isCloseTo(slight.stopsAt(share), within(0.05));
        }
        assertThat(found.after().stops()).isLessThan(0.02);
        LightSolution asOne = LightSolver.solve(new int[3], KNOTS, pairs, Run.QUIET);
        assertThat(asOne.after().stops())
                .as("one vignetting for all does not do")
                .isGreaterThan(2 * found.after().stops());
    }

    @Test
    void aLensThatJumpsMovesNoOther() {
        LightSolution found = LightSolver.solve(new int[3], KNOTS, pairs(80, 0.01, 0), Run.QUIET);
        for (int lens = 0; lens < 3; lens++) {
            double change = found.stops()[3][lens][1] - found.stops()[2][lens][1];
            assertThat(change).isCloseTo(lens == 2 ? 0.6 : 0, within(0.02));
        }
    }

    @Test
    void knotsWithoutAnyPlaceLieBetweenTheirNeighbours() {
        List<PatchPair> pairs =
                pairs(60, 0.01, 0).stream().filter(pair -> pair.knot() != 1).toList();
        LightSolution found = LightSolver.solve(new int[3], KNOTS, pairs, Run.QUIET);
        assertThat(found.stops()[1][0][1]).isCloseTo(found.stops()[0][0][1], within(0.02));
        assertThat(found.after().seams().get(0).stops()[1]).isNaN();
    }

    @Test
    void isSureOfCleanFootageOnly() {
        assertThat(judged(3, pairs(100, 0.005, 0)).verdict()).isEqualTo(Verdict.SURE);
        assertThat(judged(3, torn(pairs(100, 0.005, 0), 0.3)).verdict())
                .as("three lenses whose ratios contradict each other")
                .isNotEqualTo(Verdict.SURE);
    }

    @Test
    void saysOfALensThatCannotBeEvenedWhy() {
        assertThat(judged(2, List.of()).reason()).contains("Lens A", "burnt out", "Trim it by hand");
        Judgement alone = judged(4, pairs(100, 0.005, 0));
        assertThat(alone.verdict()).isEqualTo(Verdict.UNSETTLED);
        assertThat(alone.reason()).contains("Lens D").doesNotContain("Lens A");
    }

    @Test
    void isCancelled() {
        Run cancelled = new Run(share -> {}, () -> true);
        assertThatThrownBy(() -> LightSolver.solve(new int[3], KNOTS, pairs(10, 0, 0), cancelled))
                .isInstanceOf(CancellationException.class);
    }

    private static Judgement judged(int lenses, List<PatchPair> pairs) {
        LightSolution found = LightSolver.solve(new int[lenses], KNOTS, pairs, Run.QUIET);
        Patches.Refused[] refused = new Patches.Refused[lenses];
        Arrays.fill(refused, new Patches.Refused(900, 50, 20));
        List<String> names = List.of("A", "B", "C", "D").subList(0, lenses);
        return BalanceJudge.judge(names, KNOTS.length, found, refused, BalanceSettings.defaults());
    }

    /** The seam between the first and the last lens says something else than the two others. */
    private static List<PatchPair> torn(List<PatchPair> pairs, double stops) {
        return pairs.stream()
                .map(pair -> {
                    if (pair.first() != 2 || pair.second() != 0) {
                        return pair;
                    }
                    double[] lifted = Arrays.stream(pair.firstLight())
                            .map(l -> l * Math.pow(2, stops))
                            .toArray();
                    return new PatchPair(
                            pair.knot(),
                            pair.first(),
                            pair.second(),
                            lifted,
                            pair.secondLight(),
                            pair.firstShare(),
                            pair.secondShare(),
                            pair.doubtStops());
                })
                .toList();
    }

    /** Pairs of patches seen by lenses that need the true corrections; a share of them are movers. */
    private static List<PatchPair> pairs(int each, double noiseStops, double movers) {
        return pairs(each, noiseStops, movers, List.of(VIGNETTING, VIGNETTING, VIGNETTING));
    }

    private static List<PatchPair> pairs(int each, double noiseStops, double movers, List<Vignetting> vignettings) {
        Random random = new Random(11);
        List<PatchPair> pairs = new ArrayList<>();
        for (int t = 0; t < KNOTS.length; t++) {
            for (int i = 0; i < 3 * each; i++) {
                int first = i % 3;
                int second = (i + 1) % 3;
                double one = 0.4 + 0.6 * random.nextDouble();
                double two = 0.4 + 0.6 * random.nextDouble();
                double wrong = random.nextDouble() < movers ? 1.5 * random.nextGaussian() : 0;
                double[] a = new double[3];
                double[] b = new double[3];
                for (int c = 0; c < 3; c++) {
                    double light = 0.05 + 0.5 * random.nextDouble();
                    a[c] = light * seen(first, vignettings, c, t, one, noiseStops * random.nextGaussian() + wrong);
                    b[c] = light * seen(second, vignettings, c, t, two, noiseStops * random.nextGaussian());
                }
                pairs.add(new PatchPair(t, first, second, a, b, one, two, Math.max(0.01, noiseStops)));
            }
        }
        return pairs;
    }

    private static double seen(
            int lens, List<Vignetting> vignettings, int channel, int knot, double share, double off) {
        double jump = lens == 2 ? JUMPS[knot] : 0;
        return Math.pow(2, -TRUE[lens][channel] - jump - vignettings.get(lens).stopsAt(share) + off);
    }
}
