package foldback.web.gather;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.picture.Frame;
import foldback.engine.cache.Caches;
import foldback.engine.take.MediaFolders;
import foldback.media.decode.OneFrame;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.web.page.NotFoundException;
import java.nio.file.Path;
import org.springframework.stereotype.Component;

/** A small picture of each clip from its middle. */
@Component
class ClipStills {
    private static final int LONGER_SIDE = 240;
    private final MediaFolders folders;
    private final Cache<String, Frame> stills =
            Caches.builder().maximumSize(500).build();

    ClipStills(MediaFolders folders) {
        this.folders = folders;
    }

    Frame of(Clip clip) {
        if (clip.state() != Clip.State.READY) {
            throw new NotFoundException("picture of " + clip.file());
        }
        return stills.get(clip.sha256(), key -> decode(clip));
    }

    private Frame decode(Clip clip) {
        MediaInfo.Video video = clip.facts().info().video().orElseThrow();
        Path file = folders.resolve(clip.file());
        FrameIndex index = FrameIndex.read(file);
        double scale = Math.min(1, (double) LONGER_SIDE / Math.max(video.width(), video.height()));
        int width = Math.max(16, (int) Math.round(video.width() * scale / 2) * 2);
        int height = Math.max(16, (int) Math.round(video.height() * scale / 2) * 2);
        return OneFrame.read(index, video, index.keyBefore(index.frames() / 2), width, height);
    }
}
