package foldback.core.stitch.plan;

/**
 * A cell that several lenses share, or that is partly empty.
 *
 * @param weights for each lens, null where it has none, 256ths a pixel row after row; they sum to 256 or, in a hole, 0
 * @param whole for each lens, whether all its source coordinates in the cell may be read
 */
record MixedCell(short[][] weights, boolean[] whole) {

    boolean sameLenses(MixedCell other) {
        for (int lens = 0; lens < weights.length; lens++) {
            if (weights[lens] == null != (other.weights[lens] == null)) {
                return false;
            }
        }
        return true;
    }

    int weight(int lens, int pixel) {
        return weights[lens] == null ? 0 : weights[lens][pixel];
    }
}
