package foldback.engine.take;

import foldback.core.recipe.sync.SoundRecording;
import foldback.media.ffmpeg.MediaInfo;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Files that hold sound and no picture. */
public final class RecordingFile {
    private static final Set<String> ENDINGS = Set.of("wav", "flac", "mp3", "m4a", "ogg", "mka");
    private static final int MINUTE = 60;

    private RecordingFile() {}

    /** Whether a file may be one, by its name. */
    public static boolean isNamedSo(String name) {
        return ENDINGS.contains(name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT));
    }

    /** A recipe's, wherever it is now; empty where it is away. */
    static Optional<Sounding> find(SoundRecording ref, MediaFolders media, Contents contents) {
        return MovedClips.locate(ref.file(), ref.sha256(), media, contents).map(path -> sounding(ref, path));
    }

    /** What lies at a place. */
    public static Sounding sounding(SoundRecording ref, Path file) {
        return new Sounding(ref.file(), file, ref.sha256(), 0, ref.offsetSeconds(), ref.driftPpm());
    }

    /** What a file holds, in words; empty where it is no sound alone. */
    public static Optional<String> describe(MediaInfo info) {
        if (info.video().isPresent() || info.audio().isEmpty()) {
            return Optional.empty();
        }
        MediaInfo.Audio sound = info.audio().get(0);
        long seconds = Math.round(info.durationSeconds());
        return Optional.of(String.format(
                Locale.ROOT,
                "%s, %.1f kHz, %s, %d:%02d",
                sound.codec(),
                sound.sampleRate() / 1000.0,
                sound.channels() == 1 ? "one channel" : sound.channels() + " channels",
                seconds / MINUTE,
                seconds % MINUTE));
    }
}
