package foldback.sim.world;

/**
 * Smooth noise baked into a tile that repeats without a seam, with a pyramid of means for small pictures of large places.
 * Values have mean 0 and range about -1 to 1.
 */
final class TileNoise {
    private static final int SIZE = 512;
    private static final int LEVELS = 9;
    private final float[][] pyramid = new float[LEVELS][];
    private final double most;

    /** @param octaves how many doublings of detail; the coarsest has {@code cells} cells across the tile */
    TileNoise(long seed, int cells, int octaves) {
        float[] base = new float[SIZE * SIZE];
        double amplitude = 0.6;
        for (int octave = 0; octave < octaves; octave++) {
            add(base, seed + octave * 7919L, cells << octave, (float) amplitude);
            amplitude *= 0.6;
        }
        pyramid[0] = base;
        for (int level = 1; level < LEVELS; level++) {
            int size = SIZE >> level;
            float[] finer = pyramid[level - 1];
            float[] coarser = new float[size * size];
            for (int y = 0; y < size; y++) {
                for (int x = 0; x < size; x++) {
                    int at = 4 * size * y + 2 * x;
                    coarser[y * size + x] =
                            (finer[at] + finer[at + 1] + finer[at + 2 * size] + finer[at + 2 * size + 1]) / 4;
                }
            }
            pyramid[level] = coarser;
        }
        double highest = 0;
        for (float value : base) {
            highest = Math.max(highest, Math.abs(value));
        }
        most = highest;
    }

    /** No value is farther from 0. */
    double most() {
        return most;
    }

    private static void add(float[] out, long seed, int cells, float amplitude) {
        if (cells > SIZE) {
            return;
        }
        for (int y = 0; y < SIZE; y++) {
            double v = (double) y * cells / SIZE;
            int j = (int) v;
            double fv = fade(v - j);
            for (int x = 0; x < SIZE; x++) {
                double u = (double) x * cells / SIZE;
                int i = (int) u;
                double fu = fade(u - i);
                double top = lattice(seed, i, j, cells) * (1 - fu) + lattice(seed, i + 1, j, cells) * fu;
                double bottom = lattice(seed, i, j + 1, cells) * (1 - fu) + lattice(seed, i + 1, j + 1, cells) * fu;
                out[y * SIZE + x] += (float) (amplitude * (top * (1 - fv) + bottom * fv));
            }
        }
    }

    private static double fade(double f) {
        return f * f * (3 - 2 * f);
    }

    private static double lattice(long seed, int i, int j, int cells) {
        return 2 * hash(seed, i % cells, j % cells) - 1;
    }

    /** A fixed random number, 0 to 1, for a place. */
    static double hash(long seed, long i, long j) {
        long h = seed * 0x9E3779B97F4A7C15L + i * 0xC2B2AE3D27D4EB4FL + j * 0x165667B19E3779F9L;
        h = (h ^ h >>> 31) * 0xBF58476D1CE4E5B9L;
        h = (h ^ h >>> 27) * 0x94D049BB133111EBL;
        return ((h ^ h >>> 33) >>> 11) * 0x1p-53;
    }

    /** The noise at (u, v), the tile being one unit, seen with a footprint of this many units. */
    double at(double u, double v, double footprint) {
        if (footprint * SIZE <= 1) {
            return sample(0, u, v);
        }
        int fine = Math.getExponent(footprint * SIZE);
        if (fine >= LEVELS - 1) {
            return 0;
        }
        // Straight between two levels is near enough to a logarithm, which would take most of the time.
        double share = Math.scalb(footprint * SIZE, -fine) - 1;
        return sample(fine, u, v) * (1 - share) + sample(fine + 1, u, v) * share;
    }

    private double sample(int level, double u, double v) {
        int size = SIZE >> level;
        double x = (u - Math.floor(u)) * size - 0.5;
        double y = (v - Math.floor(v)) * size - 0.5;
        int i = (int) Math.floor(x);
        int j = (int) Math.floor(y);
        double fx = x - i;
        double fy = y - j;
        float[] data = pyramid[level];
        int mask = size - 1;
        int row = (j & mask) * size;
        int next = (j + 1 & mask) * size;
        double top = data[row + (i & mask)] * (1 - fx) + data[row + (i + 1 & mask)] * fx;
        double bottom = data[next + (i & mask)] * (1 - fx) + data[next + (i + 1 & mask)] * fx;
        return top * (1 - fy) + bottom * fy;
    }
}
