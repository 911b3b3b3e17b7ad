package foldback.gauge;

import java.nio.file.Path;

/** Long clips made of short ones. */
public final class Looped {
    private Looped() {}

    /** Writes a clip that shows another so many times, its streams copied. */
    public static void make(Path clip, int times, Path out) throws Exception {
        Ffmpeg.run("-stream_loop", "" + (times - 1), "-i", clip.toString(), "-c", "copy", out.toString());
    }
}
