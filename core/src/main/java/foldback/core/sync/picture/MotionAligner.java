package foldback.core.sync.picture;

import foldback.core.motion.PictureTrack;
import foldback.core.run.Run;
import foldback.core.sync.pair.Belief;
import foldback.core.sync.pair.Clue;
import foldback.core.sync.pair.DriftLine;
import foldback.core.sync.pair.PairEvidence;
import foldback.core.sync.pair.PairLag;
import foldback.core.sync.pair.Rivalry;
import foldback.core.sync.pair.SyncSettings;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** Finds the lags of clips by how their rig turned: all lenses on it turn together, whichever way they look. */
public final class MotionAligner {
    /** Windows agree where they lie no farther from the line, frames. */
    private static final double NEAR_FRAMES = 0.35;
    /** Below, a slope says more of the measurement than of clocks, seconds. */
    private static final double LEAST_SPAN = 60;

    private static final double SPAN_SHARE = 0.4;
    /** What a lag is worth at best, frames: read-out and exposure differ between lenses. */
    private static final double LEAST_SIGMA = 0.02;

    private static final double WITNESS_SHARE = 0.4;
    private static final double TELLING = 0.1;
    /** Unrelated turns reach a share of 0.2 by chance in some seconds, the same turns one of 0.5 and more. */
    private static final double SURE_SHARE = 0.4;

    private static final double CHECK_SHARE = 0.3;
    /** A lag that is known worse is worth a check at most, frames. */
    private static final double SURE_SIGMA = 0.1;

    private static final double MOST_RIVAL = 0.7;
    private static final double SURE_HEIGHT = 6;
    private static final double CHECK_HEIGHT = 5;

    private final List<Optional<TurnSpectrum>> clips;
    private final SyncSettings settings;
    private final double rate;

    private MotionAligner(List<Optional<PictureTrack>> tracks, SyncSettings settings) {
        this.settings = settings;
        rate = tracks.stream()
                .flatMap(Optional::stream)
                .mapToDouble(PictureTrack::rate)
                .max()
                .orElse(1);
        int longest = tracks.stream()
                .flatMap(Optional::stream)
                .map(track -> TurnSpectrum.steps(track, rate))
                .sorted(Comparator.reverseOrder())
                .limit(2)
                .mapToInt(Integer::intValue)
                .sum();
        int size = Math.max(16, Integer.highestOneBit(Math.max(1, longest + 1)) << 1);
        clips = tracks.parallelStream()
                .map(track -> track.map(t -> new TurnSpectrum(t, rate, size)))
                .toList();
    }

    /**
     * What each pair's turning says: for each pair the lags it could have, best first.
     *
     * @param tracks what the clips' pictures say; empty where that is not known
     * @param run progress over the pairs; cancelling throws
     */
    public static List<List<PairEvidence>> compare(
            List<Optional<PictureTrack>> tracks, SyncSettings settings, Run run) {
        List<Optional<PictureTrack>> lasting = tracks.stream()
                .map(track -> track.filter(t -> t.frames() > 2 && t.seconds() >= settings.leastOverlap()))
                .toList();
        MotionAligner aligner = new MotionAligner(lasting, settings);
        List<List<PairEvidence>> found = new ArrayList<>();
        int clips = tracks.size();
        for (int i = 0; i < clips; i++) {
            run.step((double) i / clips);
            for (int j = i + 1; j < clips; j++) {
                if (aligner.clips.get(i).isPresent() && aligner.clips.get(j).isPresent()) {
                    List<PairEvidence> pair = aligner.pair(i, j);
                    if (!pair.isEmpty()) {
                        found.add(pair);
                    }
                }
            }
        }
        run.step(1);
        return found;
    }

    /** A lag with its windows' line, seconds above the lag looked at. */
    private record Candidate(
            TurnPeaks.Peak peak, TurnWindows windows, DriftLine line, double share, double[] times, double[] lags) {}

