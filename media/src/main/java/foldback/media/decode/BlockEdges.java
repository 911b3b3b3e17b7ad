package foldback.media.decode;

import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import java.util.Arrays;
import java.util.List;

/**
 * Whether what a frame shows otherwise than its neighbours is cut out along the blocks in which pictures are coded: damage
 * begins and ends with a block, what was filmed does not.
 *
 * <p>D is the least difference of the frame from its neighbours. Along each border between a block where D is high and one
 * where it is not, the steepest step of D within half a block is looked for; it votes for damage where it lies on the border.
 * Chance lets one in 16 do so; the borders of damage do in a third and more (docs/measures.md).
 */
final class BlockEdges {
    private static final int BLOCK = 16;
    private static final int WITHIN = 8;
    /** Blocks that differ by this many grey levels, and this many times as much as the quieter ones do. */
    private static final float LEAST = 8;

    private static final float TIMES = 3;
    private static final double QUIETER = 0.2;
    private static final float STEP = 12;
    /** What share of the step from outside to inside lies between two rows: light that comes and goes takes some rows. */
    private static final float SHARP = 0.6f;

    private static final double VOTES = 0.35;
    private static final int FEWEST_VOTES = 6;
    /** How much more is asked of a clip's first and last frame, which have one neighbour: a thing that appears there stays. */
    private static final double AT_AN_END = 1.6;

    /** Blocks follow one another along rows: what is spoiled has upper and lower borders. */
    private static final double LEVEL_VOTES = 0.25;

    private final int width;
    private final int height;
    private final float[] difference;
    private final float[] blocks;
    private final double asked;
    private float threshold;
    private int borders;
    private int votes;
    private int levelVotes;
    /** @param neighbours one or two frames of the same size */
    private BlockEdges(Frame frame, List<Frame> neighbours) {
        asked = neighbours.size() == 1 ? AT_AN_END : 1;
        width = frame.width() / BLOCK * BLOCK;
        height = frame.height() / BLOCK * BLOCK;
        difference = new float[width * height];
        blocks = new float[width / BLOCK * (height / BLOCK)];
        float level = 1f / (1 << frame.format().bits() - 8);
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                int least = Integer.MAX_VALUE;
                for (Frame neighbour : neighbours) {
                    least = Math.min(least, distance(frame.y(), neighbour.y(), x, y));
                }
                difference[y * width + x] = least * level;
                blocks[y / BLOCK * (width / BLOCK) + x / BLOCK] += least * level / (BLOCK * BLOCK);
            }
        }
    }

    private static int distance(Plane a, Plane b, int x, int y) {
        return Math.abs(a.get(x, y) - b.get(x, y));
    }

    /** Whether a frame's picture is damaged, by those before and behind. */
    static boolean cutOut(Frame frame, List<Frame> neighbours) {
        return new BlockEdges(frame, neighbours).isCutOut();
    }

    private boolean isCutOut() {
        float[] sorted = blocks.clone();
        Arrays.sort(sorted);
        threshold = Math.max(LEAST, TIMES * sorted[(int) (QUIETER * (sorted.length - 1))]);
        int columns = width / BLOCK;
        int rows = height / BLOCK;
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                if (row > 0) {
                    vote(column, row, column, row - 1);
                }
                if (column > 0) {
                    vote(column, row, column - 1, row);
                }
            }
        }
        return votes >= asked * Math.max(FEWEST_VOTES, VOTES * borders) && levelVotes >= LEVEL_VOTES * votes;
    }

    private boolean isHigh(int column, int row) {
        return blocks[row * (width / BLOCK) + column] > threshold;
    }

    private void vote(int column, int row, int otherColumn, int otherRow) {
        if (isHigh(column, row) == isHigh(otherColumn, otherRow)) {
            return;
        }
        borders++;
        float sign = isHigh(column, row) ? 1 : -1;
        boolean across = column != otherColumn;
        int border = (across ? column : row) * BLOCK;
        int along = across ? row : column;
        int best = 0;
        float steepest = Float.NEGATIVE_INFINITY;
        float rise = 0;
        float before = mean(across, border - WITHIN - 1, along);
        for (int offset = -WITHIN; offset < WITHIN; offset++) {
            float here = mean(across, border + offset, along);
            float step = sign * (here - before);
            before = here;
            rise += (offset < 0 ? -sign : sign) * here / WITHIN;
            if (step > steepest) {
                steepest = step;
                best = offset;
            }
        }
        if (best == 0 && steepest >= Math.max(STEP, SHARP * rise)) {
            votes++;
            levelVotes += across ? 0 : 1;
        }
    }

    /** The mean difference on a line along a block's border. */
    private float mean(boolean across, int line, int along) {
        return across ? columnMean(line, along) : rowMean(line, along);
    }

    private float rowMean(int y, int column) {
        float sum = 0;
        for (int x = column * BLOCK; x < (column + 1) * BLOCK; x++) {
            sum += difference[y * width + x];
        }
        return sum / BLOCK;
    }

    private float columnMean(int x, int row) {
        float sum = 0;
        for (int y = row * BLOCK; y < (row + 1) * BLOCK; y++) {
            sum += difference[y * width + x];
        }
        return sum / BLOCK;
    }
}
