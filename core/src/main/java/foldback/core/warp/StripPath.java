package foldback.core.warp;

/**
 * Where the samples of a strip of cells lie in a lens's plane: fixed point with 16 fraction bits, sample centres at whole
 * numbers, row after row of the strip. Mutable, one per thread.
 */
public final class StripPath {
    private static final int FRACTION_BITS = CoordinateGrid.FRACTION_BITS;
    private static final int HALF = 1 << (FRACTION_BITS - 1);

    final int[] x;
    final int[] y;
    private final int[] down;
    private int count;

    /** @param capacity the most samples of a strip */
    public StripPath(int capacity) {
        x = new int[capacity];
        y = new int[capacity];
        down = new int[capacity];
    }

    int count() {
        return count;
    }

    /** Sets the path over the luma samples of {@code cells} known cells in a row, from a first node on. */
    public void luma(CoordinateGrid grid, int node, int cells) {
        count = cells * grid.cell() * grid.cell();
        fill(grid.fixedX(), node, cells, grid, x, 0, HALF, 0);
        fill(grid.fixedY(), node, cells, grid, y, 0, HALF, 0);
    }

    /**
     * Sets the path over the 4:2:0 chroma samples of the cells, for a canvas whose chroma sits at the left.
     *
     * @param shiftX halvings of the source's chroma width
     * @param shiftY halvings of the source's chroma height
     * @param firstX where the source's first chroma sample lies, luma pixels from the left edge
     */
    public void chroma(CoordinateGrid grid, int node, int cells, int shiftX, int shiftY, double firstX) {
        count = cells * grid.cell() * grid.cell() / 4;
        fill(grid.fixedX(), node, cells, grid, x, 1, (int) (firstX * 2 * HALF), shiftX);
        fill(grid.fixedY(), node, cells, grid, y, 1, shiftY == 0 ? HALF : 2 * HALF, shiftY);
    }

    /** Moves what lies outside to where all neighbours of both kernels are inside a plane of this size. */
    public void clamp(int width, int height) {
        int least = 1 << FRACTION_BITS;
        int mostX = (width - 3) << FRACTION_BITS;
        int mostY = (height - 3) << FRACTION_BITS;
        for (int i = 0; i < count; i++) {
            x[i] = Math.max(least, Math.min(mostX, x[i]));
            y[i] = Math.max(least, Math.min(mostY, y[i]));
        }
    }

    /**
     * One coordinate of all samples, bilinear in the corners of each cell: out(i, row) = first(i) + row * down(i).
     *
     * @param halving 0 for every canvas pixel; 1 for every other one, starting half a pixel down
     * @param origin of the plane's first sample, fixed-point source pixels
     * @param shift halvings from source pixels to the plane's samples
     */
    private void fill(
            int[] nodes, int node, int cells, CoordinateGrid grid, int[] out, int halving, int origin, int shift) {
        int bits = Integer.numberOfTrailingZeros(grid.cell());
        int side = grid.cell() >> halving;
        int pitch = cells * side;
        int at = 0;
        for (int c = 0; c < cells; c++) {
            int here = node + c;
            int below = here + grid.columns();
            int left = nodes[here];
            int leftDown = (nodes[below] - left) >> bits;
            int rightDown = (nodes[below + 1] - nodes[here + 1]) >> bits;
            int first = left + halving * (leftDown >> 1) - origin;
            int last = nodes[here + 1] + halving * (rightDown >> 1) - origin;
            int step = (last - first) >> (bits - halving);
            int bend = (rightDown - leftDown) >> (bits - halving);
            for (int k = 0; k < side; k += 2) {
                pair(out, at + k, first + k * step, step, shift);
                pair(down, at + k, leftDown + k * bend << halving, bend << halving, shift);
            }
            at += side;
        }
        for (int row = 1; row < side; row++) {
            addRow(out, (row - 1) * pitch, down, row * pitch, pitch);
        }
    }

    /**
     * Two values of a line: halves the turns of a short loop that costs more than what it does. Where cells are one sample
     * wide the second value lands on the next cell's place, or behind the row, and is written over.
     */
    private static void pair(int[] out, int at, int first, int step, int shift) {
        out[at] = first >> shift;
        out[at + 1] = first + step >> shift;
    }

    /** out[to + i] = out[from + i] + step[i] */
    private static void addRow(int[] out, int from, int[] step, int to, int count) {
        for (int i = 0; i < count; i++) {
            out[to + i] = out[from + i] + step[i];
        }
    }
}
