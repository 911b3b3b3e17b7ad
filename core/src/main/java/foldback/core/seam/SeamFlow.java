package foldback.core.seam;

/**
 * How far apart two lenses show what is shown along a strip, at nodes that are {@link SeamStrip#MULTIPLE} strip pixels from each other.
 * The first lens sees what belongs to a place its share of the way further on, the second one the rest of it further back. Immutable by
 * agreement: arrays are not to be written.
 *
 * @param columns nodes along the seam
 * @param rows nodes across it
 * @param along radians along the seam, by row
 * @param across radians towards the first lens's side
 * @param sure how sure they are, 0 to 1
 * @param unlike by how much what both show at a place itself differs, codes of 8 bits, {@link #UNSEEN} where one sees nothing
 */
public record SeamFlow(int columns, int rows, float[] along, float[] across, float[] sure, float[] unlike) {
    public static final float UNSEEN = 255;

    /** Of which nothing is known but how far apart they show the same. */
    public SeamFlow(int columns, int rows, float[] along, float[] across, float[] sure) {
        this(columns, rows, along, across, sure, new float[columns * rows]);
    }

    /** The strip's pixel at which a node stands. */
    public static double pixel(int node) {
        return node * SeamStrip.MULTIPLE + SeamStrip.MULTIPLE / 2;
    }

    /** Where among nodes a pixel of the strip is. */
    public static double node(double pixel) {
        return (pixel - SeamStrip.MULTIPLE / 2) / SeamStrip.MULTIPLE;
    }

    /** A field's value between nodes, beyond the outermost as at them; of a strip that ends. */
    public double between(float[] field, double column, double row) {
        double x = Math.max(0, Math.min(columns - 1.001, column));
        double y = Math.max(0, Math.min(rows - 1.001, row));
        int left = (int) x;
        int top = (int) y;
        double fx = x - left;
        double fy = y - top;
        int above = top * columns + left;
        int below = above + columns;
        double first = field[above] + fx * (field[above + 1] - field[above]);
        double second = field[below] + fx * (field[below + 1] - field[below]);
        return first + fy * (second - first);
    }

    SeamFlow withUnlike(float[] found) {
        return new SeamFlow(columns, rows, along, across, sure, found);
    }

    public SeamFlow {
        if (along.length != columns * rows
                || across.length != columns * rows
                || sure.length != columns * rows
                || unlike.length != columns * rows) {
            throw new IllegalArgumentException("as many values as nodes are needed: " + columns + " x " + rows);
        }
    }
}
