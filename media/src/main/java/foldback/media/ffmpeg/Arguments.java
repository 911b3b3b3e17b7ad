package foldback.media.ffmpeg;

import foldback.media.process.Children;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;

/** Builds the argument lists of all FFmpeg calls. */
public final class Arguments {
    /**
     * Containers that may be opened. Without the list a playlist or a concat script that is named .mp4 would open other
     * files.
     */
    static final String CONTAINERS = "mov,matroska,avi,mpegts,mxf,nut,wav,flac,mp3,ogg";

    private final List<String> list = new ArrayList<>();

    private Arguments(String... first) {
        list.addAll(List.of(first));
    }

    public static Arguments ffmpeg() {
        return new Arguments("ffmpeg", "-nostdin", "-hide_banner", "-v", "error", "-y");
    }

    /** FFmpeg that says more than its errors, for one who listens. */
    public static Arguments watched(String level) {
        return new Arguments("ffmpeg", "-nostdin", "-hide_banner", "-nostats", "-v", level, "-y");
    }

    public static Arguments ffprobe() {
        return new Arguments("ffprobe", "-v", "error");
    }

    public Arguments add(String... arguments) {
        list.addAll(List.of(arguments));
        return this;
    }

    public Arguments add(Collection<String> arguments) {
        list.addAll(arguments);
        return this;
    }

    /** A media file of the user as input, kept from opening anything but itself. */
    public Arguments guardedInput(Path file) {
        return add(
                "-protocol_whitelist", "file,pipe", "-format_whitelist", CONTAINERS, "-i", Children.fileArgument(file));
    }

    public Arguments output(Path file) {
        return add(Children.fileArgument(file));
    }

    /**
     * The filter that gives a clip's sound from a time of the file on, silent before its beginning, under {@code -copyts}: gaps
     * before the first sample are filled, so that sample n is n / rate in the file's time.
     *
     * @param rate samples per second
     * @param start in the file's time, seconds; may be negative
     */
    public static String soundFrom(int rate, double start) {
        return String.format(
                Locale.ROOT,
                "aresample=%d:first_pts=0,atrim=start_sample=%d,asetpts=N/SR/TB,adelay=%dS:all=1",
                rate,
                Math.max(0, Math.round(start * rate)),
                Math.max(0, Math.round(-start * rate)));
    }

    /**
     * The filter that makes a sound's second longer; nothing where it is as long as it was.
     *
     * @param rate samples per second
     * @param stretch how long the second is to be
     */
    public static String soundStretched(int rate, double stretch) {
        // Rates are whole numbers: at ten times the rate one is fine enough for a millionth.
        int fine = 10 * rate;
        long slower = Math.round(fine / stretch);
        return slower == fine
                ? ""
                : String.format(Locale.ROOT, ",aresample=%d,asetrate=%d,aresample=%d", fine, slower, rate);
    }

    public List<String> list() {
        return list;
    }
}
