package foldback.core.sync;

import foldback.core.run.Judgement;
import foldback.core.sync.pair.Belief;
import foldback.core.sync.pair.Clue;
import foldback.core.sync.pair.PairEvidence;
import foldback.core.sync.pair.SyncSettings;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * Brings the pairs together: the strongest pairs that hang clips together give first offsets; of each other pair the lag that
 * fits them is used, if one does; least squares over all these give the result.
 */
public final class OffsetGraph {
    private final int clips;
    private final Set<Clue> clues;
    private final SyncSettings settings;
    private final List<List<PairEvidence>> found;
    private final int[] group;

    private OffsetGraph(int clips, Set<Clue> clues, List<List<PairEvidence>> found, SyncSettings settings) {
        this.clips = clips;
        this.clues = clues;
        this.found = found;
        this.settings = settings;
        group = alone(clips);
    }

    /**
     * Settles the offsets.
     *
     * @param clues that were looked at
     * @param found for each pair, by each clue, the lags it could have, best first
     */
    public static SyncResult settle(int clips, Set<Clue> clues, List<List<PairEvidence>> found, SyncSettings settings) {
        return new OffsetGraph(clips, clues, found, settings).settle();
    }

    private SyncResult settle() {
        List<PairEvidence> tree = tree();
        Set<Integer> members = largest();
        int held = members.iterator().next();
        OffsetSolve first = new OffsetSolve(clips, held, members, within(tree, members));
        List<PairEvidence> all = found.stream()
                .map(pair -> fitting(pair, members, first).orElse(pair.get(0)))
                .toList();
        List<PairEvidence> used = all.stream().filter(PairEvidence::used).toList();
        OffsetSolve solved = new OffsetSolve(clips, held, members, used);
        double worst = used.stream()
                .mapToDouble(pair -> Math.abs(pair.residual(solved.offsets, solved.drifts)))
                .max()
                .orElse(0);
        Set<Integer> unplaced = IntStream.range(0, clips)
                .filter(clip -> !members.contains(clip))
                .boxed()
                .collect(Collectors.toCollection(TreeSet::new));
        Judgement judgement =
                new SyncJudge(clips, clues, all, unplaced, solved.offsets, solved.drifts, worst, settings).judge();
        return new SyncResult(
                solved.offsets,
                Arrays.stream(solved.drifts).map(d -> d * 1e6).toArray(),
                Arrays.stream(solved.driftSigmas)
                        .map(s -> s == 0 ? Double.POSITIVE_INFINITY : s * 1e6)
                        .toArray(),
                unplaced,
                worst,
                all,
                judgement);
    }

    /** The strongest pairs that hang clips together, none of them more than once. */
    private List<PairEvidence> tree() {
        List<PairEvidence> tree = new ArrayList<>();
        found.stream()
                .map(pair -> pair.get(0))
                .filter(pair -> pair.belief() != Belief.NONE)
                .sorted(Comparator.comparing((PairEvidence pair) -> !pair.isFirm())
                        .thenComparing(pair -> pair.clue() != Clue.HAND)
                        .thenComparing(PairEvidence::clue)
                        .thenComparing(pair -> -pair.height()))
                .forEach(pair -> {
                    if (join(group, pair)) {
                        tree.add(pair);
                    }
                });
        return tree;
    }

    /** Of a pair's lags the first that fits, marked as used; none where its clips do not both hang together with the others. */
    private Optional<PairEvidence> fitting(List<PairEvidence> pair, Set<Integer> members, OffsetSolve solved) {
        return pair.stream()
                .filter(each -> members.contains(each.first()) && members.contains(each.second()))
                .filter(each -> each.fits(solved.offsets, solved.drifts, settings.agreeSeconds()))
                .findFirst()
                .map(PairEvidence::asUsed);
    }

    private static List<PairEvidence> within(List<PairEvidence> pairs, Set<Integer> members) {
        return pairs.stream().filter(pair -> members.contains(pair.first())).toList();
    }

    /** The most clips that hang together; of several such the first clip's. */
    private Set<Integer> largest() {
        Set<Integer> best = new TreeSet<>();
        for (int clip = 0; clip < clips; clip++) {
            int own = group[clip];
            Set<Integer> members = IntStream.range(0, clips)
                    .filter(other -> group[other] == own)
                    .boxed()
                    .collect(Collectors.toCollection(TreeSet::new));
            best = members.size() > best.size() ? members : best;
        }
        return best;
    }

    /** Each clip in a group of its own. */
    static int[] alone(int clips) {
        return IntStream.range(0, clips).toArray();
    }

    /** Brings the groups of a pair's clips together; false where they are one already. */
    static boolean join(int[] group, PairEvidence pair) {
        int stay = group[pair.first()];
        int move = group[pair.second()];
        if (stay == move) {
            return false;
        }
        Arrays.setAll(group, i -> group[i] == move ? stay : group[i]);
        return true;
    }
}
