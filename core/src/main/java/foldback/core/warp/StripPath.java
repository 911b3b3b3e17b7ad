package foldback.core.warp;

/**
 * Where the samples of a strip of cells lie in a lens's plane: fixed point with 16 fraction bits, sample centres at whole
 * numbers. Held as the strip's first row and what is added from a row to the next, which is the same in every row, since
 * cells are bilinear. Mutable, one per thread.
 */
public final class StripPath {
    private static final int FRACTION_BITS = CoordinateGrid.FRACTION_BITS;
    private static final int HALF = 1 << (FRACTION_BITS - 1);

    /** The places of the first row. */
    final int[] x;

    final int[] y;
    /** What is added to a column from a row to the next. */
    final int[] downX;

    final int[] downY;
    /** What is added to that from a row to the next, where cells are bent. */
    final int[] bendX;

    final int[] bendY;
    private boolean bent;
    private int pitch;
    private int rows;
    private int leastX;
    private int leastY;
    private int mostX;
    private int mostY;
    private boolean clamped;

    /** @param capacity the most samples of a strip */
    public StripPath(int capacity) {
        x = new int[capacity];
        y = new int[capacity];
        downX = new int[capacity];
        downY = new int[capacity];
        bendX = new int[capacity];
        bendY = new int[capacity];
    }

    /** Samples of a row. */
    int pitch() {
        return pitch;
    }

    int count() {
        return pitch * rows;
    }

    boolean isClamped() {
        return clamped;
    }

    /** Sets the path over the luma samples of {@code cells} known cells in a row, from a first node on. */
    public void luma(CoordinateGrid grid, int node, int cells) {
        Axis both = new Axis(HALF, 0);
        set(grid, node, cells, 0, both, both);
    }

    /**
     * Sets the path over the 4:2:0 chroma samples of the cells, for a canvas whose chroma sits at the left.
     *
     * @param shiftX halvings of the source's chroma width
     * @param shiftY halvings of the source's chroma height
     * @param firstX where the source's first chroma sample lies, luma pixels from the left edge
     */
    public void chroma(CoordinateGrid grid, int node, int cells, int shiftX, int shiftY, double firstX) {
        Axis across = new Axis((int) (firstX * 2 * HALF), shiftX);
        Axis down = new Axis(shiftY == 0 ? HALF : 2 * HALF, shiftY);
        set(grid, node, cells, 1, across, down);
    }

    /** @param halving 0 for every canvas pixel; 1 for every other one, starting half a pixel down */
    private void set(CoordinateGrid grid, int node, int cells, int halving, Axis across, Axis down) {
        rows = grid.cell() >> halving;
        pitch = cells * rows;
        clamped = false;
        fill(grid.fixedX(), grid, node, cells, halving, across, x, downX);
        fill(grid.fixedY(), grid, node, cells, halving, down, y, downY);
        leastX = least(grid.fixedX(), grid, node, cells, across);
        leastY = least(grid.fixedY(), grid, node, cells, down);
        bent = grid.bends() != null;
        if (bent) {
            CellBends bends = grid.bends();
            bend(bends.acrossX, bends.downX, grid.cell(), node, cells, halving, across.shift, x, downX, bendX);
            bend(bends.acrossY, bends.downY, grid.cell(), node, cells, halving, down.shift, y, downY, bendY);
        }
    }

    /**
     * How a plane's samples lie along one side of a picture.
     *
     * @param origin of the first one, fixed-point source pixels
     * @param shift halvings from source pixels to samples
     */
    private record Axis(int origin, int shift) {}

    /** Moves what lies outside to where all neighbours of both kernels are inside a plane of this size. */
    public void clamp(int width, int height) {
        clamped = true;
        mostX = (width - 3) << FRACTION_BITS;
        mostY = (height - 3) << FRACTION_BITS;
    }

    int clampedX(int place) {
        return Math.max(1 << FRACTION_BITS, Math.min(mostX, place));
    }

    int clampedY(int place) {
        return Math.max(1 << FRACTION_BITS, Math.min(mostY, place));
    }

    /** The least x of all samples, to within a sample. */
    int leastX() {
        return clamped ? clampedX(leastX) : leastX;
    }

    int leastY() {
        return clamped ? clampedY(leastY) : leastY;
    }

    /** Bilinear places lie between those of the nodes, but for the last bits. */
    private static int least(int[] nodes, CoordinateGrid grid, int node, int cells, Axis axis) {
        int least = Integer.MAX_VALUE;
        for (int at = node; at <= node + cells; at++) {
            least = Math.min(least, Math.min(nodes[at], nodes[at + grid.columns()]));
        }
        return least - axis.origin >> axis.shift;
    }

    /** Whether what is added from row to row changes. */
    boolean isBent() {
        return bent;
    }

    /**
     * Bends one coordinate of all samples: by - k (S - k) across / 2 S^2 and the same down, k being the distance from a cell's
     * first pixel and S its size, in differences from sample to sample.
     *
     * @param halving 0 for every canvas pixel; 1 for every other one, starting half a pixel down
     * @param shift halvings from source pixels to samples
     */
    private static void bend(
            int[] acrossOf,
            int[] downOf,
            int size,
            int node,
            int cells,
            int halving,
            int shift,
            int[] out,
            int[] down,
            int[] bend) {
        int side = size >> halving;
        int step = 1 << halving;
        int square = 2 * Integer.numberOfTrailingZeros(size);
        for (int c = 0; c < cells; c++) {
            int across = acrossOf[node + c];
            int along = downOf[node + c];
            // Twice what is meant, so that half a pixel is whole: (halving / 2) (S - halving / 2) / 2, and its first
            // difference.
            int first = along * (2 * halving * size - halving) >> square + 3;
            int fall = along * (step * size - step * halving - step * step) >> square + 1;
            int more = along * step * step >> square;
            for (int k = 0; k < side; k++) {
                int at = c * side + k;
                int in = k * step;
                out[at] -= (across * (in * (size - in)) >> square + 1) + first >> shift;
                down[at] -= fall >> shift;
                bend[at] = more >> shift;
            }
        }
    }

    /**
     * One coordinate of all samples, bilinear in the corners of each cell: place(i, row) = first(i) + row * down(i).
     *
     * @param halving 0 for every canvas pixel; 1 for every other one, starting half a pixel down
     */
    private static void fill(
            int[] nodes, CoordinateGrid grid, int node, int cells, int halving, Axis axis, int[] out, int[] down) {
        int bits = Integer.numberOfTrailingZeros(grid.cell());
        int side = grid.cell() >> halving;
        int shift = axis.shift;
        int below = node + grid.columns();
        int left = nodes[node];
        int leftDown = (nodes[below] - left) >> bits;
        for (int c = 0; c < cells; c++) {
            int right = nodes[node + c + 1];
            int rightDown = (nodes[below + c + 1] - right) >> bits;
            int first = left + halving * (leftDown >> 1) - axis.origin;
            int last = right + halving * (rightDown >> 1) - axis.origin;
            int step = (last - first) >> (bits - halving);
            int bend = (rightDown - leftDown) >> (bits - halving);
            int fall = leftDown;
            for (int at = c * side; at < (c + 1) * side; at++) {
                out[at] = first >> shift;
                down[at] = fall << halving >> shift;
                first += step;
                fall += bend;
            }
            left = right;
            leftDown = rightDown;
        }
    }
}
