package foldback.core.finish;

/**
 * Thresholds by place for rounding to fewer bits, so that smooth parts do not break into bands: the recursive order of Bayer (1973), 8 x 8.
 * It stands still from frame to frame, which encoders like.
 */
final class Dither {
    static final int SIZE = 8;
    private static final int ORDERS = SIZE * SIZE;

    private Dither() {}

    /**
     * What to add to the values of a row before their last bits are cut off.
     *
     * @param bits how many are
     * @return by the last three bits of the column
     */
    static int[] row(int y, int bits) {
        int[] thresholds = new int[SIZE];
        for (int x = 0; x < SIZE; x++) {
            thresholds[x] = ((2 * order(x, y) + 1) << bits) / (2 * ORDERS);
        }
        return thresholds;
    }

    private static int order(int x, int y) {
        int order = 0;
        for (int bit = 0; bit < 3; bit++) {
            int across = x >> bit & 1;
            int down = y >> bit & 1;
            order = order << 2 | (across ^ down) << 1 | down;
        }
        return order;
    }
}
