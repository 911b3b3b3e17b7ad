package foldback.media.ffmpeg;

import foldback.media.process.Children;
import java.io.IOException;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** The encoders that the installed FFmpeg was built with. */
public final class Encoders {
    /** A line of its list: six letters that say what it can do, and its name. */
    private static final Pattern LINE = Pattern.compile("(?m)^ [VAS][A-Z.]{5} (\\S+)");

    private Encoders() {}

    private static final class Listed {
        static final Set<String> NAMES = list();
    }

    /** @throws IllegalArgumentException where there is none for a codec */
    public static void require(VideoCodec codec) {
        require(codec, Listed.NAMES);
    }

    static void require(VideoCodec codec, Set<String> names) {
        if (!names.isEmpty() && !names.contains(codec.encoderName())) {
            throw new IllegalArgumentException("The FFmpeg of this machine has no encoder for " + codec.words() + " ("
                    + codec.encoderName() + "): choose another codec, or install an FFmpeg that has it.");
        }
    }

    /** Empty where FFmpeg cannot be asked; encoding says why, then. */
    private static Set<String> list() {
        try {
            return LINE.matcher(Children.run(java.util.List.of("ffmpeg", "-hide_banner", "-encoders"))
                            .output())
                    .results()
                    .map((MatchResult line) -> line.group(1))
                    .collect(Collectors.toSet());
        } catch (IOException notThere) {
            return Set.of();
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            return Set.of();
        }
    }
}
