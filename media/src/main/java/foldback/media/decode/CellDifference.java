package foldback.media.decode;

/**
 * How two small grey pictures differ, cell by cell, when what moved by up to two pixels counts as the same: the least mean
 * absolute difference over all such shifts of the first picture.
 */
final class CellDifference {
    /** Pixels along a side of a cell. */
    static final int CELL = 4;

    private static final int REACH = 2;

    private final int width;
    private final int height;

    /** @param width and height of the pictures, multiples of {@link #CELL} */
    CellDifference(int width, int height) {
        this.width = width;
        this.height = height;
    }

    int columns() {
        return width / CELL;
    }

    int rows() {
        return height / CELL;
    }

    /** Mean differences, grey levels, a row of cells after the other. */
    float[] between(byte[] first, byte[] second) {
        float[] least = new float[columns() * rows()];
        for (int row = 0; row < rows(); row++) {
            for (int column = 0; column < columns(); column++) {
                // Most of a picture stays where it is: the other shifts then end early.
                int best = sum(first, second, column * CELL, row * CELL, 0, 0, Integer.MAX_VALUE);
                for (int dy = -REACH; dy <= REACH; dy++) {
                    for (int dx = -REACH; dx <= REACH; dx++) {
                        best = Math.min(best, sum(first, second, column * CELL, row * CELL, dx, dy, best));
                    }
                }
                least[row * columns() + column] = (float) best / (CELL * CELL);
            }
        }
        return least;
    }

    /** The sum of differences over a cell; at least {@code enough} where it comes to that. */
    private int sum(byte[] first, byte[] second, int left, int top, int dx, int dy, int enough) {
        int sum = 0;
        for (int y = top; y < top + CELL && sum < enough; y++) {
            int from = Math.max(0, Math.min(height - 1, y + dy)) * width;
            for (int x = left; x < left + CELL; x++) {
                int there = first[from + Math.max(0, Math.min(width - 1, x + dx))] & 0xff;
                sum += Math.abs(there - (second[y * width + x] & 0xff));
            }
        }
        return sum;
    }
}
