package foldback.media.decode;

import foldback.core.picture.Frame;
import foldback.media.MediaException;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;

/** Which frames of a clip show what cannot have been filmed. */
final class PictureFaults {
    /** More are not looked at closely: footage full of flashes would take as long again as it does to decode it. */
    private static final int MOST_LOOKED_AT = 16;

    private PictureFaults() {}

    /**
     * By what was seen in small pictures; frames that stand alone are decoded once more to be looked at closely.
     *
     * @param known frames that are damaged by what the decoder said, which explains jumps from and to them; read
     */
    static BitSet of(PictureWatch watch, BitSet known, FrameIndex index, MediaInfo.Video video) {
        List<Integer> jumps = watch.jumps().stream()
                .filter(key -> !known.get(key) && !known.get(Math.max(0, key - 1 - index.leading()[key])))
                .toList();
        BitSet spoiled = groups(jumps, index);
        watch.odd().stream()
                .sorted(Comparator.comparingInt(PictureWatch.Odd::cells).reversed())
                .limit(MOST_LOOKED_AT)
                .filter(odd -> odd.stranger() || isCutOut(odd.frame(), index, video))
                .map(PictureWatch.Odd::frame)
                .forEach(spoiled::set);
        return spoiled;
    }

    /**
     * The groups of pictures that are spoiled: those that differ at both ends from what is around them, or at the only end
     * that has something beyond it. Where a clip has two groups that differ, either may be the one.
     */
    static BitSet groups(List<Integer> jumps, FrameIndex index) {
        List<Integer> starts = new ArrayList<>();
        for (int frame = 0; frame < index.frames(); frame++) {
            if (frame == 0 || index.keys()[frame]) {
                starts.add(frame);
            }
        }
        starts.add(index.frames());
        int groups = starts.size() - 1;
        BitSet spoiled = new BitSet();
        for (int group = 1; group < groups - 1; group++) {
            if (jumps.contains(starts.get(group)) && jumps.contains(starts.get(group + 1))) {
                spoiled.set(starts.get(group), starts.get(group + 1));
            }
        }
        boolean single = groups == 2;
        if (groups >= 2 && jumps.contains(starts.get(1)) && (single || !spoiled.get(starts.get(1)))) {
            spoiled.set(0, starts.get(1));
        }
        int last = starts.get(groups - 1);
        if (groups >= 2 && jumps.contains(last) && (single || !spoiled.get(last - 1))) {
            spoiled.set(last, index.frames());
        }
        return spoiled;
    }

    private static boolean isCutOut(int number, FrameIndex index, MediaInfo.Video video) {
        try {
            List<Frame> neighbours = new ArrayList<>();
            for (int next : new int[] {number - 1, number + 1}) {
                if (next >= 0 && next < index.frames()) {
                    neighbours.add(read(next, index, video));
                }
            }
            return BlockEdges.cutOut(read(number, index, video), neighbours);
        } catch (MediaException damagedMore) {
            // The decoder itself said what is wrong there.
            return false;
        }
    }

    private static Frame read(int number, FrameIndex index, MediaInfo.Video video) {
        return OneFrame.read(index, video, number, video.width(), video.height());
    }
}
