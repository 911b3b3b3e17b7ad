package foldback.core.sync.sound;

import foldback.core.sync.pair.DriftLine;
import foldback.core.sync.pair.Rivalry;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Refines a lag at the full rate by short windows. Each window that shows a clear peak of its own is a witness: one bang that
 * happens to fit another has one witness, a common sound has many that agree. Where clocks drift, the witnesses lie on a line;
 * the windows are then brought together along it.
 */
final class FineDelay {
    private static final int GROUPS = 8;
    private static final int LEAST_IN_GROUP = 4;
    private static final double NEAR_LINE = 0.003;
    /** Witnesses agree where they lie no farther from the line, seconds. */
    private static final double AGREE_SECONDS = 0.0008;

    /** Below, a slope says more of echoes and wind than of clocks. */
    private static final double LEAST_SPAN = 20;

    private static final double SPAN_SHARE = 0.4;
    /** Share of a window's lines that chance does not reach. */
    private static final double TELLING = 0.1;

    private final int rate;
    private final WindowPairs windows;
    private final WindowPairs others;
    private final PooledDelay pooled;

    /**
     * A refined lag.
     *
     * @param shift of the second sound, samples, that the line's lags are added to
     * @param line the lag over the first sound's time
     * @param purest the largest share of a witness that fits, 0 to 1
     * @param share mean share of all windows that fits on the line
     * @param starts of the windows in the first sound, samples
     * @param windows that were compared: those in which neither is silent
     * @param witnesses windows with a clear peak
     * @param agreeing share of the witnesses that lie on the line
     * @param apartSeconds between what the first and the last half of the witnesses say, the line taken off; NaN without two
     */
    record Fine(
            long shift,
            DriftLine line,
            double purest,
            double share,
            List<Integer> starts,
            int windows,
            int witnesses,
            double agreeing,
            double apartSeconds) {

        /** The lag at a time of the first sound, seconds. */
        double lagAt(double time, int rate) {
            return (double) shift / rate + line.at(time);
        }
    }

    /** @param window samples of a window, a power of two: long for what sounds all along, short for weak bangs */
    FineDelay(int rate, int window) {
        this.rate = rate;
        windows = new WindowPairs(rate, window);
        others = new WindowPairs(rate, window);
        pooled = new PooledDelay(windows, rate);
    }

    /**
     * Refines a lag.
     *
     * @param lag the event's time in the first sound less that in the second, on their samples' clocks, seconds
     * @param clear how far a window's peak must stand out to be a witness, standard deviations
     * @param most windows to look at
     * @return null where the sounds share no window
     */
    Fine refine(Heard a, Heard b, double lag, double clear, int most) {
        long shift = Math.round(lag * rate);
        List<Integer> starts = LoudWindows.choose(a, b, shift, windows.window, most);
        windows.read(a.track, b.track, shift, starts);
        windows.findPeaks();
        int n = windows.count;
        if (n == 0) {
            return null;
        }
        int[] witnesses =
                IntStream.range(0, n).filter(i -> windows.clear[i] >= clear).toArray();
        double span = Math.max(LEAST_SPAN, SPAN_SHARE * (windows.times[n - 1] - windows.times[0]));
        double[] times =
                Arrays.stream(witnesses).mapToDouble(i -> windows.times[i]).toArray();
        double[] lags =
                Arrays.stream(witnesses).mapToDouble(i -> windows.lags[i]).toArray();
        DriftLine line = line(times, lags, span);
        double residual = pooled.lag(0, n, line, line.agreeing() > 1 ? NEAR_LINE : windows.reachSeconds);
        DriftLine found = new DriftLine(
                line.at(), line.lag() + residual, line.slope(), line.sigma(), line.slopeSigma(), line.agreeing());
        int[] on = Arrays.stream(witnesses)
                .filter(i -> Math.abs(windows.lags[i] - found.at(windows.times[i])) <= AGREE_SECONDS)
                .toArray();
        return new Fine(
                shift,
                found,
                Arrays.stream(on).mapToDouble(i -> windows.share[i]).max().orElse(0),
                IntStream.range(0, n)
                        .mapToDouble(i -> windows.shareAt(i, found.at(windows.times[i])))
                        .average()
                        .orElse(0),
                starts,
                n,
                witnesses.length,
                witnesses.length == 0 ? 0 : (double) on.length / witnesses.length,
                found.apart(times, lags));
    }

    /** Through the witnesses, or, where there are few, through groups of windows. */
    private DriftLine line(double[] witnessTimes, double[] witnessLags, double span) {
        DriftLine line = DriftLine.fit(witnessTimes, witnessLags, AGREE_SECONDS, span);
        int groups = Math.min(GROUPS, windows.count / LEAST_IN_GROUP);
        if (line.agreeing() >= LEAST_IN_GROUP || groups < 2) {
            return line.agreeing() > 0 ? line : flat();
        }
        double[] times = new double[groups];
        double[] lags = new double[groups];
        for (int g = 0; g < groups; g++) {
            int from = g * windows.count / groups;
            int to = (g + 1) * windows.count / groups;
            times[g] = Arrays.stream(windows.times, from, to).average().orElseThrow();
            lags[g] = pooled.lag(from, to, flat(), windows.reachSeconds);
        }
        DriftLine grouped = DriftLine.fit(times, lags, AGREE_SECONDS, span);
        if (2 * grouped.agreeing() > groups) {
            return grouped;
        }
        return line.agreeing() > 0 ? line : flat();
    }

    private DriftLine flat() {
        double middle = Arrays.stream(windows.times, 0, windows.count).average().orElse(0);
        return new DriftLine(middle, 0, 0, 1.0 / rate, Double.POSITIVE_INFINITY, 0);
    }

    /**
     * How nearly any of some other lags explains the same windows, 0 to 1. Music that comes round fits itself a bar later; what
     * tells the rounds apart may be little, but it is there in window after window: so the windows' differences are held against
     * their own scatter (Student's t), besides the plain ratio.
     */
    double rival(Heard a, Heard b, Fine best, List<Fine> rivals) {
        if (rivals.isEmpty()) {
            return 0;
        }
        windows.read(a.track, b.track, best.shift(), best.starts());
        double most = 0;
        for (Fine other : rivals) {
            others.read(a.track, b.track, other.shift(), best.starts());
            most = Math.max(most, rival(best, other));
        }
        return most;
    }

    private double rival(Fine best, Fine other) {
        Rivalry rivalry = new Rivalry(TELLING);
        int there = 0;
        for (int i = 0; i < windows.count; i++) {
            while (there < others.count && others.times[there] < windows.times[i]) {
                there++;
            }
            if (there < others.count && others.times[there] == windows.times[i]) {
                rivalry.add(
                        windows.tonesAt(i, best.line().at(windows.times[i])),
                        others.tonesAt(there, other.line().at(windows.times[i])));
            }
        }
        return rivalry.nearness();
    }
}
