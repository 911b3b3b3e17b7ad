package foldback.gauge.sync;

import foldback.core.run.Run;
import foldback.core.sound.SoundTrack;
import foldback.core.sync.OffsetFinder;
import foldback.core.sync.SyncResult;
import foldback.core.sync.pair.Clue;
import foldback.core.sync.pair.SyncSettings;
import foldback.engine.sync.Sounds;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.IntStream;

/** How long clips of ten minutes take to be aligned, once their sound is decoded. */
public final class SyncSpeed {
    private static final int SECONDS = 600;
    private static final int RUNS = 3;
    private static final double START = 3.5;

    private SyncSpeed() {}

    /** Seconds of the fastest run for two clips and for six, as lines. */
    public static List<String> run() {
        return List.of(line(2, 5), line(6, 6));
    }

    private static String line(int clips, double bar) {
        SplittableRandom random = new SplittableRandom(5);
        short[] common = new short[(int) ((SECONDS + clips * START) * Sounds.RATE)];
        for (int i = 0; i < common.length; i++) {
            common[i] = (short) (2000 * random.nextGaussian());
        }
        List<Optional<SoundTrack>> tracks = IntStream.range(0, clips)
                .mapToObj(clip -> heard(common, clip * START, clip + 1))
                .toList();
        double best = Double.MAX_VALUE;
        for (int i = 0; i < RUNS; i++) {
            long begun = System.nanoTime();
            SyncResult result = OffsetFinder.find(
                    new ReadyTracks(clips, () -> tracks, List::of),
                    Set.of(Clue.SOUND),
                    Map.of(),
                    SyncSettings.defaults(),
                    Run.QUIET);
            best = Math.min(best, (System.nanoTime() - begun) / 1e9);
            if (Math.abs(result.offsets()[1] - START) > 1e-4) {
                throw new IllegalStateException("the sounds were not aligned: " + result.offsets()[1]);
            }
        }
        return String.format(
                Locale.ROOT, "sync of %d clips of ten minutes: %.2f s after decoding (bar %.0f s)", clips, best, bar);
    }

    private static Optional<SoundTrack> heard(short[] common, double from, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        short[] samples = new short[SECONDS * Sounds.RATE];
        int first = (int) Math.round(from * Sounds.RATE);
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (short) Math.max(
                    Short.MIN_VALUE, Math.min(Short.MAX_VALUE, common[first + i] + 2000 * random.nextGaussian()));
        }
        return Optional.of(new SoundTrack(samples, Sounds.RATE, 0));
    }
}
