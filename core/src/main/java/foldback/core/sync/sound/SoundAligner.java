package foldback.core.sync.sound;

import foldback.core.run.Run;
import foldback.core.sound.SoundTrack;
import foldback.core.sync.pair.Belief;
import foldback.core.sync.pair.Clue;
import foldback.core.sync.pair.DriftLine;
import foldback.core.sync.pair.PairEvidence;
import foldback.core.sync.pair.PairLag;
import foldback.core.sync.pair.SyncSettings;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;

/** Finds the offsets of clips by their sound. */
public final class SoundAligner {
    private static final int COARSE_RATE = 4000;
    /** Half the band over twice this time says as much as all of it over this time. */
    private static final int LONG_RATE = 2000;

    private static final double LONG_SECONDS = 180;
    /** Below lie wind and handling, above little is left of a muffled microphone. */
    private static final double LOW_HZ = 250;

    private static final double HIGH_HZ = 1800;
    private static final double MOST_OF_RATE = 0.45;
    private static final int RIVALS = 6;
    /** To what power magnitudes are divided out to find where music comes round. */
    private static final double TONES = 0.4;
    /** Samples at 16 kHz: a second for what sounds all along, a quarter for weak bangs in wind. */
    private static final int LONG_WINDOW = 1 << 14;

    private static final int SHORT_WINDOW = 1 << 12;
    /** Windows in which candidates are looked at first, and how many of them make one plain. */
    private static final int FIRST_LOOK = 16;

    private static final int PLAIN_LOOK = 10;
    /** Share of what the plain one fits that keeps another in question. */
    private static final double WORTHWHILE = 0.25;
    /** Refined lags nearer than this are one. */
    private static final double ONE_LAG = 0.001;

    private final List<Optional<Heard>> tracks;
    private final SyncSettings settings;
    private final int rate;
    private final int factor;
    private final Queue<Desk> desks = new ConcurrentLinkedQueue<>();

    private SoundAligner(List<Optional<SoundTrack>> tracks, SyncSettings settings) {
        this.tracks =
                tracks.parallelStream().map(track -> track.map(Heard::new)).toList();
        this.settings = settings;
        rate = tracks.stream()
                .flatMap(Optional::stream)
                .findFirst()
                .map(SoundTrack::rate)
                .orElse(COARSE_RATE);
        double longest = tracks.stream()
                .flatMap(Optional::stream)
                .mapToDouble(track -> (double) track.samples().length / track.rate())
                .max()
                .orElse(0);
        factor = Math.max(1, rate / (longest > LONG_SECONDS ? LONG_RATE : COARSE_RATE));
    }

    /**
     * What each pair's sound says: for each pair the lags it could have, best first.
     *
     * @param tracks their sound, all at one rate, a multiple of 4 kHz; empty where a clip has none
     * @param settings when an offset is believed
     * @param run progress over the pairs; cancelling throws
     */
    public static List<List<PairEvidence>> compare(List<Optional<SoundTrack>> tracks, SyncSettings settings, Run run) {
        return new SoundAligner(tracks, settings).pairs(run);
    }

    private List<List<PairEvidence>> pairs(Run run) {
        // Two sounds of a pair, one behind the other, fit without overlapping themselves.
        long longestPair = tracks.stream()
                .flatMap(Optional::stream)
                .map(heard -> (long) heard.length())
                .sorted(Comparator.reverseOrder())
                .limit(2)
                .mapToLong(Long::longValue)
                .sum();
        int size = WhitenedSpectrum.size(longestPair / factor + 2);
        int onsetSize = WhitenedSpectrum.size(longestPair * Onsets.RATE / rate + 2);
        AtomicInteger read = new AtomicInteger();
        List<Optional<Sides>> sides = tracks.parallelStream()
                .map(heard -> {
                    run.step(0.3 * read.getAndIncrement() / tracks.size());
                    return heard.map(sound -> sides(sound.track, size, onsetSize));
                })
                .toList();
        List<int[]> all = new ArrayList<>();
        for (int i = 0; i < tracks.size(); i++) {
            for (int j = i + 1; j < tracks.size(); j++) {
                if (sides.get(i).isPresent() && sides.get(j).isPresent()) {
                    all.add(new int[] {i, j});
                }
            }
        }
        // The first clip with sound is compared with all others; where that is plain the rest is looked up, not
        // searched.
        int hub = all.isEmpty() ? 0 : all.get(0)[0];
        AtomicInteger done = new AtomicInteger();
        Map<Integer, PairEvidence> known = new ConcurrentHashMap<>();
        List<List<PairEvidence>> pairs = new ArrayList<>();
        for (boolean first : new boolean[] {true, false}) {
            all.parallelStream()
                    .filter(pair -> (pair[0] == hub) == first)
                    .map(pair -> {
                        run.step(0.3 + 0.7 * done.getAndIncrement() / all.size());
                        Optional<List<PairEvidence>> foreseen = lookWhereExpected(pair, known);
                        return foreseen.orElseGet(() -> pair(
                                pair[0],
                                pair[1],
                                sides.get(pair[0]).orElseThrow(),
                                sides.get(pair[1]).orElseThrow()));
                    })
                    .filter(pair -> !pair.isEmpty())
                    .toList()
                    .forEach(pair -> {
                        pairs.add(pair);
                        if (first && pair.get(0).isFirm()) {
                            known.put(pair.get(0).second(), pair.get(0));
                        }
                    });
        }
        run.step(1);
        return pairs;
    }

