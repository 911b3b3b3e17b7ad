package foldback.core.finish;

/**
 * Thresholds by place for rounding to fewer bits, so that smooth parts do not break into bands: the recursive order of Bayer (1973), 8 x 8.
 * It stands still from frame to frame, which encoders like.
 */
final class Dither {
    private static final int SIZE = 8;
    private static final float[] THRESHOLDS = made();

    private Dither() {}

    /** What to add before a value is rounded down, 0 to 1. */
    static float at(int x, int y) {
        return THRESHOLDS[(y & SIZE - 1) * SIZE + (x & SIZE - 1)];
    }

    private static float[] made() {
        float[] made = new float[SIZE * SIZE];
        for (int y = 0; y < SIZE; y++) {
            for (int x = 0; x < SIZE; x++) {
                int order = 0;
                for (int bit = 0; bit < 3; bit++) {
                    int across = x >> bit & 1;
                    int down = y >> bit & 1;
                    order = order << 2 | (across ^ down) << 1 | down;
                }
                made[y * SIZE + x] = (order + 0.5f) / (SIZE * SIZE);
            }
        }
        return made;
    }
}
