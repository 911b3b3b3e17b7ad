package foldback.media.decode;

import foldback.media.ffmpeg.FrameIndex;
import java.util.BitSet;
import java.util.List;

/**
 * Which frames of an index come out of a decoder, told by their times: one that is left out moves no other, and what follows a
 * place where the decoder stumbled is damaged to the next key frame.
 */
final class FrameTimes {
    /** Frames that a decoder holds back: it stumbles over one while an earlier one comes out. */
    private static final int HELD_BACK = 3;

    private FrameTimes() {}

    /**
     * The number of the frame that is due at a time, not before {@code expected}.
     *
     * @param seconds in the file's time; NaN where it is not known: the expected one
     */
    static int numberAt(FrameIndex index, double seconds, int expected) {
        return Double.isNaN(seconds) || expected >= index.frames()
                ? expected
                : Math.max(expected, index.nearest(seconds - index.pts()[0]));
    }

    /** Marks the frames that are damaged where a decoder stumbled behind each of some frames. */
    static BitSet spoiled(FrameIndex index, List<Integer> faults) {
        return marked(index, faults, HELD_BACK);
    }

    /**
     * Marks the frames that are damaged by what a decoder said: where it stumbled, and those that it marked itself with those
     * that lean on them.
     *
     * @param decoded the number of the first frame that it decoded
     */
    static BitSet damaged(FrameIndex index, DecodeWatch watch, int decoded) {
        BitSet damaged = marked(index, behind(watch.faults(), decoded), HELD_BACK);
        damaged.or(marked(index, behind(watch.corrupt(), decoded), 1));
        return damaged;
    }

    private static List<Integer> behind(List<Integer> counts, int decoded) {
        return counts.stream().map(count -> decoded + count).toList();
    }

    private static BitSet marked(FrameIndex index, List<Integer> from, int least) {
        BitSet spoiled = new BitSet();
        for (int frame : from) {
            int first = Math.min(frame, index.frames() - 1);
            int end = Math.min(index.frames(), first + least);
            while (end < index.frames() && !index.keys()[end]) {
                end++;
            }
            spoiled.set(first, end);
        }
        return spoiled;
    }
}
