package foldback.core.motion.log;

import foldback.core.motion.RotationTrack;
import foldback.core.motion.log.LogSearch.Place;
import foldback.core.run.Run;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** Finds how a motion log lies to a take: its clock, its axes, its unit and what it shows at rest, by how the rig turned by the picture. */
public final class LogAligner {
    /** So long a part of the take finds its place in the log by itself, seconds. */
    private static final double WINDOW = 20;

    private static final int WINDOWS = 12;
    /** What parts of a take say of the clock may differ by that much, and by that much more for each second between them. */
    private static final double TOGETHER = 0.06;

    /** No clock of a recorder is so far off. */
    static final double FASTEST_DRIFT = 1000e-6;
    /** So many clocks are looked at closely. */
    private static final int TRIED = 3;
    /** Farther from each other than that, two clocks are two, seconds. */
    private static final double ELSEWHERE = 0.2;
    /** Shorter logs and takes are not told by what they are like. */
    private static final double SHORTEST = 2;

    private LogAligner() {}

    /**
     * Finds it.
     *
     * @param worldFromRig how the rig turned by the picture, over take time
     * @param run progress; cancelling throws
     * @return empty where nothing of the log is like anything of the take
     */
    public static Optional<LogFit> align(RotationTrack worldFromRig, MotionLog log, Run run) {
        GyroSums sums = new GyroSums(log.gyro());
        PictureTurns turns = new PictureTurns(worldFromRig);
        double length =
                Math.min(turns.to() - turns.from(), log.gyro().to() - log.gyro().from());
        if (length < SHORTEST) {
            return Optional.empty();
        }
        LogSearch search = new LogSearch(worldFromRig, sums, turns.step());
        List<List<Place>> found = places(search, turns, length, run);
        List<LogFit> fits = clocks(found).stream()
                .map(clock -> new LogRefiner(turns, sums).refine(clock))
                .flatMap(Optional::stream)
                .sorted(Comparator.comparingDouble(LogFit::explained).reversed())
                .toList();
        return fits.isEmpty() ? Optional.empty() : Optional.of(fits.get(0).withRival(rival(fits)));
    }

    /** The best that lies elsewhere. */
    private static Optional<LogFit> rival(List<LogFit> fits) {
        double offset = fits.get(0).clock().offsetSeconds();
        return fits.stream()
                .filter(fit -> Math.abs(fit.clock().offsetSeconds() - offset) > ELSEWHERE)
                .findFirst();
    }

    /** The same where the clock is known about, to a twentieth of a second. */
    public static Optional<LogFit> refine(RotationTrack worldFromRig, MotionLog log, LogClock about) {
        return new LogRefiner(new PictureTurns(worldFromRig), new GyroSums(log.gyro())).refine(about);
    }

    private static List<List<Place>> places(LogSearch search, PictureTurns turns, double length, Run run) {
        // A log that begins late or ends early shows a part of the take only: it is looked for by less than all there
        // is.
        double window = Math.min(WINDOW, 0.8 * length);
        double span = turns.to() - turns.from() - window;
        int windows = (int) Math.max(1, Math.min(WINDOWS, Math.ceil(2 * span / window) + 1));
        List<List<Place>> found = new ArrayList<>();
        for (int n = 0; n < windows; n++) {
            double from = turns.from() + (windows == 1 ? span / 2 : span * n / (windows - 1));
            List<Place> places = search.places(from, window);
            if (!places.isEmpty()) {
                found.add(places);
            }
            run.step((n + 1.0) / windows);
        }
        return found;
    }

    /** The clocks on which most parts agree, the best first. */
    private static List<LogClock> clocks(List<List<Place>> found) {
        List<List<Place>> sorted = found.stream()
                .flatMap(List::stream)
                .map(anchor -> supporters(found, anchor))
                .sorted(Comparator.comparingDouble(LogAligner::support).reversed())
                .toList();
        List<LogClock> clocks = new ArrayList<>();
        for (List<Place> supporters : sorted) {
            LogClock clock = line(supporters);
            if (clocks.size() < TRIED
                    && clocks.stream()
                            .allMatch(other -> Math.abs(other.offsetSeconds() - clock.offsetSeconds()) > ELSEWHERE)) {
                clocks.add(clock);
            }
        }
        return clocks;
    }

    private static List<Place> supporters(List<List<Place>> found, Place anchor) {
        List<Place> supporters = new ArrayList<>();
        for (List<Place> places : found) {
            places.stream()
                    .filter(place -> Math.abs(place.offsetSeconds() - anchor.offsetSeconds())
                            < TOGETHER + FASTEST_DRIFT * Math.abs(place.seconds() - anchor.seconds()))
                    .max(Comparator.comparingDouble(Place::likeness))
                    .ifPresent(supporters::add);
        }
        return supporters;
    }

    /** What is very like counts for more than a lot that is a little so. */
    private static double support(List<Place> supporters) {
        return supporters.stream()
                .mapToDouble(place -> Math.pow(place.likeness(), 4))
                .sum();
    }

    /** Offsets along the take by the median of the slopes between any two (Theil 1950, Sen 1968). */
    private static LogClock line(List<Place> places) {
        List<Double> slopes = new ArrayList<>();
        for (Place a : places) {
            for (Place b : places) {
                if (b.seconds() > a.seconds() + WINDOW) {
                    slopes.add((b.offsetSeconds() - a.offsetSeconds()) / (b.seconds() - a.seconds()));
                }
            }
        }
        double slope = slopes.size() < 3 ? 0 : median(slopes);
        double at = median(places.stream()
                .map(place -> place.offsetSeconds() - slope * place.seconds())
                .toList());
        // offset(t) = at + slope t is the take's clock against the log's; the take time of log time 0 solves t =
        // offset(t).
        return new LogClock(at / (1 - slope), 1e6 * slope / (1 - slope));
    }

    private static double median(List<Double> values) {
        double[] sorted = values.stream().mapToDouble(value -> value).toArray();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }
}
