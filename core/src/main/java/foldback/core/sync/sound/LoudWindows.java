package foldback.core.sync.sound;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Chooses short windows of an overlap that are worth comparing: those in which both sounds are lively, and some all along. */
final class LoudWindows {
    static final int MOST = 64;

    private LoudWindows() {}

    /**
     * Starts of windows in the first sound, rising; neighbours overlap by half.
     *
     * @param shift samples from a place in the second sound to the same moment in the first
     * @param most windows, at most {@value #MOST}
     */
    static List<Integer> choose(Heard a, Heard b, long shift, int window, int most) {
        long begin = Math.max(0, shift);
        long end = Math.min(a.length(), b.length() + shift);
        int count = end - begin < window ? 0 : (int) ((end - begin - window) / (window / 2)) + 1;
        List<Integer> starts = new ArrayList<>();
        double[] lively = new double[count];
        for (int i = 0; i < count; i++) {
            long start = begin + (long) i * (window / 2);
            starts.add(i);
            lively[i] = a.liveliness(start, start + window) * b.liveliness(start - shift, start - shift + window);
        }
        if (count > most) {
            List<Integer> spread = new ArrayList<>();
            for (int i = 0; i < most / 2; i++) {
                spread.add((int) ((long) i * (count - 1) / (most / 2 - 1)));
            }
            starts.sort(Comparator.comparingDouble((Integer i) -> lively[i]).reversed());
            for (int i = 0; spread.size() < most; i++) {
                if (!spread.contains(starts.get(i))) {
                    spread.add(starts.get(i));
                }
            }
            starts = spread;
        }
        return starts.stream()
                .sorted()
                .map(i -> (int) (begin + (long) i * (window / 2)))
                .toList();
    }

    /** The energy of the steps from sample to sample: claps and voices have it, wind has little. */
    static double liveliness(short[] samples, int from, int to) {
        double sum = 0;
        for (int i = Math.max(1, from); i < to; i++) {
            double step = samples[i] - samples[i - 1];
            sum += step * step;
        }
        return sum;
    }
}
