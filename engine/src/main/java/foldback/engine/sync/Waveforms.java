package foldback.engine.sync;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.run.Run;
import foldback.core.sound.SoundTrack;
import foldback.engine.cache.Caches;
import foldback.engine.take.TakeClip;
import java.util.Optional;

/** Sound as it is drawn: the lowest and the highest sample of each of many parts of time. */
public final class Waveforms {
    private static final long CACHE_SAMPLES = 60_000_000;
    private final Sounds sounds;
    private final Cache<String, Optional<SoundTrack>> tracks = Caches.builder()
            .maximumWeight(CACHE_SAMPLES)
            .weigher((String key, Optional<SoundTrack> track) ->
                    track.map(t -> t.samples().length).orElse(1))
            .build();

    public Waveforms(Sounds sounds) {
        this.sounds = sounds;
    }

    /**
     * Pairs of signed bytes, lowest and highest; silent where the clip has no sound.
     *
     * @param from clip time, seconds
     * @param to clip time, seconds
     * @return empty where the clip has no sound at all
     */
    public Optional<byte[]> of(TakeClip clip, double from, double to, int buckets) {
        return tracks.get(clip.ref().sha256(), key -> sounds.of(clip, Run.QUIET))
                .map(track -> draw(track, from, to, buckets));
    }

    static byte[] draw(SoundTrack track, double from, double to, int buckets) {
        byte[] drawn = new byte[2 * buckets];
        short[] samples = track.samples();
        double first = (from - track.startSeconds()) * track.rate();
        double each = (to - from) * track.rate() / buckets;
        for (int i = 0; i < buckets; i++) {
            long begin = (long) Math.floor(first + i * each);
            long end = Math.max(begin + 1, (long) Math.floor(first + (i + 1) * each));
            int low = 0;
            int high = 0;
            boolean any = false;
            for (long n = Math.max(0, begin); n < Math.min(samples.length, end); n++) {
                int sample = samples[(int) n];
                low = any ? Math.min(low, sample) : sample;
                high = any ? Math.max(high, sample) : sample;
                any = true;
            }
            drawn[2 * i] = (byte) (low >> 8);
            drawn[2 * i + 1] = (byte) (high >> 8);
        }
        return drawn;
    }
}
