package foldback.core.sync;

import foldback.core.run.Evidence;
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

    Evidence judge() {
        boolean repeating = pairs.stream()
                .anyMatch(pair -> pair.height() >= settings.sureHeight() && pair.rival() > settings.mostRival());
        if (unplaced.size() == clips - 1) {
            return new Evidence(Verdict.UNSETTLED, nothing(repeating), "not found");
        }
        String figure = String.format(Locale.ROOT, "%.1f ms apart", 1000 * worst);
        if (!unplaced.isEmpty()) {
            String which = unplaced.size() == 1
                    ? "Clip " + (unplaced.iterator().next() + 1) + " has"
                    : unplaced.size() + " clips have";
            String why = repeating
                    ? " only " + Clue.words(clues, "or") + " that repeats itself"
                    : " no " + Clue.words(clues, "or") + " in common with the others";
            return new Evidence(
                    Verdict.UNSETTLED,
                    which + why + "; place " + (unplaced.size() == 1 ? "it" : "them") + " by hand.",
                    figure);
        }
        List<String> doubts = doubts();
        if (!doubts.isEmpty()) {
            return new Evidence(
                    Verdict.CHECK,
                    "Offsets were found, but " + String.join(", ", doubts) + ". Look at a quick movement.",
                    figure);
        }
        return new Evidence(Verdict.SURE, agreement() + placedOtherwise(), figure);
    }

    private String nothing(boolean repeating) {
        if (pairs.isEmpty()) {
            return clues.equals(Set.of(Clue.SOUND))
                    ? "No two clips share a second of sound."
                    : "No two clips share " + Clue.words(clues, "or") + " that could be compared.";
        }
        if (repeating) {
            return "What is heard or seen repeats itself: several offsets fit as well as each other. Place the clips by hand.";
        }
        return "No two clips have " + Clue.words(clues, "or")
                + " in common. A clap near the rig, or one recorder on, would have helped.";
    }

    private String agreement() {
        List<PairEvidence> used = firm(true);
        if (clips == 2) {
            String words = Clue.words(used.stream().map(PairEvidence::clue).toList(), "and");
            return used.size() == 1
                    ? "The " + words + " fits all along the overlap."
                    : Character.toUpperCase(words.charAt(0)) + words.substring(1) + " agree all along the overlap.";
        }
        long agreeing = pairs.stream().filter(PairEvidence::used).count();
        return agreeing + " of " + pairs.size() + " comparisons of two clips agree, round every loop.";
    }

    /** Clips that hang on the others by something else than sound. */
    private String placedOtherwise() {
        StringBuilder said = new StringBuilder();
        for (int clip = 0; clip < clips && clips > 2; clip++) {
            Collection<Clue> own = EnumSet.noneOf(Clue.class);
            for (PairEvidence pair : firm(true)) {
                if (pair.first() == clip || pair.second() == clip) {
                    own.add(pair.clue());
                }
            }
            if (clues.contains(Clue.SOUND) && !own.contains(Clue.SOUND)) {
                said.append(" Clip ").append(clip + 1).append(" is placed by ");
                said.append(Clue.words(own, "and")).append(", not by sound.");
            }
        }
        return said.toString();
    }

    private List<PairEvidence> firm(boolean used) {
        return pairs.stream()
                .filter(pair -> pair.used() == used && pair.isFirm())
                .toList();
    }

    private List<String> doubts() {
        List<String> doubts = new ArrayList<>();
        int[] group = OffsetGraph.alone(clips);
        firm(true).forEach(pair -> OffsetGraph.join(group, pair));
        for (int clip = 1; clip < clips; clip++) {
            if (group[clip] != group[0]) {
                doubts.add("clip " + (clip + 1) + " shares little " + Clue.words(clues, "or") + " with the first");
            }
        }
        for (PairEvidence against : firm(false)) {
            doubts.add(String.format(
                    Locale.ROOT,
                    "the %s of clips %d and %d contradicts the others by %.0f ms",
                    against.clue().word(),
                    against.first() + 1,
                    against.second() + 1,
                    1000 * Math.abs(against.residual(offsets, drifts))));
        }
        return doubts;
    }
}