    /** What a pair says at the lag that the first clip's two pairs leave for it; empty where that is not firm. */
    private Optional<List<PairEvidence>> lookWhereExpected(int[] pair, Map<Integer, PairEvidence> known) {
        PairEvidence one = known.get(pair[0]);
        PairEvidence two = known.get(pair[1]);
        if (one == null || two == null) {
            return Optional.empty();
        }
        double clocks = tracks.get(pair[1]).orElseThrow().track.startSeconds()
                - tracks.get(pair[0]).orElseThrow().track.startSeconds();
        // Both at one moment of the first clip: clocks drift.
        double at = (one.lag().atSeconds() + two.lag().atSeconds()) / 2;
        double lag = two.lag().at(at) - one.lag().at(at) + clocks;
        List<PairEvidence> found = withDesk(
                desk -> refined(pair[0], pair[1], List.of(new CoarsePair.Peak(lag, settings.sureHeight())), desk));
        return found.isEmpty() || !found.get(0).isFirm() ? Optional.empty() : Optional.of(found);
    }

    private record Sides(CoarsePair.Side sound, CoarsePair.Side onsets) {}

    private Sides sides(SoundTrack track, int size, int onsetSize) {
        float[] slow = Decimator.decimate(track.samples(), factor);
        float[] raw = WhitenedSpectrum.transformed(slow, size);
        float[] onsets = Onsets.spectrum(track.samples(), rate, onsetSize);
        int coarse = rate / factor;
        double highHz = Math.min(HIGH_HZ, MOST_OF_RATE * coarse);
        return new Sides(
                new CoarsePair.Side(
                        WhitenedSpectrum.of(raw, coarse, LOW_HZ, highHz, 1),
                        WhitenedSpectrum.of(raw, coarse, LOW_HZ, highHz, TONES),
                        slow.length),
                new CoarsePair.Side(onsets, onsets, track.samples().length / (rate / Onsets.RATE)));
    }

    /** What one thread needs to refine lags; used again and again. */
    private record Desk(FineDelay along, FineDelay bangs) {}

    private record Candidate(CoarsePair.Peak peak, FineDelay.Fine fine) {}

    private List<PairEvidence> pair(int i, int j, Sides a, Sides b) {
        List<CoarsePair.Peak> onsets = CoarsePair.find(
                a.onsets(), b.onsets(), Onsets.RATE, least(Onsets.RATE), CoarsePair.UNSMEARED, List.of());
        int coarse = rate / factor;
        List<CoarsePair.Peak> peaks =
                CoarsePair.find(a.sound(), b.sound(), coarse, least(coarse), CoarsePair.SMEARS, onsets);
        return withDesk(desk -> refined(i, j, peaks, desk));
    }

    private List<PairEvidence> withDesk(Function<Desk, List<PairEvidence>> work) {
        Desk free = desks.poll();
        Desk desk = free != null ? free : new Desk(new FineDelay(rate, LONG_WINDOW), new FineDelay(rate, SHORT_WINDOW));
        try {
            return work.apply(desk);
        } finally {
            desks.add(desk);
        }
    }

    private List<PairEvidence> refined(int i, int j, List<CoarsePair.Peak> peaks, Desk desk) {
        List<PairEvidence> along = refined(i, j, peaks, desk.along());
        boolean repeats = !along.isEmpty() && along.get(0).rival() > settings.mostRival();
        if (repeats || !along.isEmpty() && along.get(0).isFirm()) {
            return along;
        }
        List<PairEvidence> bangs = refined(i, j, peaks, desk.bangs());
        return !bangs.isEmpty() && bangs.get(0).isFirm() || along.isEmpty() ? bangs : along;
    }

