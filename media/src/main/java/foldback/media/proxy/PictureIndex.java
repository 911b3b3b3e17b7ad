package foldback.media.proxy;

import java.io.BufferedInputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;

/**
 * Where the coded pictures of a bare H.264 stream lie whose pictures each begin with an access unit delimiter (ITU-T H.264,
 * 7.4.1.2.3, Annex B).
 *
 * @param file the stream
 * @param starts of the pictures in bytes, and behind the last one the length of the stream; shared, not to be changed
 * @param keys whether each picture can be decoded without those before it; shared, not to be changed
 */
public record PictureIndex(Path file, long[] starts, boolean[] keys) {
    private static final int DELIMITER = 9;
    private static final int KEY_SLICE = 5;
    /** Finds the pictures by reading the whole stream. */
    public static PictureIndex scan(Path file) throws IOException {
        long[] starts = new long[1024];
        boolean[] keys = new boolean[1024];
        int count = 0;
        long at = 0;
        int zeros = 0;
        boolean unitStarts = false;
        try (InputStream in = new BufferedInputStream(Files.newInputStream(file), 1 << 18)) {
            for (int b = in.read(); b >= 0; b = in.read()) {
                if (unitStarts) {
                    int type = b & 0x1f;
                    if (type == DELIMITER) {
                        if (count + 1 >= starts.length) {
                            starts = Arrays.copyOf(starts, 2 * starts.length);
                            keys = Arrays.copyOf(keys, 2 * keys.length);
                        }
                        // Before the type stand three zeros and a one.
                        starts[count++] = at - 4;
                    } else if (type == KEY_SLICE && count > 0) {
                        keys[count - 1] = true;
                    }
                }
                unitStarts = b == 1 && zeros >= 2;
                zeros = b == 0 ? zeros + 1 : 0;
                at++;
            }
        }
        starts[count] = at;
        return new PictureIndex(file, Arrays.copyOf(starts, count + 1), Arrays.copyOf(keys, count));
    }

    /** Writes the index beside its stream. */
    public void write(Path index) throws IOException {
        try (DataOutputStream out =
                new DataOutputStream(new java.io.BufferedOutputStream(Files.newOutputStream(index)))) {
            out.writeInt(keys.length);
            for (int i = 0; i < keys.length; i++) {
                out.writeLong(starts[i]);
                out.writeBoolean(keys[i]);
            }
            out.writeLong(starts[keys.length]);
        }
    }

    /** Reads what {@link #write} wrote. */
    public static PictureIndex read(Path index, Path file) throws IOException {
        try (DataInputStream in = new DataInputStream(new BufferedInputStream(Files.newInputStream(index)))) {
            int count = in.readInt();
            long[] starts = new long[count + 1];
            boolean[] keys = new boolean[count];
            for (int i = 0; i < count; i++) {
                starts[i] = in.readLong();
                keys[i] = in.readBoolean();
            }
            starts[count] = in.readLong();
            return new PictureIndex(file, starts, keys);
        }
    }

    public int frames() {
        return keys.length;
    }

    /** The last key picture that is not after a frame. */
    public int keyBefore(int frame) {
        int key = frame;
        while (key > 0 && !keys[key]) {
            key--;
        }
        return key;
    }

    /** The coded pictures from one to another, both included. */
    public byte[] coded(int first, int last) throws IOException {
        byte[] bytes = new byte[(int) (starts[last + 1] - starts[first])];
        try (RandomAccessFile in = new RandomAccessFile(file.toFile(), "r")) {
            in.seek(starts[first]);
            in.readFully(bytes);
        }
        return bytes;
    }

    /** Where each of the pictures begins in what {@link #coded} gives. */
    public int[] offsets(int first, int last) {
        int[] offsets = new int[last - first + 1];
        for (int i = 0; i < offsets.length; i++) {
            offsets[i] = (int) (starts[first + i] - starts[first]);
        }
        return offsets;
    }
}
