package foldback.core.warp;

import java.util.Arrays;

/**
 * What is worked out for strips, kept in the order in which it was made, to be read again in that order; used by one thread
 * at a time.
 */
public final class PlaceTape {
    private int[] data;
    private int end;
    private int at;

    /** @param expected numbers that it will hold, at a guess */
    public PlaceTape(int expected) {
        data = new int[Math.max(16, expected)];
    }

    public void add(int number) {
        reserve(1);
        data[end++] = number;
    }

    /** Keeps the first numbers of an array. */
    public void add(int[] numbers, int count) {
        reserve(count);
        System.arraycopy(numbers, 0, data, end, count);
        end += count;
    }

    /** Keeps the places of a strip. */
    public void add(SamplePlaces places) {
        add(places.base);
        add(places.count);
        add(places.entries, places.count);
    }

    private void reserve(int more) {
        if (end + more > data.length) {
            data = Arrays.copyOf(data, Math.max(end + more, data.length + data.length / 4));
        }
    }

    /** Goes back to the start. */
    public void rewind() {
        at = 0;
    }

    public int next() {
        return data[at++];
    }

    /** Reads numbers into the front of an array. */
    public void next(int[] numbers, int count) {
        System.arraycopy(data, at, numbers, 0, count);
        at += count;
    }

    /** Reads the places of a strip. */
    public void next(SamplePlaces places) {
        places.base = next();
        places.count = next();
        next(places.entries, places.count);
        places.unpack();
    }

    /** Lets go of room that is not used. */
    public void trim() {
        data = Arrays.copyOf(data, end);
    }

    public long bytes() {
        return 4L * data.length;
    }
}
