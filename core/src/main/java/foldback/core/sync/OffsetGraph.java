package foldback.core.sync;

import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.IntStream;

/**
 * Brings the pairs together: the strongest pairs that hang all clips together give first offsets, pairs that contradict them
 * are left out, least squares over the others give the result.
 */
final class OffsetGraph {
    private static final int ROUNDS = 30;

    private OffsetGraph() {}

    static SyncResult settle(int clips, List<PairEvidence> found, SyncSettings settings) {
        List<PairEvidence> usable = found.stream()
                .filter(pair -> pair.height() >= settings.checkHeight() && pair.rival() <= settings.mostRival())
                .sorted(Comparator.comparingDouble(PairEvidence::height).reversed())
                .toList();
        double[] offsets = new double[clips];
        int[] group = alone(clips);
        for (PairEvidence pair : usable) {
            join(pair, offsets, group);
        }
        List<PairEvidence> used = new ArrayList<>();
        for (PairEvidence pair : usable) {
            if (Math.abs(residual(pair, offsets)) <= settings.agreeSeconds()) {
                used.add(pair);
            }
        }
        leastSquares(used, offsets);
        double worst = used.stream()
                .mapToDouble(pair -> Math.abs(residual(pair, offsets)))
                .max()
                .orElse(0);
        Set<Integer> unplaced = new TreeSet<>();
        double first = offsets[0];
        for (int i = 0; i < clips; i++) {
            if (group[i] != group[0]) {
                unplaced.add(i);
                offsets[i] = 0;
            } else {
                offsets[i] -= first;
            }
        }
        List<PairEvidence> all =
                found.stream().map(pair -> pair.withUsed(used.contains(pair))).toList();
        Evidence evidence = judge(clips, all, usable, used, unplaced, worst, settings);
        return new SyncResult(offsets, unplaced, worst, all, evidence);
    }

    /** By how much a pair disagrees with offsets: an event at its clip times is one in take time. */
    private static double residual(PairEvidence pair, double[] offsets) {
        return offsets[pair.second()] - offsets[pair.first()] - pair.lagSeconds();
    }

    /** Each clip in a group of its own. */
    private static int[] alone(int clips) {
        return IntStream.range(0, clips).toArray();
    }

    /** Hangs two groups of clips together by a pair, unless they do already. */
    private static void join(PairEvidence pair, double[] offsets, int[] group) {
        int stay = group[pair.first()];
        int move = group[pair.second()];
        if (stay == move) {
            return;
        }
        double by = offsets[pair.first()] + pair.lagSeconds() - offsets[pair.second()];
        for (int i = 0; i < group.length; i++) {
            if (group[i] == move) {
                group[i] = stay;
                offsets[i] += by;
            }
        }
    }

    /** Moves each clip to the weighted mean of what its pairs say, again and again: Gauss and Seidel's way. */
    private static void leastSquares(List<PairEvidence> used, double[] offsets) {
        for (int round = 0; round < ROUNDS; round++) {
            for (int clip = 0; clip < offsets.length; clip++) {
                double sum = 0;
                double weights = 0;
                for (PairEvidence pair : used) {
                    double weight = pair.height() * pair.height();
                    if (pair.first() == clip) {
                        sum += weight * (offsets[pair.second()] - pair.lagSeconds());
                        weights += weight;
                    } else if (pair.second() == clip) {
                        sum += weight * (offsets[pair.first()] + pair.lagSeconds());
                        weights += weight;
                    }
                }
                if (weights > 0) {
                    offsets[clip] = sum / weights;
                }
            }
        }
    }

    private static Evidence judge(
            int clips,
            List<PairEvidence> all,
            List<PairEvidence> usable,
            List<PairEvidence> used,
            Set<Integer> unplaced,
            double worst,
            SyncSettings settings) {
        if (unplaced.size() == clips - 1) {
            String why = all.isEmpty()
                    ? "No two clips share a second of sound."
                    : "No two clips have sound in common. A clap near the rig, or one recorder on, would have helped.";
            return new Evidence(Verdict.UNSETTLED, why, "not found");
        }
        String figure = String.format(Locale.ROOT, "%.1f ms apart", 1000 * worst);
        if (!unplaced.isEmpty()) {
            return new Evidence(
                    Verdict.UNSETTLED,
                    (unplaced.size() == 1 ? "One clip has" : unplaced.size() + " clips have")
                            + " no sound in common with the others; place " + (unplaced.size() == 1 ? "it" : "them")
                            + " by hand.",
                    figure);
        }
        List<String> doubts = new ArrayList<>();
        int[] group = alone(clips);
        used.stream().filter(pair -> pair.isFirm(settings)).forEach(pair -> join(pair, new double[clips], group));
        for (int clip = 1; clip < clips; clip++) {
            if (group[clip] != group[0]) {
                doubts.add("clip " + (clip + 1) + " shares little sound with the first");
            }
        }
        long against = usable.stream()
                .filter(pair -> pair.isFirm(settings) && !used.contains(pair))
                .count();
        if (against > 0) {
            doubts.add(against + (against == 1 ? " pair contradicts" : " pairs contradict") + " the others");
        }
        if (!doubts.isEmpty()) {
            return new Evidence(
                    Verdict.CHECK,
                    "Offsets were found, but " + String.join(", ", doubts) + ". Look at a quick movement.",
                    figure);
        }
        String reason = clips == 2
                ? "The sound fits all along the overlap."
                : used.size() + " of " + all.size() + " pairs of clips agree, round every loop.";
        return new Evidence(Verdict.SURE, reason, figure);
    }
}
