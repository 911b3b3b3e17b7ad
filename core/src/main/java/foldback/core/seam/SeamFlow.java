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
