package foldback.engine.gather;

import foldback.media.decode.ClipHealth;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** What a clip's health comes to in words, the gravest first. */
public final class HealthWords {
    private static final int MOST_RANGES = 3;

    private HealthWords() {}

    /** A sentence's part for each thing that is wrong; none where nothing is. */
    public static List<String> of(ClipHealth health) {
        List<String> words = new ArrayList<>();
        if (!health.damaged().isEmpty()) {
            words.add(counted(health.damagedFrames(), "frame") + " damaged: " + times(health.damaged()));
        }
        if (health.endsEarlySeconds() > 0) {
            words.add(String.format(Locale.ROOT, "it ends %.2f s before its index says", health.endsEarlySeconds()));
        }
        if (health.skipped() > 0) {
            words.add(counted(health.skipped(), "frame") + " left out by the recorder" + at(health.skippedAt()));
        }
        if (health.repeated() > 0) {
            words.add(counted(health.repeated(), "frame") + " the same as the one before" + at(health.repeatedAt()));
        }
        if (health.soundFaults() > 0) {
            words.add("its sound is damaged at " + counted(health.soundFaults(), "place"));
        }
        return words;
    }

    private static String counted(int count, String what) {
        return count + " " + what + (count == 1 ? "" : "s");
    }

    /** The first of some places in time. */
    private static String at(List<Double> seconds) {
        List<String> times = seconds.stream()
                .limit(MOST_RANGES)
                .map(second -> String.format(Locale.ROOT, "%.2f", second))
                .toList();
        return times.isEmpty()
                ? ""
                : ", at " + String.join(", ", times) + (seconds.size() > times.size() ? " s and later" : " s");
    }

    private static String times(List<ClipHealth.Range> ranges) {
        List<String> times = new ArrayList<>();
        for (ClipHealth.Range range : ranges.subList(0, Math.min(MOST_RANGES, ranges.size()))) {
            times.add(String.format(Locale.ROOT, "%.2f to %.2f s", range.fromSeconds(), range.toSeconds()));
        }
        int more = ranges.size() - times.size();
        return String.join(", ", times) + (more > 0 ? " and " + counted(more, "more place") : "");
    }
}
