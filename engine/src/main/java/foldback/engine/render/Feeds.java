package foldback.engine.render;

import foldback.core.picture.Frame;
import foldback.engine.picture.PictureMaker;
import foldback.engine.take.TakeClip;
import foldback.media.ffmpeg.MediaInfo;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.LongStream;

/** The pictures that a stretch of a render is made from. Files none of whose lenses can be seen in it are not read. */
final class Feeds implements AutoCloseable {
    private final Map<LensFeed, List<Integer>> feeds = new LinkedHashMap<>();
    private final Frame[] frames;

    /**
     * Starts decoding.
     *
     * @param first output frame
     * @param end the one behind the last
     */
    Feeds(RenderJob job, PictureMaker maker, long first, long end, int niceness) {
        List<TakeClip> clips = job.shown().clips();
        frames = new Frame[clips.size()];
        BitSet reached =
                maker.reached(LongStream.range(first, end).mapToObj(job::timeOf).toList());
        for (List<Integer> lenses : job.shown().lensesByFile()) {
            if (lenses.stream().anyMatch(reached::get)) {
                feeds.put(new LensFeed(job, lenses, maker.halvings(), first, end, niceness), lenses);
            } else {
                for (int lens : lenses) {
                    frames[lens] = unseen(clips.get(lens), maker.halvings().get(lens));
                }
            }
        }
    }

    /** Stands for a picture that is never looked at. */
    private static Frame unseen(TakeClip clip, int halvings) {
        MediaInfo.Video video = clip.video();
        return Frame.allocate(video.format(), video.tags(), video.width() >> halvings, video.height() >> halvings);
    }

    /** All lenses' pictures for an output frame; valid until the next call. Frames must be asked for in order. */
    List<Frame> frames(long outputFrame) throws InterruptedException {
        for (Map.Entry<LensFeed, List<Integer>> feed : feeds.entrySet()) {
            List<Frame> pictures = feed.getKey().frames(outputFrame);
            for (int i = 0; i < pictures.size(); i++) {
                frames[feed.getValue().get(i)] = pictures.get(i);
            }
        }
        return List.of(frames);
    }

    /** Notes which frames that were used are damaged. */
    void tell(DamageNotes damage) {
        feeds.keySet().forEach(feed -> damage.add(feed.slots(), feed.damaged()));
    }

    @Override
    public void close() {
        feeds.keySet().forEach(LensFeed::close);
    }
}
