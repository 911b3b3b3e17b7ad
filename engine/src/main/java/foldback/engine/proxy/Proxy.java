package foldback.engine.proxy;

import foldback.core.recipe.RecipePlan;
import foldback.engine.take.TakeClip;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.PictureIndex;

/**
 * A clip's proxy: the same frames by number, smaller.
 *
 * @param video the clip's stream, with the proxy's size
 * @param pictures where its coded pictures lie
 */
public record Proxy(TakeClip clip, MediaInfo.Video video, PictureIndex pictures) {

    public RecipePlan.Source source() {
        return new RecipePlan.Source(video.width(), video.height(), video.format(), video.tags());
    }
}
