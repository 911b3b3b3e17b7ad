package foldback.gauge;

import foldback.media.process.Children;
import java.nio.file.Path;
import java.util.List;

/** Long clips made of short ones. */
public final class Looped {
    private Looped() {}

    /** Writes a clip that shows another so many times, its streams copied. */
    public static void make(Path clip, int times, Path out) throws Exception {
        Children.Outcome outcome = Children.run(List.of(
                "ffmpeg",
                "-nostdin",
                "-v",
                "error",
                "-y",
                "-stream_loop",
                "" + (times - 1),
                "-i",
                clip.toString(),
                "-c",
                "copy",
                out.toString()));
        if (outcome.code() != 0) {
            throw new IllegalStateException(outcome.errors());
        }
    }
}
