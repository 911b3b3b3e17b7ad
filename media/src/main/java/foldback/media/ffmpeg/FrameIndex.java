package foldback.media.ffmpeg;

import foldback.media.MediaException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * When each shown frame of a video is due: frames are found by their timestamps, not by counting at a nominal rate, so
 * that variable rates, B-frames and edit lists come out right.
 *
 * @param file the video
 * @param pts of the shown frames in the file's time, seconds, rising; shared, not to be changed
 * @param keys whether each frame is a key frame, which is decoded without others; shared, not to be changed
 * @param leading how many frames are shown before each key frame but coded behind it, so that they lean on it and on the
 *     group before: an open group; shared, not to be changed
 * @param unread how many more frames the file says it has than can be read from it
 */
public record FrameIndex(Path file, double[] pts, boolean[] keys, int[] leading, int unread) {
    private record Packet(double time, boolean key, int leading) {}

    /** Reads the index from the packets of a file, without decoding. */
    public static FrameIndex read(Path file) {
        String table = MediaProbe.ask(
                file,
                Arguments.ffprobe()
                        .add("-select_streams", "v:0", "-of", "csv=p=0")
                        .add("-show_entries", "packet=pts_time,flags:stream=nb_frames:format=format_name")
                        .guardedInput(file));
        List<String[]> rows = table.lines()
                .filter(line -> !line.startsWith("\""))
                .map(line -> line.split(","))
                .toList();
        List<Packet> packets = packets(rows.stream()
                // D marks packets that an edit list hides.
                .filter(cells -> cells.length >= 2 && !cells[1].contains("D") && !cells[0].equals("N/A"))
                .toList());
        if (packets.isEmpty()) {
            throw new MediaException(
                    file, MediaProbe.name(file) + " holds no video frames. Copy it again from the card.");
        }
        boolean[] keys = new boolean[packets.size()];
        for (int i = 0; i < keys.length; i++) {
            keys[i] = packets.get(i).key();
        }
        return new FrameIndex(
                file,
                packets.stream().mapToDouble(Packet::time).toArray(),
                keys,
                packets.stream().mapToInt(Packet::leading).toArray(),
                unread(table, rows));
    }

    /** @param rows time and flags, in the order of coding */
    private static List<Packet> packets(List<String[]> rows) {
        Packet[] packets = new Packet[rows.size()];
        int key = -1;
        for (int i = 0; i < packets.length; i++) {
            packets[i] = new Packet(Double.parseDouble(rows.get(i)[0]), rows.get(i)[1].contains("K"), 0);
            if (packets[i].key()) {
                key = i;
            } else if (key >= 0 && packets[i].time() < packets[key].time()) {
                packets[key] = new Packet(packets[key].time(), true, packets[key].leading() + 1);
            }
        }
        return Arrays.stream(packets)
                .sorted(Comparator.comparingDouble(Packet::time))
                .toList();
    }

    /** Only one kind of containers counts its frames beforehand and never wrongly. */
    private static int unread(String table, List<String[]> rows) {
        if (!table.contains("mov,mp4")) {
            return 0;
        }
        long read = rows.stream().filter(cells -> cells.length >= 2).count();
        return rows.stream()
                .filter(cells -> cells.length == 1 && cells[0].matches("[0-9]{1,9}"))
                .mapToInt(cells -> (int) Math.max(0, Long.parseLong(cells[0]) - read))
                .max()
                .orElse(0);
    }

    /** The last key frame that is not after a frame; the first frame where there is none. */
    public int keyBefore(int frame) {
        int key = frame;
        while (key > 0 && !keys[key]) {
            key--;
        }
        return key;
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
