package foldback.core.follow;

/** What is looked for: values with mean 0 and length 1 under weights that fall off from the middle, where the thing itself is. */
final class Patch {
    /** Of the weights' bell, in shares of the patch's side. */
    private static final double SPREAD = 0.3;

    private final int size;
    private final float[] weights;
    /** Weighted, so that a product with a look's values is a covariance. */
    private final float[] values;

    private Patch(int size, float[] weights, float[] values) {
        this.size = size;
        this.weights = weights;
        this.values = values;
    }

    /** Cut out of a look around a place, a pixel's middle at +0.5. */
    static Patch of(float[] look, int width, double x, double y, int size) {
        return of(cut(look, width, x, y, size, 1), weights(size), size);
    }

    private static Patch of(float[] raw, float[] weights, int size) {
        float[] values = new float[raw.length];
        double mean = mean(raw, weights);
        double sum = 0;
        for (int i = 0; i < raw.length; i++) {
            values[i] = (float) (raw[i] - mean);
            sum += weights[i] * values[i] * values[i];
        }
        double length = Math.sqrt(Math.max(sum, 1e-12));
        for (int i = 0; i < raw.length; i++) {
            values[i] = (float) (weights[i] * values[i] / length);
        }
        return new Patch(size, weights, values);
    }

    private static float[] weights(int size) {
        float[] weights = new float[size * size];
        double sum = 0;
        for (int i = 0; i < weights.length; i++) {
            double x = (i % size + 0.5) / size - 0.5;
            double y = (i / size + 0.5) / size - 0.5;
            weights[i] = (float) Math.exp(-(x * x + y * y) / (2 * SPREAD * SPREAD));
            sum += weights[i];
        }
        for (int i = 0; i < weights.length; i++) {
            weights[i] /= (float) sum;
        }
        return weights;
    }

    private static double mean(float[] values, float[] weights) {
        double mean = 0;
        for (int i = 0; i < values.length; i++) {
            mean += weights[i] * values[i];
        }
        return mean;
    }

    /** How much a look varies where the patch would be cut out, codes, root mean square. */
    static double contrast(float[] look, int width, double x, double y, int size) {
        float[] raw = cut(look, width, x, y, size, 1);
        float[] weights = weights(size);
        double mean = mean(raw, weights);
        double sum = 0;
        for (int i = 0; i < raw.length; i++) {
            sum += weights[i] * (raw[i] - mean) * (raw[i] - mean);
        }
        return Math.sqrt(sum);
    }

    /** A look's values around a place, bilinear. */
    static float[] cut(float[] look, int width, double x, double y, int size, double scale) {
        float[] values = new float[size * size];
        int height = look.length / width;
        for (int row = 0; row < size; row++) {
            double v = Math.max(0, Math.min(height - 1.001, y + (row + 0.5 - size / 2.0) * scale - 0.5));
            int top = (int) v;
            for (int column = 0; column < size; column++) {
                double u = Math.max(0, Math.min(width - 1.001, x + (column + 0.5 - size / 2.0) * scale - 0.5));
                int left = (int) u;
                int at = top * width + left;
                double above = look[at] + (u - left) * (look[at + 1] - look[at]);
                double below = look[at + width] + (u - left) * (look[at + width + 1] - look[at + width]);
                values[row * size + column] = (float) (above + (v - top) * (below - above));
            }
        }
        return values;
    }

    /** The correlation with a look's values whose upper left pixel is given, -1 to 1. */
    double likeness(float[] look, int width, int left, int top) {
        double product = 0;
        double sum = 0;
        double squares = 0;
        for (int row = 0; row < size; row++) {
            int at = (top + row) * width + left;
            int mine = row * size;
            for (int column = 0; column < size; column++) {
                float value = look[at + column];
                float weight = weights[mine + column];
                product += values[mine + column] * value;
                sum += weight * value;
                squares += weight * value * value;
            }
        }
        double variance = squares - sum * sum;
        return variance < 1e-3 ? 0 : product / Math.sqrt(variance);
    }

    /** The same with a share of what a look shows around a place. */
    Patch learnt(float[] look, int width, double x, double y, double share) {
        Patch now = of(cut(look, width, x, y, size, 1), weights, size);
        float[] mixed = new float[values.length];
        for (int i = 0; i < mixed.length; i++) {
            mixed[i] = (float) ((1 - share) * values[i] / weights[i] + share * now.values[i] / weights[i]);
        }
        return of(mixed, weights, size);
    }
}
