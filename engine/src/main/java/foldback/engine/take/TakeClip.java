package foldback.engine.take;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.RecipePlan;
import foldback.core.time.TimeSpan;
import foldback.media.MediaException;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import java.nio.file.Path;

/**
 * A clip that was opened: where it is, what it is, and when its frames are due.
 *
 * @param index its frames' times
 */
public record TakeClip(ClipRef ref, Path file, MediaInfo info, FrameIndex index) {

    /**
     * Opens a clip.
     *
     * @throws MediaException where the file is missing, damaged, or has no picture
     */
    public static TakeClip open(ClipRef ref, Path file) {
        MediaInfo info = MediaProbe.probe(file);
        if (info.video().isEmpty()) {
            throw new MediaException(
                    file, file.getFileName() + " has no picture; choose the clip of lens " + ref.slot() + ".");
        }
        return new TakeClip(ref, file, info, FrameIndex.read(file));
    }

    public MediaInfo.Video video() {
        return info.video().orElseThrow();
    }

    public RecipePlan.Source source() {
        return new RecipePlan.Source(video().width(), video().height(), video().format(), video().tags());
    }

    /** The take time in which it has frames. */
    public TimeSpan span() {
        return new TimeSpan(ref.offsetSeconds(), ref.offsetSeconds() + index.duration());
    }

    /** The frame shown at a take time: the nearest by timestamp, a tie going to the earlier. */
    public int frameAt(double takeSeconds) {
        return index.nearest(takeSeconds - ref.offsetSeconds());
    }
}
