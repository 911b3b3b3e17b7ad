package foldback.media.ffmpeg;

import foldback.media.MediaException;
import java.nio.file.Path;
import java.util.Arrays;

/**
 * When each shown frame of a video is due: frames are found by their timestamps, not by counting at a nominal rate, so
 * that variable rates, B-frames and edit lists come out right.
 *
 * @param file the video
 * @param pts of the shown frames in the file's time, seconds, rising; shared, not to be changed
 */
public record FrameIndex(Path file, double[] pts) {

    /** Reads the index from the packets of a file, without decoding. */
    public static FrameIndex read(Path file) {
        String table = MediaProbe.ask(
                file,
                Arguments.ffprobe()
                        .add("-select_streams", "v:0", "-show_entries", "packet=pts_time,flags", "-of", "csv=p=0")
                        .guardedInput(file));
        double[] times = table.lines()
                .map(line -> line.split(","))
                // D marks packets that an edit list hides.
                .filter(cells -> cells.length >= 2 && !cells[1].contains("D") && !cells[0].equals("N/A"))
                .mapToDouble(cells -> Double.parseDouble(cells[0]))
                .sorted()
                .toArray();
        if (times.length == 0) {
            throw new MediaException(
                    file, MediaProbe.name(file) + " holds no video frames. Copy it again from the card.");
        }
        return new FrameIndex(file, times);
    }

    public int frames() {
        return pts.length;
    }

    /** The time of a frame after the first, seconds. */
    public double timeOf(int frame) {
        return pts[frame] - pts[0];
    }

    /** The end of the last frame after the start of the first, seconds. */
    public double duration() {
        double last = timeOf(frames() - 1);
        return frames() == 1 ? 0.04 : last + last / (frames() - 1);
    }

    /** The frame nearest in time, the earlier of two as near; seconds after the first frame. */
    public int nearest(double seconds) {
        int at = Arrays.binarySearch(pts, pts[0] + seconds);
        if (at >= 0) {
            return at;
        }
        int after = -at - 1;
        if (after == 0 || after == pts.length) {
            return after == 0 ? 0 : pts.length - 1;
        }
        double toEarlier = seconds - timeOf(after - 1);
        double toLater = timeOf(after) - seconds;
        // Times are rounded to microseconds in files; a tie within them is a tie.
        return toLater < toEarlier - 2e-6 ? after : after - 1;
    }
}