    /** What windows of one length say of some lags, best first. */
    private List<PairEvidence> refined(int i, int j, List<CoarsePair.Peak> peaks, FineDelay fine) {
        Heard a = tracks.get(i).orElseThrow();
        Heard b = tracks.get(j).orElseThrow();
        List<Candidate> candidates = candidates(a, b, worthwhile(a, b, peaks, fine), fine, LoudWindows.MOST);
        List<PairEvidence> evidence = new ArrayList<>();
        for (Candidate candidate : candidates) {
            // Only the best may stand alone; the others serve where pairs round a loop ask for them.
            double rival = evidence.isEmpty() ? rival(a, b, candidates, fine) : 1;
            evidence.add(evidence(i, j, a.track, b.track, candidate, rival));
        }
        return evidence;
    }

    /** The lags that a few windows leave in question: all, unless one of them is plain already. */
    private List<CoarsePair.Peak> worthwhile(Heard a, Heard b, List<CoarsePair.Peak> peaks, FineDelay fine) {
        if (peaks.size() == 1) {
            return peaks;
        }
        List<Candidate> first = candidates(a, b, peaks, fine, FIRST_LOOK);
        boolean isPlain = !first.isEmpty()
                && first.get(0).fine().witnesses() * first.get(0).fine().agreeing() >= PLAIN_LOOK;
        return isPlain
                ? first.stream()
                        .filter(c -> c.fine().share()
                                        >= WORTHWHILE * first.get(0).fine().share()
                                || c.fine().witnesses() * c.fine().agreeing() >= 2)
                        .map(Candidate::peak)
                        .toList()
                : peaks;
    }

    /** Refined lags, best first, each once. */
    private List<Candidate> candidates(Heard a, Heard b, List<CoarsePair.Peak> peaks, FineDelay fine, int windows) {
        List<Candidate> candidates = new ArrayList<>();
        for (CoarsePair.Peak peak : peaks) {
            FineDelay.Fine found = fine.refine(a, b, peak.lagSeconds(), settings.windowHeight(), windows);
            if (found != null && candidates.stream().noneMatch(c -> isOne(c.fine(), found))) {
                candidates.add(new Candidate(peak, found));
            }
        }
        candidates.sort(Comparator.comparingDouble(
                (Candidate c) -> -c.fine().share() * c.fine().windows()));
        return candidates;
    }

    private int least(int coarseRate) {
        return (int) Math.ceil(settings.leastOverlap() * coarseRate);
    }

    private static double rival(Heard a, Heard b, List<Candidate> candidates, FineDelay fine) {
        List<FineDelay.Fine> others = candidates.stream()
                .skip(1)
                .map(Candidate::fine)
                // Music a round later may share less time, but in that it fits as well.
                .sorted(Comparator.comparingDouble(other -> -other.share()))
                .limit(RIVALS)
                .toList();
        return fine.rival(a, b, candidates.get(0).fine(), others);
    }

    private boolean isOne(FineDelay.Fine one, FineDelay.Fine two) {
        return Math.abs(one.lagAt(one.line().at(), rate) - two.lagAt(one.line().at(), rate)) <= ONE_LAG;
    }

    private PairEvidence evidence(int i, int j, SoundTrack a, SoundTrack b, Candidate candidate, double rival) {
        FineDelay.Fine found = candidate.fine();
        DriftLine line = found.line();
        // From the sounds' clocks to the clips'.
        PairLag lag = new PairLag(
                line.at() + a.startSeconds(),
                found.lagAt(line.at(), rate) + a.startSeconds() - b.startSeconds(),
                line.sigma(),
                line.slope(),
                line.slopeSigma());
        return new PairEvidence(
                i,
                j,
                Clue.SOUND,
                lag,
                candidate.peak().height(),
                rival,
                found.purest(),
                found.witnesses(),
                found.agreeing(),
                found.apartSeconds(),
                belief(candidate.peak().height(), rival, found),
                false);
    }

    private Belief belief(double height, double rival, FineDelay.Fine found) {
        if (rival > settings.mostRival() || found.agreeing() < settings.leastAgreeing()) {
            return Belief.NONE;
        }
        boolean many = found.witnesses() >= settings.leastWitnesses();
        boolean plain = found.purest() >= settings.plainShare();
        if (plain || many && height >= settings.sureHeight() && found.apartSeconds() <= settings.agreeSeconds()) {
            return Belief.FIRM;
        }
        boolean heard =
                found.purest() >= settings.heardShare() && (found.witnesses() >= 2 || height >= settings.checkHeight());
        return heard || many && height >= settings.checkHeight() ? Belief.HINT : Belief.NONE;
    }
}
