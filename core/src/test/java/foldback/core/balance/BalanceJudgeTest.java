package foldback.core.balance;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.overlap.Patches;
import foldback.core.run.Judgement;
import foldback.core.run.Verdict;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is said of a balance, case by case. */
class BalanceJudgeTest {
    private static final int KNOTS = 10;

    private static SeamDifferences differences(double stops) {
        return new SeamDifferences(List.of(new SeamDifferences.Seam(0, 1, new double[] {stops}, 100)));
    }

    private static Judgement judge(double before, double after, int believedOfB, Patches.Refused refusedOfB) {
        LightSolution found = new LightSolution(
                new double[KNOTS][2][3], List.of(), differences(before), differences(after), new int[] {
                    1000, believedOfB
                });
        return BalanceJudge.judge(
                List.of("A", "B"),
                KNOTS,
                found,
                new Patches.Refused[] {Patches.Refused.NONE, refusedOfB},
                BalanceSettings.defaults());
    }

    @ParameterizedTest
    @CsvSource({
        "0.50, 0.029, SURE, '0.50 stops apart at the seams before, 0.03 after, at 10 moments.', 0.03 stops left",
        "0.50, 0.031, CHECK, The lenses still differ: look at the seams, 0.03 stops left",
        "0.50, 0.119, CHECK, The lenses still differ: look at the seams, 0.12 stops left",
        "0.50, 0.121, UNSETTLED, The lenses still differ: look at the seams, 0.12 stops left",
    })
    void whatIsLeftDecides(double before, double after, Verdict verdict, String said, String figure) {
        Judgement judged = judge(before, after, 1000, Patches.Refused.NONE);
        assertThat(judged.verdict()).isEqualTo(verdict);
        assertThat(judged.reason()).contains(said);
        assertThat(judged.figure()).isEqualTo(figure);
    }

    @ParameterizedTest
    @CsvSource({
        "0,   0,   0,   0,   it shares no place with another lens.",
        "0,   90,  5,   5,   what it shares with others is burnt out.",
        "0,   5,   90,  5,   what it shares with others is black.",
        "0,   10,  10,  80,  near or moving things.",
        "119, 10,  10,  80,  near or moving things.",
    })
    void aLensWithTooFewPatchesIsNamedAndWhy(int believed, int clipped, int dark, int unlike, String why) {
        Judgement judged = judge(0.5, Double.NaN, believed, new Patches.Refused(clipped, dark, unlike));
        assertThat(judged.verdict()).isEqualTo(Verdict.UNSETTLED);
        assertThat(judged.reason())
                .startsWith("Lens B could not be evened: ")
                .contains(why)
                .endsWith("Trim it by hand.");
        assertThat(judged.figure()).isEqualTo("not evened");
    }

    @Test
    void justEnoughPatchesWillDo() {
        int enough = BalanceSettings.defaults().minPatches() * KNOTS;
        assertThat(judge(0.5, 0.02, enough, Patches.Refused.NONE).verdict()).isEqualTo(Verdict.SURE);
        assertThat(judge(0.5, 0.02, enough - 1, Patches.Refused.NONE).verdict()).isEqualTo(Verdict.UNSETTLED);
    }

    @Test
    void oneLensNeedsNothing() {
        LightSolution alone =
                new LightSolution(new double[1][1][3], List.of(), differences(0), differences(0), new int[] {0});
        assertThat(BalanceJudge.judge(
                                List.of("A"),
                                1,
                                alone,
                                new Patches.Refused[] {Patches.Refused.NONE},
                                BalanceSettings.defaults())
                        .verdict())
                .isEqualTo(Verdict.NOT_NEEDED);
    }
}
