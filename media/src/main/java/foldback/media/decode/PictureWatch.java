package foldback.media.decode;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Finds pictures that cannot have been filmed where a decoder noticed nothing, from small grey pictures of all frames in
 * their order. A stream that was spoiled within the limits of its syntax decodes to another picture from one block on:
 *
 * <ul>
 *   <li>where pictures lean on each other it is the key frame's, in some rows on end; it appears at once, stays as it is for
 *       the whole group, and all else is as before;
 *   <li>where each picture stands alone, a part of one is unlike those before and behind, which are like each other.
 * </ul>
 *
 * <p>The first is nearly proof of damage; a flash or an insect looks like the second in so small a picture ({@link BlockEdges}).
 */
final class PictureWatch {
    /** Grey levels by which a cell must differ at least: noise, and what coding does at key frames, stay below. */
    private static final float LEAST = 6;
    /** How many times more than between the frames around. */
    private static final float TIMES = 2;
    /** Transitions before and behind with which one is compared. */
    private static final int AROUND = 4;
    /** Frames over which a key frame's picture must have stayed. */
    private static final int STAYS = 3;

    /** More frames before a key frame do not lean on it in any usual stream. */
    private static final int MOST_LEADING = 8;

    private static final int KEPT = 2 * AROUND + 2 + MOST_LEADING;

    /** Of fewer nothing tells what is usual. */
    private static final int FEWEST_FRAMES = 3;

    private static final int FEWEST_CELLS = 4;
    /** Shares of a row's cells: of one that belongs to the spoiled part, and of one at least of them. */
    private static final double SOME = 0.05;

    private static final double MOSTLY = 0.2;
    /** What may have changed elsewhere: somebody walks by. */
    private static final double ELSEWHERE = 0.1;

    private static final double SPOILED = 0.01;
    /** What leaves no rows that stayed as they were may be a cut. */
    private static final int ROWS_LEFT = 2;

    private final CellDifference difference;
    private final boolean[] keys;
    private final int[] leading;
    private final boolean standAlone;
    private final byte[][] pictures = new byte[KEPT][];
    private final float[][] changes = new float[KEPT][];
    private final List<Integer> jumps = new ArrayList<>();
    private final List<Odd> odd = new ArrayList<>();
    private int count;

    /**
     * A frame that is unlike its neighbours in some cells.
     *
     * @param stranger whether it has nothing in common with them
     */
    record Odd(int frame, int cells, boolean stranger) {}

    /**
     * @param keys whether each frame of the clip is a key frame
     * @param leading how many frames before each key frame lean on it, too, and so show some of what it shows
     */
    PictureWatch(CellDifference difference, boolean[] keys, int[] leading) {
        this.leading = leading;
        this.difference = difference;
        this.keys = keys;
        boolean all = true;
        for (boolean key : keys) {
            all &= key;
        }
        standAlone = all;
    }

    /** @param picture of the next frame; kept until some more have come */
    void accept(byte[] picture) {
        int slot = count % pictures.length;
        pictures[slot] = picture;
        changes[slot] = count == 0 ? null : difference.between(at(count - 1), picture);
        count++;
        if (count > AROUND) {
            look(count - 1 - AROUND);
        }
    }

    /** No more frames come. */
    void end() {
        for (int frame = Math.max(0, count - AROUND); frame < count; frame++) {
            look(frame);
        }
    }

    int frames() {
        return count;
    }

    /** The key frames at which a band of the picture became another one, rising. */
    List<Integer> jumps() {
        return List.copyOf(jumps);
    }

    /** Frames, of a clip whose frames are all key frames, a part of which is unlike both neighbours; rising. */
    List<Odd> odd() {
        return List.copyOf(odd);
    }

    private byte[] at(int frame) {
        return pictures[frame % pictures.length];
    }

    private float[] change(int frame) {
        return changes[frame % changes.length];
    }

    private void look(int frame) {
        if (count < FEWEST_FRAMES) {
            return;
        }
        if (standAlone) {
            lookAlone(frame);
        } else if (frame > 0 && frame < keys.length && keys[frame]) {
            lookAtKey(frame);
        }
    }

    private void lookAlone(int frame) {
        boolean first = frame == 0;
        boolean last = frame == count - 1;
        // One at an end has a single neighbour; what moves between the next ones shows what is usual.
        int only = first ? 1 : frame;
        float[] own = first || last ? change(only) : least(change(frame), change(frame + 1));
        float[] around = first || last ? usual(around(only, only)) : difference.between(at(frame - 1), at(frame + 1));
        int cells = 0;
        for (boolean hit : hits(own, around)) {
            cells += hit ? 1 : 0;
        }
        if (cells >= FEWEST_CELLS) {
            boolean whole = !first && !last && Likeness.isStranger(at(frame - 1), at(frame), at(frame + 1));
            odd.add(new Odd(frame, cells, whole));
        }
    }

