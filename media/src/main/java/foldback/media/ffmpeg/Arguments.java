package foldback.media.ffmpeg;

import foldback.media.process.Children;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/** Builds the argument lists of all FFmpeg calls. */
final class Arguments {
    /**
     * Containers that may be opened. Without the list a playlist or a concat script that is named .mp4 would open other
     * files.
     */
    static final String CONTAINERS = "mov,matroska,avi,mpegts,mxf,nut,wav,flac,mp3,ogg";

    private final List<String> list = new ArrayList<>();

    private Arguments(String... first) {
        list.addAll(List.of(first));
    }

    static Arguments ffmpeg() {
        return new Arguments("ffmpeg", "-nostdin", "-hide_banner", "-v", "error", "-y");
    }

    static Arguments ffprobe() {
        return new Arguments("ffprobe", "-v", "error");
    }

    Arguments add(String... arguments) {
        list.addAll(List.of(arguments));
        return this;
    }

    Arguments add(Collection<String> arguments) {
        list.addAll(arguments);
        return this;
    }

    /** A media file of the user as input, kept from opening anything but itself. */
    Arguments guardedInput(Path file) {
        return add(
                "-protocol_whitelist", "file,pipe", "-format_whitelist", CONTAINERS, "-i", Children.fileArgument(file));
    }

    Arguments output(Path file) {
        return add(Children.fileArgument(file));
    }

    List<String> list() {
        return list;
    }
}
