package foldback.media.ffmpeg;

import java.nio.file.Path;
import java.util.List;
import java.util.Locale;

/**
 * A span of a clip's first sound stream, 48 kHz, cut to the sample and silent outside the clip.
 *
 * @param videoStart where the clip's first frame lies in the file's time, seconds
 * @param from of the span after the clip's first frame, seconds of the clip's clock; may be negative
 * @param stretch how long the clip's second is to be
 * @param seconds of the result
 * @param level by how much it becomes louder, decibels; peaks that would clip are limited then
 * @param fadeIn from silence, seconds
 * @param fadeOut to silence, seconds
 */
public record SoundCut(
        Path clip,
        double videoStart,
        double from,
        double stretch,
        double seconds,
        double level,
        double fadeIn,
        double fadeOut) {
    private static final int RATE = 48000;

    /** As it was recorded. */
    public static SoundCut plain(Path clip, double videoStart, double from, double stretch, double seconds) {
        return new SoundCut(clip, videoStart, from, stretch, seconds, 0, 0, 0);
    }

    /** As AAC in an MP4 file. */
    public void writeAac(Path out) {
        write(out, "mp4", List.of("-c:a", "aac", "-b:a", "192k"));
    }

    /** As 24 bits a sample in a WAV file; one of more than 4 GB is an RF64 file. */
    public void writeWave(Path out) {
        write(out, "wav", List.of("-c:a", "pcm_s24le", "-rf64", "auto"));
    }

    private void write(Path out, String format, List<String> encoder) {
        Joiner.run(
                out,
                Arguments.ffmpeg()
                        .add("-copyts")
                        .guardedInput(clip)
                        .add("-map", "0:a:0", "-vn", "-af", filter())
                        .add(encoder)
                        .add("-fflags", "+bitexact", "-flags:a", "+bitexact", "-f", format)
                        .output(out));
    }

    private String filter() {
        long samples = Math.round(seconds * RATE);
        String cut = Arguments.soundFrom(RATE, videoStart + from)
                + Arguments.soundStretched(RATE, stretch)
                + String.format(Locale.ROOT, ",apad=whole_len=%d,atrim=end_sample=%d", samples, samples);
        return cut + louder() + faded("in", 0, fadeIn) + faded("out", seconds - fadeOut, fadeOut);
    }

    private String louder() {
        String gain = level == 0 ? "" : String.format(Locale.ROOT, ",aformat=sample_fmts=dbl,volume=%.3fdB", level);
        // Without its latency it would push everything back.
        return level > 0 ? gain + ",alimiter=limit=0.97:level=false:latency=true" : gain;
    }

    private static String faded(String way, double start, double length) {
        return length == 0
                ? ""
                : String.format(
                        Locale.ROOT,
                        ",afade=t=%s:ss=%d:ns=%d:curve=qsin",
                        way,
                        Math.round(start * RATE),
                        Math.round(length * RATE));
    }
}