    private void lookAtKey(int frame) {
        // Frames that lean on both groups are a mixture of them: the jump is from the last one before them.
        int lead = Math.min(Math.min(leading[frame], MOST_LEADING), frame - 1);
        int last = frame - 1 - lead;
        List<float[]> around = around(last + 1, frame);
        if (around.isEmpty()) {
            return;
        }
        int before = last;
        int behind = frame;
        while (before > 0 && last + 1 - before <= STAYS && !keys[before]) {
            before--;
        }
        while (behind + 1 < Math.min(count, keys.length) && behind - frame < STAYS && !keys[behind + 1]) {
            behind++;
        }
        float[] own = lead == 0 ? change(frame) : difference.between(at(last), at(frame));
        float[] since = difference.between(at(before), at(frame));
        float[] until = difference.between(at(last), at(behind));
        float[] usual = times(lead + 1, usual(around));
        float[] moved = times(STAYS + 1 + lead, ranked(around, around.size() / 2));
        boolean[] spoiled = hits(least(own, least(since, until)), usual);
        boolean[] changed = hits(most(since, until), moved);
        if (isBand(spoiled, changed)) {
            jumps.add(frame);
        }
    }

    /** The changes to some frames before and behind some, but not to themselves. */
    private List<float[]> around(int from, int to) {
        List<float[]> around = new ArrayList<>();
        for (int n = Math.max(1, from - AROUND); n <= Math.min(count - 1, to + AROUND); n++) {
            if (n < from || n > to) {
                around.add(change(n));
            }
        }
        return around;
    }

    private static float[] times(int factor, float[] values) {
        float[] product = new float[values.length];
        for (int i = 0; i < product.length; i++) {
            product[i] = factor * values[i];
        }
        return product;
    }

    /** The most that each cell changes. */
    private static float[] usual(List<float[]> changes) {
        return ranked(changes, changes.size() - 1);
    }

    /** Of each cell the change of a rank among some, 0 the least. */
    private static float[] ranked(List<float[]> changes, int rank) {
        float[] ranked = new float[changes.get(0).length];
        float[] sorted = new float[changes.size()];
        for (int cell = 0; cell < ranked.length; cell++) {
            for (int n = 0; n < sorted.length; n++) {
                sorted[n] = changes.get(n)[cell];
            }
            Arrays.sort(sorted);
            ranked[cell] = sorted[rank];
        }
        return ranked;
    }

    private static boolean[] hits(float[] own, float[] around) {
        boolean[] hits = new boolean[own.length];
        for (int i = 0; i < own.length; i++) {
            hits[i] = own[i] > Math.max(LEAST, TIMES * around[i]);
        }
        return hits;
    }

    /** Whether the cells of some rows on end are spoiled, down to the bottom or not, and all others are as they were. */
    private boolean isBand(boolean[] spoiled, boolean[] changed) {
        int columns = difference.columns();
        int rows = difference.rows();
        int first = 0;
        int end = 0;
        int most = 0;
        for (int row = 0; row < rows; row++) {
            int begin = row;
            int cells = 0;
            while (row < rows && inRow(spoiled, row) >= SOME * columns) {
                cells += inRow(spoiled, row++);
            }
            if (cells > most) {
                most = cells;
                first = begin;
                end = row;
            }
        }
        boolean full = false;
        for (int row = first; row < end; row++) {
            full |= inRow(spoiled, row) >= MOSTLY * columns;
        }
        // Its first and last cells may be spoiled in part only.
        for (int row = 0; full && row < rows; row++) {
            full = row >= first - 1 && row <= end || inRow(changed, row) < ELSEWHERE * columns;
        }
        return full && end - first <= rows - ROWS_LEFT && most >= SPOILED * columns * rows;
    }

    private int inRow(boolean[] hits, int row) {
        int count = 0;
        for (int column = 0; column < difference.columns(); column++) {
            count += hits[row * difference.columns() + column] ? 1 : 0;
        }
        return count;
    }

    private static float[] least(float[] a, float[] b) {
        float[] least = new float[a.length];
        for (int i = 0; i < a.length; i++) {
            least[i] = Math.min(a[i], b[i]);
        }
        return least;
    }

    private static float[] most(float[] a, float[] b) {
        float[] most = new float[a.length];
        for (int i = 0; i < a.length; i++) {
            most[i] = Math.max(a[i], b[i]);
        }
        return most;
    }
}
