package foldback.engine.seam;

import foldback.core.match.view.Picture;
import foldback.core.picture.Frame;
import foldback.engine.take.TakeClip;
import foldback.media.MediaException;
import foldback.media.decode.FrameReader;
import foldback.media.ffmpeg.MediaInfo;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What a take's lenses show at moments in turn, each file decoded once from the first moment to the last. */
final class MomentReader implements AutoCloseable {
    private static final int NICENESS = 5;

    private final List<TakeClip> clips;
    private final List<Integer> levels;
    private final List<File> files = new ArrayList<>();

    /** A file, and the lenses whose pictures it holds. */
    private final class File {
        private final List<Integer> lenses;
        private final TakeClip clip;
        private final FrameReader reader;
        private final Frame frame;
        private int next;
        private int shown = -1;
        private final Map<Integer, Picture> pictures = new LinkedHashMap<>();

        File(List<Integer> lenses, double first) {
            this.lenses = lenses;
            clip = clips.get(lenses.get(0));
            MediaInfo.Video video = clip.whole();
            next = clip.frameAt(first);
            frame = Frame.allocate(video.format(), video.tags(), video.width(), video.height());
            reader = new FrameReader(clip.index(), video, next, video.width(), video.height(), NICENESS);
        }

        void show(double seconds) {
            int wanted = clip.frameAt(seconds);
            if (wanted == shown) {
                return;
            }
            for (; next <= wanted; next++) {
                if (!reader.next(frame)) {
                    throw new MediaException(
                            clip.file(),
                            clip.ref().file() + " ended early: its frame " + wanted
                                    + " is missing. Copy it again from the card.");
                }
            }
            shown = wanted;
            for (int lens : lenses) {
                Frame part = clips.get(lens).part(frame);
                pictures.put(lens, Picture.of(part.y(), part.format().bits(), levels.get(lens)));
            }
        }
    }

    /**
     * Starts decoding.
     *
     * @param levels by lens, how often its picture is halved at least
     * @param first of the moments, take time
     */
    MomentReader(List<TakeClip> clips, List<Integer> levels, double first) {
        this.clips = clips;
        this.levels = levels;
        Map<Path, List<Integer>> byFile = new LinkedHashMap<>();
        for (int lens = 0; lens < clips.size(); lens++) {
            byFile.computeIfAbsent(clips.get(lens).file(), file -> new ArrayList<>())
                    .add(lens);
        }
        byFile.values().forEach(lenses -> files.add(new File(lenses, first)));
    }

    /**
     * The pictures of all lenses.
     *
     * @param seconds take time, no earlier than before
     */
    List<Picture> at(double seconds) {
        files.parallelStream().forEach(file -> file.show(seconds));
        List<Picture> all =
                new ArrayList<>(clips.stream().map(clip -> (Picture) null).toList());
        files.forEach(file -> file.pictures.forEach(all::set));
        return all;
    }

    @Override
    public void close() {
        files.forEach(file -> file.reader.close());
    }
}
