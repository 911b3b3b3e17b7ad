package foldback.core.sync;

import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** Says how far offsets can be believed, and why. */
record SyncJudge(int clips, List<PairEvidence> pairs, Set<Integer> unplaced, double worst, SyncSettings settings) {

    Evidence judge() {
        long repeating = pairs.stream()
                .filter(pair -> pair.height() >= settings.sureHeight() && pair.rival() > settings.mostRival())
                .count();
        if (unplaced.size() == clips - 1) {
            return new Evidence(Verdict.UNSETTLED, nothing(repeating > 0), "not found");
        }
        String figure = String.format(Locale.ROOT, "%.1f ms apart", 1000 * worst);
        if (!unplaced.isEmpty()) {
            return new Evidence(
                    Verdict.UNSETTLED,
                    (unplaced.size() == 1 ? "One clip has" : unplaced.size() + " clips have")
                            + (repeating > 0
                                    ? " only sound that repeats itself"
                                    : " no sound in common with the others")
                            + "; place " + (unplaced.size() == 1 ? "it" : "them") + " by hand.",
                    figure);
        }
        List<String> doubts = doubts();
        if (!doubts.isEmpty()) {
            return new Evidence(
                    Verdict.CHECK,
                    "Offsets were found, but " + String.join(", ", doubts) + ". Look at a quick movement.",
                    figure);
        }
        long used = pairs.stream().filter(PairEvidence::used).count();
        String reason = clips == 2
                ? "The sound fits all along the overlap."
                : used + " of " + pairs.size() + " pairs of clips agree, round every loop.";
        return new Evidence(Verdict.SURE, reason, figure);
    }

    private String nothing(boolean repeating) {
        if (pairs.isEmpty()) {
            return "No two clips share a second of sound.";
        }
        return repeating
                ? "The sound repeats itself: several offsets fit as well as each other. Place the clips by hand."
                : "No two clips have sound in common. A clap near the rig, or one recorder on, would have helped.";
    }

    private List<String> doubts() {
        List<String> doubts = new ArrayList<>();
        int[] group = OffsetGraph.alone(clips);
        pairs.stream()
                .filter(pair -> pair.used() && pair.isFirm(settings))
                .forEach(pair -> OffsetGraph.join(group, pair));
        for (int clip = 1; clip < clips; clip++) {
            if (group[clip] != group[0]) {
                doubts.add("clip " + (clip + 1) + " shares little sound with the first");
            }
        }
        long against = pairs.stream()
                .filter(pair -> !pair.used() && pair.isFirm(settings))
                .count();
        if (against > 0) {
            doubts.add(against + (against == 1 ? " pair contradicts" : " pairs contradict") + " the others");
        }
        return doubts;
    }
}
