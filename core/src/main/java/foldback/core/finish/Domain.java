package foldback.core.finish;

/** Where signals lie among the steps of a table, each channel with its own first and last. */
final class Domain {
    private final int last;
    private final float[] least;
    private final float[] scale = new float[3];

    /**
     * @param steps of each channel, at least 2
     * @param least of red, green and blue, where the first steps lie
     * @param most likewise, where the last steps lie
     */
    Domain(int steps, float[] least, float[] most) {
        last = steps - 1;
        this.least = least.clone();
        for (int c = 0; c < 3; c++) {
            if (steps < 2 || !(most[c] > least[c])) {
                throw new IllegalArgumentException("a table needs two steps and a domain that rises: " + steps + ", "
                        + least[c] + " to " + most[c]);
            }
            scale[c] = last / (most[c] - least[c]);
        }
    }

    /** In steps, bounded. Comparisons are several times quicker than Math.min and Math.max of floats. */
    float place(float value, int channel) {
        float place = (value - least[channel]) * scale[channel];
        return place > 0 ? place < last ? place : last : 0;
    }
}
