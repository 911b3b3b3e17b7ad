package foldback.core.stitch.plan;

/**
 * A cell that several lenses share, or that is partly empty.
 *
 * @param weights for each picture, null where it has none, 256ths a pixel row after row; they sum to 256 or, in a hole, 0
 * @param whole for each picture, whether all its source coordinates in the cell may be read
 */
record MixedCell(short[][] weights, boolean[] whole) {

    boolean samePictures(MixedCell other) {
        for (int picture = 0; picture < weights.length; picture++) {
            if (weights[picture] == null != (other.weights[picture] == null)) {
                return false;
            }
        }
        return true;
    }

    int weight(int picture, int pixel) {
        return weights[picture] == null ? 0 : weights[picture][pixel];
    }
}
