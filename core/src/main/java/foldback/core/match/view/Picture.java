package foldback.core.match.view;

import foldback.core.picture.Plane;

/**
 * A lens picture's luma as floats, and the same at half sizes, so that it can be looked at at any scale.
 *
 * @param levels row by row; level n has 1/2^n of the size; null for those that are finer than anybody looks
 */
public record Picture(int width, int height, float[][] levels) {
    private static final int LEVELS = 5;
    /** Of each level, of the whole picture's size. */
    private static final double[] SCALE = {1, 1 / 2.0, 1 / 4.0, 1 / 8.0, 1 / 16.0};

    /** All levels of a picture. */
    public static Picture of(Plane luma, int bits) {
        return of(luma, bits, 0);
    }

    /**
     * The levels of a picture.
     *
     * @param bits of a sample; values are brought to eight
     * @param finest level that is kept; those below are looked at through it
     */
    public static Picture of(Plane luma, int bits, int finest) {
        float[][] levels = new float[LEVELS][];
        levels[finest] = shrunk(luma, finest, 1f / (1 << (bits - 8 + 2 * finest)));
        for (int n = finest + 1; n < LEVELS; n++) {
            levels[n] = half(levels[n - 1], luma.width() >> n - 1, luma.height() >> n - 1);
        }
        return new Picture(luma.width(), luma.height(), levels);
    }

    /** The sums of squares of so many pixels each way, scaled. */
    private static float[] shrunk(Plane luma, int level, float scale) {
        int w = luma.width() >> level;
        int h = luma.height() >> level;
        int side = 1 << level;
        float[] to = new float[w * h];
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                int sum = 0;
                for (int j = 0; j < side; j++) {
                    for (int i = 0; i < side; i++) {
                        sum += luma.get((x << level) + i, (y << level) + j);
                    }
                }
                to[y * w + x] = scale * sum;
            }
        }
        return to;
    }

    private static float[] half(float[] from, int w, int h) {
        float[] to = new float[(w / 2) * (h / 2)];
        for (int y = 0; y < h / 2; y++) {
            int a = 2 * y * w;
            for (int x = 0; x < w / 2; x++) {
                int i = a + 2 * x;
                to[y * (w / 2) + x] = 0.25f * (from[i] + from[i + 1] + from[i + w] + from[i + w + 1]);
            }
        }
        return to;
    }

    /** The level whose pixels are nearest below a spacing of so many pixels of the picture. */
    public static int level(double spacing) {
        return (int) Math.max(0, Math.min(LEVELS - 1, Math.floor(Math.log(Math.max(1, spacing * 1.2)) / Math.log(2))));
    }

    /** The value at a place, in pixels of the whole picture, by linear interpolation; NaN outside. */
    public float at(double x, double y, int wanted) {
        int level = kept(wanted);
        return interpolated(
                levels[level], width >> level, height >> level, x * SCALE[level] - 0.5, y * SCALE[level] - 0.5);
    }

    /**
     * The values at places.
     *
     * @param places x and y of each, pixels of the whole picture; NaN where there is none
     * @param values written; NaN outside
     */
    void sample(double[] places, int wanted, float[] values) {
        int level = kept(wanted);
        float[] data = levels[level];
        int w = width >> level;
        int h = height >> level;
        double scale = SCALE[level];
        for (int i = 0; i < values.length; i++) {
            values[i] = interpolated(data, w, h, places[2 * i] * scale - 0.5, places[2 * i + 1] * scale - 0.5);
        }
    }

    /** The same for places of single precision. */
    public void sample(float[] places, int wanted, float[] values) {
        int level = kept(wanted);
        float[] data = levels[level];
        int w = width >> level;
        int h = height >> level;
        double scale = SCALE[level];
        for (int i = 0; i < values.length; i++) {
            values[i] = interpolated(data, w, h, places[2 * i] * scale - 0.5, places[2 * i + 1] * scale - 0.5);
        }
    }

    /** The finest level there is that is no finer than wanted. */
    private int kept(int wanted) {
        int level = wanted;
        while (levels[level] == null) {
            level++;
        }
        return level;
    }

    private static float interpolated(float[] data, int w, int h, double sx, double sy) {
        // Not a number fails here, too.
        if (!(sx >= 0 && sy >= 0 && sx < w - 1 && sy < h - 1)) {
            return Float.NaN;
        }
        int left = (int) sx;
        int top = (int) sy;
        float fx = (float) (sx - left);
        float fy = (float) (sy - top);
        int i = top * w + left;
        float above = data[i] + fx * (data[i + 1] - data[i]);
        float below = data[i + w] + fx * (data[i + w + 1] - data[i + w]);
        return above + fy * (below - above);
    }
}
