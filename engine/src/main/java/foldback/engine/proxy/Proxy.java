package foldback.engine.proxy;

import foldback.core.recipe.RecipePlan;
import foldback.engine.take.TakeClip;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.proxy.PictureIndex;

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
}
