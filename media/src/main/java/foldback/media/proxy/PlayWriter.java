package foldback.media.proxy;

import foldback.core.picture.Frame;
import foldback.media.ffmpeg.Arguments;
import foldback.media.ffmpeg.RawFrames;
import foldback.media.process.Child;
import foldback.media.process.Children;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;

/** Encodes frames with sound into fragmented MP4 (ISO/IEC 14496-12, 8.8) that a page can play while it is made. */
public final class PlayWriter implements AutoCloseable {
    private static final int SOUND_RATE = 48000;
    private static final String FRAGMENT_MICROS = "200000";

    private final Child child;
    private final RawFrames raw;

    /**
     * Sound that goes along.
     *
     * @param file the clip it is taken from
     * @param start of it in the file's time, seconds; silent before 0
     * @param stretch how long the clip's second is to be
     * @param seconds that are played, at plain speed
     * @param speed of playing, 0.5 to 2
     */
    public record Sound(Path file, double start, double stretch, double seconds, double speed) {}

    /**
     * Starts the encoder.
     *
     * @param rate frames per second that are played
     */
    public PlayWriter(int width, int height, double rate, boolean fullRange, Optional<Sound> sound) throws IOException {
        Arguments arguments = Arguments.ffmpeg()
                .add("-f", "rawvideo", "-pix_fmt", "yuv420p", "-s", width + "x" + height)
                .add("-r", String.format(Locale.ROOT, "%.5f", rate), "-color_range", fullRange ? "pc" : "tv")
                .add("-i", "pipe:0");
        sound.ifPresent(s -> arguments.add("-copyts").guardedInput(s.file()));
        arguments
                .add("-map", "0:v:0", "-c:v", "libx264", "-preset", "ultrafast", "-tune", "zerolatency")
                .add("-profile:v", "baseline", "-crf", "21", "-g", "12", "-threads", "1", "-pix_fmt", "yuv420p");
        sound.ifPresent(s -> arguments
                .add("-map", "1:a:0", "-af", filter(s), "-c:a", "aac", "-b:a", "128k", "-ac", "2")
                .add("-shortest"));
        arguments.add("-movflags", "+empty_moov+default_base_moof+frag_keyframe", "-frag_duration", FRAGMENT_MICROS);
        child = Children.start(
                0, arguments.add("-flush_packets", "1", "-f", "mp4", "pipe:1").list());
        raw = new RawFrames((long) width * height * 3 / 2);
    }

    private static String filter(Sound sound) {
        long samples = Math.round(sound.seconds() * SOUND_RATE);
        return Arguments.soundFrom(SOUND_RATE, sound.start())
                + Arguments.soundStretched(SOUND_RATE, sound.stretch())
                + String.format(Locale.ROOT, ",apad,atrim=end_sample=%d,atempo=%.3f", samples, sound.speed());
    }

    /** Hands a frame over; waits while nobody takes what is made. */
    public void write(Frame frame) throws IOException {
        raw.write(child.input(), frame);
    }

    /** Says that no frame follows. */
    public void end() throws IOException {
        child.input().close();
    }

    /** The film as it is made. */
    public InputStream film() {
        return child.output();
    }

    @Override
    public void close() {
        child.close();
    }
}
