package foldback.media.decode;

import foldback.media.ffmpeg.FrameIndex;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;

/**
 * What a full decode found out about a clip.
 *
 * @param frames that its index names
 * @param damaged frames that came out damaged, or not at all
 * @param skipped frames that the recorder left out: gaps between the times of a clip of constant rate, counted in frames
 * @param repeated frames that are the same as the one before, where most are not
 * @param endsEarlySeconds how much shorter it is than it says of itself; 0 where it is not
 * @param soundFaults how often its sound could not be decoded
 * @param skippedAt where frames were left out, seconds after the first frame; the first places
 * @param repeatedAt where frames repeat, seconds after the first frame; the first places
 * @param strict whether all was tried that tells damage in its codec; {@link ClipCheck#refine} does the rest
 */
public record ClipHealth(
        int frames,
        List<Range> damaged,
        int skipped,
        int repeated,
        double endsEarlySeconds,
        int soundFaults,
        List<Double> skippedAt,
        List<Double> repeatedAt,
        boolean strict) {

    /**
     * Frames one after another.
     *
     * @param first number of the first
     * @param end behind the last
     * @param fromSeconds of the first after the clip's first frame
     * @param toSeconds where the last ends
     */
    public record Range(int first, int end, double fromSeconds, double toSeconds) {}

    public ClipHealth {
        damaged = List.copyOf(damaged);
        skippedAt = List.copyOf(skippedAt);
        repeatedAt = List.copyOf(repeatedAt);
    }

    /** How many frames are damaged. */
    public int damagedFrames() {
        return damaged.stream().mapToInt(range -> range.end() - range.first()).sum();
    }

    /** How many frames before a place are damaged, from another one on. */
    public int damagedFrames(int from, int to) {
        return damaged.stream()
                .mapToInt(range -> Math.max(0, Math.min(to, range.end()) - Math.max(from, range.first())))
                .sum();
    }

    /** Whether anything of the picture is lost. */
    public boolean hasDamage() {
        return !damaged.isEmpty() || endsEarlySeconds > 0;
    }

    /** Runs of set bits as ranges of a clip's frames. */
    static List<Range> ranges(BitSet frames, FrameIndex index) {
        List<Range> ranges = new ArrayList<>();
        for (int first = frames.nextSetBit(0); first >= 0; ) {
            int end = frames.nextClearBit(first);
            double to = end < index.frames() ? index.timeOf(end) : index.duration();
            ranges.add(new Range(first, end, index.timeOf(first), to));
            first = frames.nextSetBit(end);
        }
        return ranges;
    }
}
