package foldback.engine.proxy;

import foldback.core.recipe.RecipePlan;
import foldback.engine.take.TakeClip;
import foldback.media.MediaException;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.proxy.PictureIndex;
import java.io.IOException;

/**
 * A clip's proxy: the same frames by number, smaller.
 *
 * @param video the clip's stream, with the proxy's size
 * @param pictures where its coded pictures lie
 */
public record Proxy(TakeClip clip, MediaInfo.Video video, PictureIndex pictures) {

    /** The lens's picture in it. */
    public RecipePlan.Source source() {
        return new RecipePlan.Source(
                video.width() / clip.across(), video.height() / clip.down(), video.format(), video.tags());
    }

    /** What is said where it cannot be read. */
    public MediaException unreadable(IOException failed) {
        return new MediaException(
                pictures.file(),
                "The proxy of " + clip.ref().file() + " cannot be read: " + failed.getMessage()
                        + ". Try again; if it stays so, delete the folder of proxies: they are made again.",
                failed);
    }
}
