package foldback.core.tone;

/**
 * Luma codes by level of gain and gathered luma: one look-up a pixel, whatever the curve. Levels lie {@value #LEVELS} to a stop, an eighth of an
 * 8-bit code apart at white; lenses and moments share tables, as no white balance changes them.
 *
 * @param first the lowest level
 * @param rows how many levels there are
 * @param codes level by level, {@code row} values each, to be read as unsigned
 * @param growths by what chroma grows at each level, {@link LensLight#FACTOR_BITS} fraction bits, and above {@value #CLIPPED_SHIFT} bits
 *     the code of what the source clipped
 * @param row how many values a level has
 * @param shift by how many bits gathered luma is shortened to count them
 * @param margin place of gathered luma 0 in a level's values
 */
record GainTable(int first, int rows, short[] codes, int[] growths, int row, int shift, int margin) {
    static final int LEVELS = 256;
    /** Bits of a growth. */
    static final int CLIPPED_SHIFT = 15;
    /** Values of a level at most, margins aside: more would push other levels out of the near caches. */
    private static final int VALUES_BITS = 12;
    /** Levels whose sizes are powers of two would push each other out of the near caches. */
    private static final int ODD = 160;

    static GainTable of(int first, int rows, Intake intake, Outlet outlet, LightCurve curve, int gatheredBits) {
        int shift = Math.max(0, gatheredBits - VALUES_BITS);
        // Half as much on either side for what kernels overshoot by and what chroma adds.
        int range = 1 << gatheredBits - shift;
        int margin = range / 2;
        int row = range + 2 * margin + ODD;
        short[] codes = new short[rows * row];
        int[] growths = new int[rows];
        int[] powers = new int[row];
        for (int i = 0; i < row; i++) {
            int gathered = (i - margin << shift) + intake.margin;
            powers[i] = intake.power[Math.max(0, Math.min(intake.power.length - 1, gathered))];
        }
        double clipped = Intake.ONE * curve.toPower(curve.toLight(1));
        short[] out = outlet.codes();
        for (int level = 0; level < rows; level++) {
            double factor = curve.toPower(StrictMath.pow(2, (double) (first + level) / LEVELS));
            int growth = (int) Math.round(
                    (1 << LensLight.FACTOR_BITS) * Math.min(LensLight.MOST_GROWTH, curve.chromaFactor(factor)));
            growths[level] = (outlet.code(clipped * factor) & 0xffff) << CLIPPED_SHIFT | growth;
            for (int i = 0; i < row; i++) {
                codes[level * row + i] = out[(int) Math.min(Outlet.SIZE - 1, (float) (powers[i] * factor) + 0.5f)];
            }
        }
        return new GainTable(first, rows, codes, growths, row, shift, margin);
    }

    /** The level behind the highest one. */
    int end() {
        return first + rows;
    }
}
