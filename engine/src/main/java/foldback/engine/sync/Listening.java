package foldback.engine.sync;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.recipe.ClipRef;
import foldback.core.run.Run;
import foldback.core.sound.SoundClarity;
import foldback.core.sound.SoundTrack;
import foldback.core.sync.sound.Claps;
import foldback.core.sync.sound.SoundResiduals;
import foldback.engine.cache.Caches;
import foldback.engine.take.Sounding;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** What the ear and the eye judge offsets by: two clips heard together, claps, and what is left of the lag over time. */
public final class Listening {
    private static final int HEADER = 44;
    private static final long MOST_CLARITIES = 1000;
    private final Sounds sounds;
    private final Cache<String, SoundClarity> clarities =
            Caches.builder().maximumSize(MOST_CLARITIES).build();

    public Listening(Sounds sounds) {
        this.sounds = sounds;
    }

    /**
     * Two sounds as they lie in the take, one at the left, one at the right, as a WAV file; silent where there is none.
     *
     * @param from take time, seconds
     */
    public byte[] together(Optional<Sounding> left, Optional<Sounding> right, double from, double seconds) {
        int count = (int) Math.round(seconds * Sounds.RATE);
        ByteBuffer wave = ByteBuffer.allocate(HEADER + 4 * count).order(ByteOrder.LITTLE_ENDIAN);
        wave.put("RIFF".getBytes(StandardCharsets.US_ASCII)).putInt(36 + 4 * count);
        wave.put("WAVEfmt ".getBytes(StandardCharsets.US_ASCII)).putInt(16);
        wave.putShort((short) 1).putShort((short) 2);
        wave.putInt(Sounds.RATE).putInt(4 * Sounds.RATE).putShort((short) 4).putShort((short) 16);
        wave.put("data".getBytes(StandardCharsets.US_ASCII)).putInt(4 * count);
        Optional<SoundTrack> one = left.map(sound -> sounds.of(sound, Run.QUIET));
        Optional<SoundTrack> two = right.map(sound -> sounds.of(sound, Run.QUIET));
        for (int i = 0; i < count; i++) {
            double time = from + (double) i / Sounds.RATE;
            wave.putShort(sample(one, left, time)).putShort(sample(two, right, time));
        }
        return wave.array();
    }

    private static short sample(Optional<SoundTrack> track, Optional<Sounding> place, double takeTime) {
        if (track.isEmpty()) {
            return 0;
        }
        SoundTrack sound = track.get();
        long at = Math.round((place.orElseThrow().ownTime(takeTime) - sound.startSeconds()) * sound.rate());
        return at < 0 || at >= sound.samples().length ? 0 : sound.samples()[(int) at];
    }

    /** Clip times of a clip's claps, seconds. */
    public double[] claps(TakeClip clip) {
        return sounds.of(clip, Run.QUIET).map(Claps::find).orElse(new double[0]);
    }

    /**
     * A lens, or the take's recording, and how clear its sound is.
     *
     * @param slot of the lens, or {@link Take#RECORDING}
     */
    public record Clear(String slot, SoundClarity clarity) {}

    /** The lenses that have a sound, and the take's recording, the clearest first; of lenses in one file the first. */
    public List<Clear> clearest(Take take) {
        List<Clear> all = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (TakeClip clip : take.clips()) {
            if (seen.add(clip.ref().sha256())) {
                clip.sounding()
                        .map(this::clarity)
                        .ifPresent(found -> all.add(new Clear(clip.ref().slot(), found)));
            }
        }
        take.recording().map(this::clarity).ifPresent(found -> all.add(new Clear(Take.RECORDING, found)));
        all.sort(Comparator.comparingDouble((Clear clear) -> -clear.clarity().score()));
        return all;
    }

    private SoundClarity clarity(Sounding sounding) {
        return clarities.get(sounding.sha256(), key -> SoundClarity.of(sounds.of(sounding, Run.QUIET)));
    }

    /**
     * How late a lens's sound is over time.
     *
     * @param points take time in seconds, and by how many seconds it is late against the reference
     */
    public record Late(String slot, List<double[]> points) {}

    /** Against the first clip that has sound, for each other one that has; nothing where fewer than two have. */
    public List<Late> residuals(Take take) {
        List<Late> all = new ArrayList<>();
        TakeClip reference = null;
        SoundTrack first = null;
        List<String> seen = new ArrayList<>();
        for (TakeClip clip : take.clips()) {
            Optional<SoundTrack> track =
                    seen.contains(clip.ref().sha256()) ? Optional.empty() : sounds.of(clip, Run.QUIET);
            seen.add(clip.ref().sha256());
            if (track.isPresent() && reference == null) {
                reference = clip;
                first = track.get();
            } else if (track.isPresent()) {
                all.add(late(reference.ref(), first, clip.ref(), track.get()));
            }
        }
        return all;
    }

    private static Late late(ClipRef a, SoundTrack soundA, ClipRef b, SoundTrack soundB) {
        List<double[]> points = SoundResiduals.of(soundA, soundB, time -> time - b.clipTime(a.takeTime(time))).stream()
                .map(residual -> new double[] {a.takeTime(residual.atSeconds()), residual.seconds()})
                .toList();
        return new Late(b.slot(), points);
    }
}
