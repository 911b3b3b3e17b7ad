package foldback.core.sync;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.run.Verdict;
import foldback.core.sync.pair.Belief;
import foldback.core.sync.pair.Clue;
import foldback.core.sync.pair.PairEvidence;
import foldback.core.sync.pair.PairLag;
import foldback.core.sync.pair.SyncSettings;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Pairs made from known offsets and drifts. */
class OffsetGraphTest {
    private static final double[] OFFSETS = {0, 3.25, -7.5, 100};
    private static final double[] DRIFTS = {0, 25e-6, -40e-6, 10e-6};

    /** What a pair would measure at a clip time of its first. */
    private static PairEvidence pair(int first, int second, double at, double wrong, double height, double rival) {
        double take = OFFSETS[first] + at * (1 + DRIFTS[first]);
        double there = (take - OFFSETS[second]) / (1 + DRIFTS[second]);
        double slope = 1 - (1 + DRIFTS[first]) / (1 + DRIFTS[second]);
        return new PairEvidence(
                first,
                second,
                Clue.SOUND,
                new PairLag(at, at - there + wrong, 1e-5, slope, 1e-7),
                height,
                rival,
                0.9,
                9,
                1,
                0,
                rival > 0.5 ? Belief.NONE : Belief.FIRM,
                false);
    }

    private static List<List<PairEvidence>> all() {
        List<List<PairEvidence>> pairs = new ArrayList<>();
        for (int i = 0; i < OFFSETS.length; i++) {
            for (int j = i + 1; j < OFFSETS.length; j++) {
                pairs.add(new ArrayList<>(List.of(pair(i, j, 300, 0, 30 + i, 0))));
            }
        }
        return pairs;
    }

    private static SyncResult settle(List<List<PairEvidence>> pairs) {
        return OffsetGraph.settle(OFFSETS.length, Set.of(Clue.SOUND), pairs, SyncSettings.defaults());
    }

    private static void holds(SyncResult result) {
        for (int i = 0; i < OFFSETS.length; i++) {
            assertThat(result.offsets()[i]).isCloseTo(OFFSETS[i], within(2e-6));
            assertThat(result.driftPpm()[i]).isCloseTo(1e6 * DRIFTS[i], within(0.01));
        }
    }

    @Test
    void offsetsAndDriftsAreSolvedTogether() {
        SyncResult result = settle(all());
        holds(result);
        assertThat(result.residualSeconds()).isLessThan(1e-6);
        assertThat(result.judgement().verdict()).isEqualTo(Verdict.SURE);
    }

    @Test
    void aPairThatContradictsIsLeftOutAndSaid() {
        List<List<PairEvidence>> pairs = all();
        pairs.set(1, List.of(pair(0, 2, 300, 0.5, 20, 0)));
        SyncResult result = settle(pairs);
        holds(result);
        assertThat(result.pairs().get(1).used()).isFalse();
        assertThat(result.judgement().verdict()).isEqualTo(Verdict.CHECK);
        assertThat(result.judgement().reason()).contains("The sound of clips 1 and 3 contradicts the others by 500 ms");
    }

    @Test
    void ofAPairsLagsTheOneThatFitsTheLoopIsUsed() {
        List<List<PairEvidence>> pairs = all();
        pairs.set(1, List.of(pair(0, 2, 300, 2.0, 25, 0.9), pair(0, 2, 300, 0, 24, 1)));
        SyncResult result = settle(pairs);
        holds(result);
        assertThat(result.pairs().get(1).used()).isTrue();
    }

    @Test
    void whatRepeatsPlacesNothing() {
        SyncResult result = settle(List.of(List.of(pair(0, 1, 300, 0, 40, 0.8))));
        assertThat(result.unplaced()).containsExactly(1, 2, 3);
        assertThat(result.judgement().reason()).contains("repeats itself");
    }

    @Test
    void clipsThatHangTogetherWithoutTheFirstAreStillPlaced() {
        SyncResult result = settle(List.of(List.of(pair(1, 2, 300, 0, 40, 0)), List.of(pair(2, 3, 300, 0, 40, 0))));
        assertThat(result.unplaced()).containsExactly(0);
        assertThat(result.offsets()[1]).isZero();
        assertThat(result.offsets()[3]).isCloseTo(96.75, within(0.02));
        assertThat(result.judgement().verdict()).isEqualTo(Verdict.UNSETTLED);
    }

    private static PairEvidence seen(int first, int second, double wrong) {
        PairLag lag = new PairLag(10, OFFSETS[second] - OFFSETS[first] + wrong, 0.002, 0, Double.POSITIVE_INFINITY);
        return new PairEvidence(first, second, Clue.MOTION, lag, 12, 0.2, 0.8, 6, 1, 0, Belief.FIRM, false);
    }

    private static SyncResult settleBoth(int clips, List<List<PairEvidence>> pairs) {
        return OffsetGraph.settle(clips, Set.of(Clue.SOUND, Clue.MOTION), pairs, SyncSettings.defaults());
    }

    @Test
    void aSilentClipIsPlacedByMotionAndThatIsSaid() {
        SyncResult result = settleBoth(
                3, List.of(List.of(pair(0, 1, 300, 0, 30, 0)), List.of(seen(0, 2, 0)), List.of(seen(1, 2, 0.001))));
        assertThat(result.judgement().verdict()).isEqualTo(Verdict.SURE);
        assertThat(result.judgement().reason()).contains("Clip 3 is placed by motion, not by sound");
        assertThat(result.offsets()[2]).isCloseTo(OFFSETS[2], within(0.01));
    }

    @Test
    void soundAndMotionThatDisagreeAreShownNotAveraged() {
        SyncResult result = settleBoth(2, List.of(List.of(pair(0, 1, 300, 0, 30, 0)), List.of(seen(0, 1, 0.12))));
        assertThat(result.judgement().verdict()).isEqualTo(Verdict.CHECK);
        assertThat(result.judgement().reason()).contains("The motion of clips 1 and 2 contradicts the others by 1");
        assertThat(result.offsets()[1] + 300 * result.driftPpm()[1] * 1e-6)
                .isCloseTo(OFFSETS[1] + 300 * DRIFTS[1], within(0.001));
    }

    @Test
    void soundAndMotionThatAgreeAreSaidToAgree() {
        SyncResult result = settleBoth(2, List.of(List.of(pair(0, 1, 300, 0, 30, 0)), List.of(seen(0, 1, 0.003))));
        assertThat(result.judgement().verdict()).isEqualTo(Verdict.SURE);
        assertThat(result.judgement().reason()).isEqualTo("Sound and motion agree all along the overlap.");
    }

    @Test
    void lockedClipsKeepTheirDistanceAndWhatContradictsIsSaid() {
        List<List<PairEvidence>> pairs = all();
        pairs.add(0, List.of(PairEvidence.locked(0, 1, 0, OFFSETS[1] + 0.5)));
        SyncResult result = settle(pairs);
        assertThat(result.offsets()[1] - result.offsets()[0]).isCloseTo(OFFSETS[1] + 0.5, within(1e-6));
        assertThat(result.judgement().verdict()).isEqualTo(Verdict.CHECK);
        assertThat(result.judgement().reason()).contains("The sound of clips 1 and 2 contradicts the others by 49");
    }
}
