package foldback.core.sync;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.run.Judgement;
import foldback.core.run.Verdict;
import foldback.core.sync.pair.Belief;
import foldback.core.sync.pair.Clue;
import foldback.core.sync.pair.PairEvidence;
import foldback.core.sync.pair.PairLag;
import foldback.core.sync.pair.SyncSettings;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is said of offsets, case by case. */
class SyncJudgeTest {
    /** Clips 0, 1, 2 ... lie a second apart from one to the next. */
    private static double[] offsets(int clips) {
        double[] offsets = new double[clips];
        Arrays.setAll(offsets, i -> i);
        return offsets;
    }

    /**
     * "0-1 sound firm used +0": the clips, the clue, the belief, whether it was used, and by how many milliseconds it disagrees
     * with the offsets; "rival" at the end for one that repeats itself.
     */
    private static PairEvidence pair(String text) {
        String[] words = text.strip().split(" +");
        int first = words[0].charAt(0) - '0';
        int second = words[0].charAt(2) - '0';
        double lag = second - first - Double.parseDouble(words[4]) / 1000;
        boolean rival = words.length > 5;
        return new PairEvidence(
                first,
                second,
                Clue.valueOf(words[1].toUpperCase()),
                new PairLag(0, lag, 0.0001, 0, Double.POSITIVE_INFINITY),
                20,
                rival ? 0.9 : 0.1,
                0.8,
                20,
                0.9,
                0,
                Belief.valueOf(words[2].toUpperCase()),
                words[3].equals("used"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            2 | sound        |                                                       | 1   | UNSETTLED | No two clips share a second of sound.
            2 | motion       |                                                       | 1   | UNSETTLED | No two clips share motion that could be compared.
            2 | sound        | 0-1 sound none unused +0                              | 1   | UNSETTLED | have sound in common. A clap near the rig
            2 | sound,motion | 0-1 sound none unused +0                              | 1   | UNSETTLED | No two clips have sound or motion in common.
            2 | sound        | 0-1 sound none unused +0 rival                        | 1   | UNSETTLED | repeats itself: several offsets fit
            2 | sound        | 0-1 sound firm used +0                                |     | SURE      | The sound fits all along the overlap.
            2 | sound,motion | 0-1 sound firm used +0; 0-1 motion firm used +0       |     | SURE      | Sound and motion agree all along the overlap.
            2 | sound        | 0-1 sound hint used +0                                |     | CHECK     | Clip 2 shares little sound with the first
            2 | sound,motion | 0-1 sound firm used +0; 0-1 motion firm unused +30    |     | CHECK     | The motion of clips 1 and 2 contradicts the others by 30 ms
            3 | sound        | 0-1 sound firm used +0; 1-2 sound firm used +0        |     | SURE      | 2 of 2 comparisons of two clips agree, round every loop.
            3 | sound        | 0-1 sound firm used +0; 1-2 sound none unused +0      | 2   | UNSETTLED | Clip 3 has no sound in common with the others; place it by hand.
            3 | sound        | 0-1 sound firm used +0; 1-2 sound none unused +0 rival | 2  | UNSETTLED | Clip 3 has only sound that repeats itself; place it by hand.
            4 | sound        | 0-1 sound firm used +0                                | 2 3 | UNSETTLED | 2 clips have no sound in common with the others; place them by hand.
            3 | sound,motion | 0-1 sound firm used +0; 1-2 motion firm used +0       |     | SURE      | Clip 3 is placed by motion, not by sound.
            3 | sound        | 0-1 sound firm used +0; 1-2 sound hint used +0        |     | CHECK     | Clip 3 shares little sound with the first
            """)
    void saysHowFarAndWhy(int clips, String clues, String pairs, String unplaced, Verdict verdict, String said) {
        List<PairEvidence> evidence = pairs == null
                ? List.of()
                : Arrays.stream(pairs.split(";")).map(SyncJudgeTest::pair).toList();
        Set<Clue> looked = Arrays.stream(clues.split(","))
                .map(word -> Clue.valueOf(word.toUpperCase()))
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(Clue.class)));
        Set<Integer> left = unplaced == null
                ? Set.of()
                : Arrays.stream(unplaced.split(" "))
                        .map(Integer::valueOf)
                        .collect(Collectors.toCollection(TreeSet::new));
        Judgement judged = new SyncJudge(
                        clips,
                        looked,
                        evidence,
                        left,
                        offsets(clips),
                        new double[clips],
                        0.0004,
                        SyncSettings.defaults())
                .judge();
        assertThat(judged.verdict()).as(judged.reason()).isEqualTo(verdict);
        assertThat(judged.reason()).contains(said);
        assertThat(judged.figure()).isEqualTo(left.size() == clips - 1 ? "not found" : "0.4 ms apart");
    }
}
