package foldback.media.ffmpeg;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;

/** Where the packets of a track are in a file, for tracks that no decoder knows. */
public final class TrackPackets {

    private TrackPackets() {}

    /**
     * A packet.
     *
     * @param seconds in the file's time
     * @param position of its first byte in the file
     */
    public record Packet(double seconds, int size, long position) {}

    /**
     * The tags of a file's tracks, such as camm, in their order.
     *
     * @throws foldback.media.MediaException where the file cannot be read
     */
    public static List<String> tags(Path file) {
        return MediaProbe.ask(
                        file,
                        Arguments.ffprobe()
                                .add("-show_entries", "stream=codec_tag_string", "-of", "csv=p=0")
                                .guardedInput(file))
                .lines()
                .filter(line -> !line.isBlank())
                .map(line -> line.split(",")[0])
                .toList();
    }

    /** The number of the first track with a tag. */
    public static OptionalInt find(Path file, String tag) {
        int number = tags(file).indexOf(tag);
        return number < 0 ? OptionalInt.empty() : OptionalInt.of(number);
    }

    /** The packets of a track, in the file's order. */
    public static List<Packet> read(Path file, int track) {
        List<Packet> packets = new ArrayList<>();
        MediaProbe.ask(
                        file,
                        Arguments.ffprobe()
                                .add("-select_streams", Integer.toString(track), "-of", "csv=p=0")
                                .add("-show_entries", "packet=pts_time,size,pos")
                                .guardedInput(file))
                .lines()
                .map(line -> line.split(","))
                .filter(cells -> cells.length >= 3 && !cells[0].equals("N/A") && !cells[2].equals("N/A"))
                .forEach(cells -> packets.add(new Packet(
                        Double.parseDouble(cells[0]), Integer.parseInt(cells[1]), Long.parseLong(cells[2]))));
        return packets;
    }
}
