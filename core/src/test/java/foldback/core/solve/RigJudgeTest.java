package foldback.core.solve;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.lens.RectilinearLens;
import foldback.core.match.Spread;
import foldback.core.match.TiePoint;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.run.Judgement;
import foldback.core.run.Verdict;
import foldback.core.solve.adjust.SolveResult;
import foldback.core.solve.adjust.Uncertainty;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is said of a solved rig, case by case. */
class RigJudgeTest {
    private static final int FULL = 100;

    /** As many points of each two neighbours, each off by so much. */
    private static List<TiePoint> points(int lenses, int each, int moments) {
        List<TiePoint> points = new ArrayList<>();
        for (int first = 0; first < lenses; first++) {
            int second = (first + 1) % lenses;
            if (lenses == 2 && first == 1) {
                continue;
            }
            for (int n = 0; n < each; n++) {
                points.add(new TiePoint(
                        first, 10, 10, second, 10, 10, Spread.even(0.2), n % moments, TiePoint.Origin.FOUND));
            }
        }
        return points;
    }

    private static Judgement judge(
            Rig card,
            Rig solved,
            int each,
            int moments,
            double restDeg,
            double openDeg,
            double rivalDeg,
            double farDeg,
            int crossed) {
        List<TiePoint> points = points(card.lenses().size(), each, moments);
        double[] rests = new double[points.size()];
        double[] weights = new double[points.size()];
        Arrays.fill(rests, Math.toRadians(restDeg) * card.meanFocalPx());
        Arrays.fill(weights, 1);
        SolveResult result = new SolveResult(
                solved,
                rests,
                weights,
                new double[points.size()],
                0.2,
                Math.toRadians(rivalDeg),
                new Uncertainty(List.of(), Math.toRadians(openDeg), Math.toRadians(2 * openDeg)),
                Math.toRadians(farDeg),
                crossed);
        return RigJudge.judge(card, points, result);
    }

    /** Points of a seam; rest, open, rival and on far, degrees. */
    @ParameterizedTest
    @CsvSource({
        "100, 0.02, 0.02, 0.01, 0.05, SURE,      600 points agree all over the overlaps.",
        "12,  0.02, 0.02, 0.01, 0.05, UNSETTLED, Lens A shares only 24 points with the others: its place is not decided.",
        "13,  0.02, 0.02, 0.01, 0.05, CHECK,     Lens A shares only 26 points with the others. Look along its seams.",
        "59,  0.02, 0.02, 0.01, 0.05, CHECK,     Lens A shares only 118 points with the others. Look along its seams.",
        "60,  0.02, 0.02, 0.01, 0.05, SURE,      360 points agree all over the overlaps.",
        "100, 0.02, 0.16, 0.01, 0.05, UNSETTLED, Rigs that differ clearly explain the points as well.",
        "100, 0.02, 0.02, 0.41, 0.05, UNSETTLED, Rigs that differ clearly explain the points as well.",
        "100, 0.02, 0.02, 0.01, 0.13, CHECK,     rests on what seems to be far off or level ground.",
        "100, 0.07, 0.02, 0.01, 0.05, CHECK,     The points leave 0.07° open.",
        "100, 0.02, 0.04, 0.01, 0.05, CHECK,     The points leave 0.04° open.",
        "100, 0.02, 0.02, 0.03, 0.05, CHECK,     The points leave 0.03° open.",
    })
    void aRingOfLensesIsJudgedByWhatItsPointsLeaveOpen(
            int each, double rest, double open, double rival, double far, Verdict verdict, String said) {
        Rig ring = ReadyRigs.sixAround();
        Judgement judged = judge(ring, ring, each, 2, rest, open, rival, far, 0);
        assertThat(judged.verdict()).as(judged.reason()).isEqualTo(verdict);
        assertThat(judged.reason()).contains(said);
        assertThat(judged.figure()).isEqualTo(String.format(Locale.ROOT, "%.3f°", open));
    }

    @ParameterizedTest
    @CsvSource({"1, true", "2, false"})
    void twoLensesThatStandStillAreNeverSure(int moments, boolean advised) {
        Rig pair = ReadyRigs.twoBackToBack();
        Judgement judged = judge(pair, pair, 3 * FULL, moments, 0.01, 0.01, 0, 0, 0);
        assertThat(judged.verdict()).isEqualTo(Verdict.CHECK);
        assertThat(judged.reason().contains("A second moment")).isEqualTo(advised);
    }

    /** Points that crossed the lenses; what is left open at the seams, of which twice as much over the lenses, degrees. */
    @ParameterizedTest
    @CsvSource({
        "200, 0.01,  SURE,  200 more crossed the lenses while the rig turned",
        "100, 0.01,  CHECK, the inside of the lenses is as the card says",
        "200, 0.031, CHECK, the inside of the lenses is as the card says",
    })
    void twoLensesThatTurnedAreSureWhereEnoughCrossedThem(int crossed, double open, Verdict verdict, String said) {
        Rig pair = ReadyRigs.twoBackToBack();
        Judgement judged = judge(pair, pair, 3 * FULL, 2, 0.01, open, 0, 0, crossed);
        assertThat(judged.verdict()).isEqualTo(verdict);
        assertThat(judged.reason()).contains(said);
    }

    /** They see all of each other, and their heights follow from no distance. */
    @ParameterizedTest
    @CsvSource({
        "300, 0.01, 0.5, SURE,      300 points agree",
        "20,  0.01, 0,   UNSETTLED, Lens A shares only 20 points",
        "300, 0.04, 0,   CHECK,     The points leave 0.04° open"
    })
    void twoEyesAreSureWithoutATurn(int points, double open, double far, Verdict verdict, String said) {
        Rig eyes = ReadyRigs.twoEyes();
        Judgement judged = judge(eyes, eyes, points, 1, 0.01, open, 0, far, 0);
        assertThat(judged.verdict()).as(judged.reason()).isEqualTo(verdict);
        assertThat(judged.reason()).contains(said);
    }

    @ParameterizedTest
    @CsvSource({"1.15, less wide", "0.87, wider"})
    void lensesOfAnotherKindAreDoubted(double focal, String said) {
        Rig ring = ReadyRigs.sixAround();
        Judgement judged = judge(ring, scaledFocal(ring, focal), FULL, 2, 0.02, 0.02, 0.01, 0.05, 0);
        assertThat(judged.verdict()).isEqualTo(Verdict.CHECK);
        assertThat(judged.reason()).contains(said, "is it the right kind of lens?");
    }

    @Test
    void withoutPointsNothingIsDecided() {
        assertThat(RigJudge.nothing().verdict()).isEqualTo(Verdict.UNSETTLED);
    }

    private static Rig scaledFocal(Rig rig, double by) {
        return new Rig(
                rig.name(),
                rig.lenses().stream()
                        .map(lens -> {
                            RectilinearLens own = (RectilinearLens) lens.lens();
                            return lens.withLens(new RectilinearLens(own.frame(), by * own.focalPx(), 0, 0, 0, 0, 0));
                        })
                        .toList());
    }
}
