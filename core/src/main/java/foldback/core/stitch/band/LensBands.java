package foldback.core.stitch.band;

import foldback.core.lens.LensFrame;
import foldback.core.picture.BytePlane;
import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.picture.ShortPlane;

/**
 * The coarse bands of one lens's picture: means over square blocks, smoothed; what is not lit plays no part. One instance a picture that is
 * made at a time.
 */
final class LensBands {
    static final int PLANES = 3;
    /** Blocks of a band for one of the next coarser band, each way. */
    private static final int COARSER = 4;
    /** Smoothing by 1 2 1 each way, so often. */
    private static final int ROUNDS = 2;

    private final LensFrame frame;
    private final Band[] bands;

    /** A band: values of luma, blue and red by block, row after row. */
    private static final class Band {
        final int block;
        final float perPixel;
        final int columns;
        final int rows;
        /** 1 for blocks that are wanted and lit whole, else 0. */
        final float[] lit;

        final float[] weights;
        final float[][] values;
        final float[] scratch;

        Band(LensFrame frame, int block) {
            this.block = block;
            perPixel = 1f / block;
            columns = frame.width() / block;
            rows = frame.height() / block;
            lit = new float[columns * rows];
            weights = new float[lit.length];
            scratch = new float[lit.length];
            values = new float[PLANES][lit.length];
        }
    }

    /** Places of a picture. */
    @FunctionalInterface
    interface Places {
        boolean holds(double x, double y);
    }

    /**
     * Bands of a lens.
     *
     * @param frame of the pictures that will be read
     * @param block side of the finest band's blocks, pixels, even
     * @param margin of the lit part that is not used, pixels
     * @param wanted where bands will be asked for; blocks around are read as far as smoothing goes
     */
    LensBands(LensFrame frame, int block, double margin, int count, Places wanted) {
        this.frame = frame;
        bands = new Band[count];
        for (int n = 0; n < count; n++) {
            bands[n] = new Band(frame, block << 2 * n);
        }
        Band finest = bands[0];
        double inside = margin + block * Math.sqrt(0.5);
        for (int n = 0; n < finest.lit.length; n++) {
            double x = (n % finest.columns + 0.5) * block;
            double y = (n / finest.columns + 0.5) * block;
            finest.lit[n] = frame.depthInside(x, y) > inside && wanted.holds(x, y) ? 1 : 0;
        }
    }

    /** Fills all bands from a picture. */
    void read(Frame picture) {
        Band finest = bands[0];
        Plane[] planes = {picture.y(), picture.u(), picture.v()};
        for (int plane = 0; plane < PLANES; plane++) {
            int shrunk = plane == 0 ? 1 : picture.y().width() / picture.u().width();
            int shrunkRows = plane == 0 ? 1 : picture.y().height() / picture.u().height();
            means(planes[plane], finest, finest.block / shrunk, finest.block / shrunkRows, finest.values[plane]);
            for (int n = 1; n < bands.length; n++) {
                coarser(bands[n - 1], plane, bands[n]);
            }
        }
        for (Band band : bands) {
            smooth(band);
        }
    }

    private static void means(Plane plane, Band band, int wide, int high, float[] into) {
        for (int row = 0; row < band.rows; row++) {
            for (int column = 0; column < band.columns; column++) {
                int n = row * band.columns + column;
                if (band.lit[n] > 0) {
                    int at = plane.offset() + row * high * plane.stride() + column * wide;
                    into[n] = (float) sum(plane, at, wide, high) / (wide * high);
                }
            }
        }
    }

    private static int sum(Plane plane, int at, int wide, int high) {
        int sum = 0;
        if (plane instanceof BytePlane bytes) {
            byte[] data = bytes.data();
            for (int y = 0; y < high; y++) {
                int from = at + y * plane.stride();
                for (int x = 0; x < wide; x++) {
                    sum += data[from + x] & 0xff;
                }
            }
        } else if (plane instanceof ShortPlane shorts) {
            short[] data = shorts.data();
            for (int y = 0; y < high; y++) {
                int from = at + y * plane.stride();
                for (int x = 0; x < wide; x++) {
                    sum += data[from + x];
                }
            }
        }
        return sum;
    }

    /** Means over a finer band's blocks that are lit; a block of which none is has none. */
    private static void coarser(Band fine, int plane, Band coarse) {
        float[] from = fine.values[plane];
        for (int n = 0; n < coarse.lit.length; n++) {
            int left = n % coarse.columns * COARSER;
            int top = n / coarse.columns * COARSER;
            float sum = 0;
            float lit = 0;
            for (int y = top; y < Math.min(fine.rows, top + COARSER); y++) {
                for (int x = left; x < Math.min(fine.columns, left + COARSER); x++) {
                    int at = y * fine.columns + x;
                    sum += fine.lit[at] * from[at];
                    lit += fine.lit[at];
                }
            }
            coarse.values[plane][n] = lit > 0 ? sum / lit : 0;
            coarse.lit[n] = lit > 0 ? 1 : 0;
        }
    }

    /** Smooths by what is lit alone; what is not takes the mean of what is around it. */
    private static void smooth(Band band) {
        System.arraycopy(band.lit, 0, band.weights, 0, band.lit.length);
        for (float[] values : band.values) {
            for (int n = 0; n < values.length; n++) {
                values[n] *= band.lit[n];
            }
        }
        for (int round = 0; round < ROUNDS; round++) {
            blur(band, band.weights);
            for (float[] values : band.values) {
                blur(band, values);
            }
        }
        for (float[] values : band.values) {
            for (int n = 0; n < values.length; n++) {
                values[n] = band.weights[n] > 0 ? values[n] / band.weights[n] : 0;
            }
        }
    }

    private static void blur(Band band, float[] values) {
        int columns = band.columns;
        int rows = band.rows;
        float[] across = band.scratch;
        for (int row = 0; row < rows; row++) {
            int at = row * columns;
            for (int x = 0; x < columns; x++) {
                float left = values[at + Math.max(0, x - 1)];
                float right = values[at + Math.min(columns - 1, x + 1)];
                across[at + x] = 0.25f * (left + right) + 0.5f * values[at + x];
            }
        }
        for (int row = 0; row < rows; row++) {
            int above = Math.max(0, row - 1) * columns;
            int below = Math.min(rows - 1, row + 1) * columns;
            int at = row * columns;
            for (int x = 0; x < columns; x++) {
                values[at + x] = 0.25f * (across[above + x] + across[below + x]) + 0.5f * across[at + x];
            }
        }
    }

    LensFrame frame() {
        return frame;
    }

    /**
     * Reads a band's values at a place of the picture, between the middles of blocks.
     *
     * @param into of luma, blue and red, written
     */
    void read(int number, float x, float y, float[] into) {
        Band band = bands[number];
        float column = Math.max(0, Math.min(band.columns - 1.001f, x * band.perPixel - 0.5f));
        float row = Math.max(0, Math.min(band.rows - 1.001f, y * band.perPixel - 0.5f));
        int left = (int) column;
        int top = (int) row;
        float fx = column - left;
        float fy = row - top;
        int at = top * band.columns + left;
        int under = at + band.columns;
        for (int plane = 0; plane < PLANES; plane++) {
            float[] values = band.values[plane];
            float above = values[at] + fx * (values[at + 1] - values[at]);
            float below = values[under] + fx * (values[under + 1] - values[under]);
            into[plane] = above + fy * (below - above);
        }
    }
}