    private List<PairEvidence> pair(int i, int j) {
        TurnSpectrum a = clips.get(i).orElseThrow();
        TurnSpectrum b = clips.get(j).orElseThrow();
        List<TurnPeaks.Peak> peaks = TurnPeaks.find(a, b, (int) Math.ceil(settings.leastOverlap() * rate));
        List<Candidate> candidates = new ArrayList<>();
        for (TurnPeaks.Peak peak : peaks) {
            Candidate candidate = candidate(peak, new TurnWindows(a, b, peak, null));
            if (candidate.windows().count > 0) {
                candidates.add(candidate);
            }
        }
        candidates.sort(Comparator.comparingDouble(c -> -c.peak().height() * Math.max(0, c.share())));
        List<PairEvidence> evidence = new ArrayList<>();
        for (Candidate candidate : candidates) {
            double rival = evidence.isEmpty() ? rival(a, b, candidate, peaks) : 1;
            evidence.add(evidence(i, j, a, b, candidate, rival));
        }
        return evidence;
    }

    private Candidate candidate(TurnPeaks.Peak peak, TurnWindows windows) {
        int[] witnesses = IntStream.range(0, windows.count)
                .filter(w -> windows.bestShare(w) >= WITNESS_SHARE && !Double.isNaN(windows.best(w)))
                .toArray();
        double[] times =
                Arrays.stream(witnesses).mapToDouble(w -> windows.times[w]).toArray();
        double[] lags = Arrays.stream(witnesses).mapToDouble(windows::best).toArray();
        int n = times.length;
        double span = n == 0 ? LEAST_SPAN : Math.max(LEAST_SPAN, SPAN_SHARE * (times[n - 1] - times[0]));
        DriftLine line = DriftLine.fit(times, lags, NEAR_FRAMES / rate, span);
        double residual = windows.pooled(line::at);
        DriftLine found = new DriftLine(
                line.at(),
                line.lag() + residual,
                line.slope(),
                Math.max(line.sigma(), LEAST_SIGMA / rate),
                line.slopeSigma(),
                line.agreeing());
        return new Candidate(peak, windows, found, windows.shareAlong(found::at), times, lags);
    }

    /** How nearly any other lag explains the same windows; a walker's steps are much alike. */
    private double rival(TurnSpectrum a, TurnSpectrum b, Candidate best, List<TurnPeaks.Peak> peaks) {
        double most = 0;
        for (TurnPeaks.Peak peak : peaks) {
            if (peak == best.peak()) {
                continue;
            }
            TurnWindows other = new TurnWindows(a, b, peak, best.windows());
            if (other.count > 0) {
                DriftLine line = candidate(peak, other).line();
                Rivalry rivalry = new Rivalry(TELLING);
                int w = 0;
                for (int o = 0; o < other.count; o++) {
                    while (w < best.windows().count && best.windows().times[w] < other.times[o] - 1e-6) {
                        w++;
                    }
                    if (w < best.windows().count && Math.abs(best.windows().times[w] - other.times[o]) < 1e-6) {
                        rivalry.add(
                                best.windows().share(w, best.line().at(best.windows().times[w])),
                                other.share(o, line.at(other.times[o])));
                    }
                }
                most = Math.max(most, rivalry.nearness());
            }
        }
        return most;
    }

    private PairEvidence evidence(int i, int j, TurnSpectrum a, TurnSpectrum b, Candidate found, double rival) {
        DriftLine line = found.line();
        PairLag lag = new PairLag(
                line.at(),
                found.windows().lagSeconds() + line.lag() + a.start - b.start,
                line.sigma(),
                line.slope(),
                line.slopeSigma());
        int n = found.times().length;
        double agreeing = n == 0 ? 0 : (double) line.agreeing() / n;
        double apart = line.apart(found.times(), found.lags());
        return new PairEvidence(
                i,
                j,
                Clue.MOTION,
                lag,
                found.peak().height(),
                rival,
                Math.max(0, found.share()),
                n,
                agreeing,
                apart,
                belief(found, rival, agreeing, apart),
                false);
    }

    private Belief belief(Candidate found, double rival, double agreeing, double apart) {
        int witnesses = found.times().length;
        if (rival > MOST_RIVAL
                || agreeing < settings.leastAgreeing()
                || witnesses < settings.leastWitnesses()
                || found.peak().height() < CHECK_HEIGHT
                || found.share() < CHECK_SHARE) {
            return Belief.NONE;
        }
        boolean sure =
                found.peak().height() >= SURE_HEIGHT && found.share() >= SURE_SHARE && apart <= NEAR_FRAMES / rate;
        return sure ? Belief.FIRM : Belief.HINT;
    }
}
