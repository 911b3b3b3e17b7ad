package foldback.web.gather;

import foldback.core.lens.ImageCircle;
import foldback.core.picture.Area;
import foldback.media.ffmpeg.MediaInfo;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.json.JsonMapper;

/**
 * What was found out about a clip, as it is kept.
 *
 * @param lenses the lens pictures in it: one that is the whole, or two
 */
record KnownClip(MediaInfo info, List<LensPicture> lenses) {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    /**
     * A lens's picture in a clip.
     *
     * @param area where it is, where the clip holds several
     * @param circle the lit disc in it, where one was found
     */
    record LensPicture(Optional<Area> area, Optional<ImageCircle> circle) {}

    static KnownClip parse(String text) {
        return JSON.readValue(text, KnownClip.class);
    }

    String write() {
        return JSON.writeValueAsString(this);
    }
}
