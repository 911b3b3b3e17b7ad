package foldback.core.sync;

import foldback.core.run.Judgement;
import foldback.core.run.Reason;
import foldback.core.run.Verdict;
import foldback.core.sync.pair.Clue;
import foldback.core.sync.pair.PairEvidence;
import foldback.core.sync.pair.SyncSettings;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * Says how far offsets can be believed, and why.
 *
 * @param clues that were looked at
 * @param worst the largest disagreement of a used pair with the result, seconds
 */
record SyncJudge(
        int clips,
        Set<Clue> clues,
        List<PairEvidence> pairs,
        Set<Integer> unplaced,
        double[] offsets,
        double[] drifts,
        double worst,
        SyncSettings settings) {

    Judgement judge() {
        boolean repeating = pairs.stream()
                .anyMatch(pair -> pair.height() >= settings.sureHeight() && pair.rival() > settings.mostRival());
        if (unplaced.size() == clips - 1) {
            return new Judgement(Verdict.UNSETTLED, nothing(repeating), "not found");
        }
        String figure = String.format(Locale.ROOT, "%.1f ms apart", 1000 * worst);
        if (!unplaced.isEmpty()) {
            SyncReason code = repeating ? SyncReason.CLIPS_REPEAT : SyncReason.CLIPS_ALONE;
            double[] numbers = unplaced.stream().mapToDouble(clip -> clip + 1).toArray();
            return new Judgement(Verdict.UNSETTLED, Reason.of(code, SyncReason.names(clues), numbers), figure);
        }
        List<Reason> doubts = doubts();
        if (!doubts.isEmpty()) {
            doubts.add(Reason.of(SyncReason.LOOK_AT_MOVEMENT));
            return new Judgement(Verdict.CHECK, doubts, figure);
        }
        List<Reason> reasons = new ArrayList<>(List.of(agreement()));
        reasons.addAll(placedOtherwise());
        return new Judgement(Verdict.SURE, reasons, figure);
    }

    private Reason nothing(boolean repeating) {
        if (pairs.isEmpty()) {
            return Reason.of(SyncReason.NOTHING_TO_COMPARE, SyncReason.names(clues));
        }
        return repeating
                ? Reason.of(SyncReason.ALL_REPEATS)
                : Reason.of(SyncReason.NOTHING_IN_COMMON, SyncReason.names(clues));
    }

    private Reason agreement() {
        if (clips == 2) {
            List<Clue> used = firm(true).stream().map(PairEvidence::clue).toList();
            return Reason.of(SyncReason.FITS, SyncReason.names(used));
        }
        long agreeing = pairs.stream().filter(PairEvidence::used).count();
        return Reason.of(SyncReason.AGREE, agreeing, pairs.size());
    }

    /** Clips that hang on the others by something else than sound. */
    private List<Reason> placedOtherwise() {
        List<Reason> reasons = new ArrayList<>();
        for (int clip = 0; clip < clips && clips > 2; clip++) {
            Collection<Clue> own = EnumSet.noneOf(Clue.class);
            for (PairEvidence pair : firm(true)) {
                if (pair.first() == clip || pair.second() == clip) {
                    own.add(pair.clue());
                }
            }
            if (clues.contains(Clue.SOUND) && !own.contains(Clue.SOUND)) {
                reasons.add(Reason.of(SyncReason.PLACED_BY, SyncReason.names(own), clip + 1));
            }
        }
        return reasons;
    }

    private List<PairEvidence> firm(boolean used) {
        return pairs.stream()
                .filter(pair -> pair.used() == used && pair.isFirm())
                .toList();
    }

    private List<Reason> doubts() {
        List<Reason> doubts = new ArrayList<>();
        int[] group = OffsetGraph.alone(clips);
        firm(true).forEach(pair -> OffsetGraph.join(group, pair));
        for (int clip = 1; clip < clips; clip++) {
            if (group[clip] != group[0]) {
                doubts.add(Reason.of(SyncReason.LITTLE_SHARED, SyncReason.names(clues), clip + 1));
            }
        }
        for (PairEvidence against : firm(false)) {
            doubts.add(Reason.of(
                    SyncReason.CONTRADICTS,
                    against.clue().word(),
                    against.first() + 1,
                    against.second() + 1,
                    1000 * Math.abs(against.residual(offsets, drifts))));
        }
        return doubts;
    }
}
