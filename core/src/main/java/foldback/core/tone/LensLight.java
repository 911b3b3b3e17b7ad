package foldback.core.tone;

/**
 * From a lens's gathered Y'CbCr values to the canvas's code values at one moment: gains in linear light, what a lens loses towards its rim,
 * range, depth and matrix.
 *
 * <p>Light is worked on as a power of it ({@link Intake}), in which a gain g is the factor g^p: any gains are a linear map there, and
 * of Y'CbCr above the toe of the curve. Luma and the chroma of greys come from tables that are exact, toe included; what a pixel's
 * own chroma adds is the linear map's, which is off only where a channel is in the toe (below 8 percent of white) while luma is not.
 *
 * <p>A lens that is left as it is needs two tables alone ({@link #plain}).
 */
public final class LensLight {
    /** Fraction bits of factors. */
    public static final int FACTOR_BITS = 12;

    private static final int ONE = 1 << FACTOR_BITS;

    private final LightFormat format;
    private final short[] plainLuma;
    private final short[] plainChroma;
    private final Intake intake;
    private final Outlet outlet;
    private final int factor;
    private final Falloff falloff;
    private final int[] matrix;
    private final boolean crossed;
    private final int maxOut;
    private final int shift;

    /** Left as it is, but for range and depth. */
    LensLight(LightFormat format, short[] luma, short[] chroma) {
        this.format = format;
        plainLuma = luma;
        plainChroma = chroma;
        intake = null;
        outlet = null;
        factor = ONE;
        falloff = Falloff.NONE;
        matrix = new int[0];
        crossed = false;
        maxOut = format.out().maxValue();
        shift = 0;
    }

    /**
     * Corrected.
     *
     * @param factor of all light, in the measure of the intake
     * @param linear the linear part of Y'CbCr to Y'CbCr, code values, row after row
     * @param crossed whether luma and chroma depend on each other
     */
    LensLight(
            LightFormat format,
            Intake intake,
            Outlet outlet,
            double factor,
            Falloff falloff,
            double[] linear,
            boolean crossed) {
        this.format = format;
        this.intake = intake;
        this.outlet = outlet;
        this.factor = (int) Math.round(factor * ONE);
        this.falloff = falloff;
        this.crossed = crossed;
        matrix = new int[linear.length];
        for (int i = 0; i < matrix.length; i++) {
            matrix[i] = (int) Math.round(linear[i] * ONE);
        }
        plainLuma = null;
        plainChroma = null;
        maxOut = format.out().maxValue();
        shift = FACTOR_BITS + format.fractionBits();
    }

    /** Whether the two tables say all; else {@link #tone} must be used. */
    public boolean plain() {
        return plainLuma != null;
    }

    /** Add this to a gathered value to index a plain lens's tables. */
    public int margin() {
        return format.margin();
    }

    /** Output luma code by gathered luma plus margin, of a plain lens; shared, to be read as unsigned. */
    public short[] lumaTable() {
        return plainLuma;
    }

    /** Output chroma code by gathered chroma plus margin, of a plain lens; shared. */
    public short[] chromaTable() {
        return plainChroma;
    }

    /** What all light is multiplied by, in 4096ths of the measure of {@link #tone}'s factors. */
    public int factor() {
        return factor;
    }

    /** What is to be given back towards the rim. */
    public Falloff falloff() {
        return falloff;
    }

    /** By what a place in the lens's field is to be multiplied beside {@link #factor}, in the same measure. */
    public double lift(double fieldShare) {
        return format.curve().toPower(StrictMath.pow(2, falloff.stopsAt(fieldShare)));
    }

    /**
     * Turns gathered values into code values.
     *
     * @param luma rows of {@code pitch} values, changed
     * @param blue of each 2 x 2 block, changed
     * @param red likewise
     * @param factors of each luma value: {@link #factor} times the place's {@link #lift}, 4096ths, read
     * @param rows how many, even
     */
    public void tone(int[] luma, int[] blue, int[] red, int[] factors, int pitch, int rows) {
        short[] power = intake.power;
        int margin = intake.margin;
        int half = pitch / 2;
        for (int row = 0; row < rows / 2; row++) {
            for (int column = 0; column < half; column++) {
                int at = 2 * row * pitch + 2 * column;
                int below = at + pitch;
                int c = row * half + column;
                int gathered = luma[at] + luma[at + 1] + luma[below] + luma[below + 1] + 2 >> 2;
                int one = raised(power[luma[at] + margin], factors[at]);
                int two = raised(power[luma[at + 1] + margin], factors[at + 1]);
                int three = raised(power[luma[below] + margin], factors[below]);
                int four = raised(power[luma[below + 1] + margin], factors[below + 1]);
                int k = factors[at] + factors[below + 1] >> 1;
                int u = (blue[c] - intake.mid) * k >> FACTOR_BITS;
                int v = (red[c] - intake.mid) * k >> FACTOR_BITS;
                int cross = 0;
                if (crossed) {
                    int mean = one + two + three + four + 2 >> 2;
                    int coloured = intake.coloured[gathered + margin];
                    cross = matrix[1] * u + matrix[2] * v + (1 << shift - 1) >> shift;
                    blue[c] = chroma(outlet.blue()[mean], matrix[4] * u + matrix[5] * v, coloured);
                    red[c] = chroma(outlet.red()[mean], matrix[7] * u + matrix[8] * v, coloured);
                } else {
                    blue[c] = chroma(0, matrix[4] * u, 256);
                    red[c] = chroma(0, matrix[8] * v, 256);
                }
                luma[at] = code(one, cross);
                luma[at + 1] = code(two, cross);
                luma[below] = code(three, cross);
                luma[below + 1] = code(four, cross);
            }
        }
    }

    private static int raised(int power, int factor) {
        return Math.min(Intake.MOST, power * factor >> FACTOR_BITS);
    }

    private int code(int power, int cross) {
        return Math.max(0, Math.min(maxOut, (outlet.luma()[power] & 0xffff) + cross));
    }

    /** @param coloured how much of it counts, 256ths */
    private int chroma(int grey, int cross, int coloured) {
        int half = 1 << format.fractionBits() + 7;
        int value = (grey + (cross >> FACTOR_BITS)) * coloured + half >> format.fractionBits() + 8;
        return Math.max(0, Math.min(maxOut, (maxOut + 1 >> 1) + value));
    }
}
