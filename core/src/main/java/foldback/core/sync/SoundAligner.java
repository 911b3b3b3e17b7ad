package foldback.core.sync;

import foldback.core.run.Run;
import foldback.core.sound.SoundTrack;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** Finds the offsets of clips by their sound. */
public final class SoundAligner {
    private static final int COARSE_RATE = 4000;
    /** Below lie wind and handling, above little is left of a muffled microphone. */
    private static final double LOW_HZ = 250;

    private static final double HIGH_HZ = 1800;

    private SoundAligner() {}

    /**
     * Aligns clips.
     *
     * @param tracks their sound, all at one rate, a multiple of 4 kHz; empty where a clip has none
     * @param settings when an offset is believed
     * @param run progress over the pairs; cancelling throws
     */
    public static SyncResult align(List<Optional<SoundTrack>> tracks, SyncSettings settings, Run run) {
        List<PairEvidence> pairs = new ArrayList<>();
        List<SoundTrack> heard = tracks.stream().flatMap(Optional::stream).toList();
        // Two sounds of a pair, one behind the other, fit without overlapping themselves.
        long longestPair = heard.stream()
                .map(track -> (long) track.samples().length)
                .sorted(Comparator.reverseOrder())
                .limit(2)
                .mapToLong(Long::longValue)
                .sum();
        int rate = heard.isEmpty() ? COARSE_RATE : heard.get(0).rate();
        int factor = Math.max(1, rate / COARSE_RATE);
        int size = WhitenedSpectrum.size(longestPair / factor + 2);
        List<float[]> spectra = new ArrayList<>();
        for (int i = 0; i < tracks.size(); i++) {
            run.step(0.3 * i / tracks.size());
            spectra.add(tracks.get(i)
                    .map(track -> WhitenedSpectrum.of(
                            Decimator.decimate(track.samples(), factor), track.rate() / factor, size, LOW_HZ, HIGH_HZ))
                    .orElse(null));
        }
        int count = tracks.size() * (tracks.size() - 1) / 2;
        for (int i = 0; i < tracks.size(); i++) {
            for (int j = i + 1; j < tracks.size(); j++) {
                run.step(0.3 + 0.7 * pairs.size() / Math.max(1, count));
                if (spectra.get(i) != null && spectra.get(j) != null) {
                    pair(i, j, tracks, spectra, factor, settings).ifPresent(pairs::add);
                }
            }
        }
        run.step(1);
        return OffsetGraph.settle(tracks.size(), pairs, settings);
    }

    private static Optional<PairEvidence> pair(
            int i, int j, List<Optional<SoundTrack>> tracks, List<float[]> spectra, int factor, SyncSettings settings) {
        SoundTrack a = tracks.get(i).orElseThrow();
        SoundTrack b = tracks.get(j).orElseThrow();
        int rate = a.rate() / factor;
        int least = (int) Math.ceil(settings.leastOverlap() * rate);
        List<CoarsePair.Peak> peaks = CoarsePair.find(
                spectra.get(i), spectra.get(j), a.samples().length / factor, b.samples().length / factor, rate, least);
        if (peaks.isEmpty()) {
            return Optional.empty();
        }
        CoarsePair.Peak best = peaks.get(0);
        double rival = peaks.size() > 1 ? peaks.get(1).height() / best.height() : 0;
        FineDelay.Fine fine = FineDelay.refine(a, b, best.lagSeconds(), settings.windowHeight());
        // From the sounds' clocks to the clips'.
        double lag = fine.lagSeconds() + a.startSeconds() - b.startSeconds();
        return Optional.of(new PairEvidence(
                i,
                j,
                lag,
                best.height(),
                rival,
                fine.purest(),
                fine.witnesses(),
                fine.agreeing(),
                fine.apartSeconds(),
                false));
    }
}
