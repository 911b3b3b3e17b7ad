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

    /** The largest factor, for which tables have room. */
    public static final int MOST_FACTOR = Short.MAX_VALUE;

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
        this.factor = (int) Math.min(MOST_FACTOR, Math.round(factor * ONE));
        this.falloff = falloff;
        this.crossed = crossed;
        matrix = new int[linear.length];
        for (int i = 0; i < matrix.length; i++) {
            matrix[i] = (int) Math.round(linear[i] * ONE);
        }
        plainLuma = null;
        plainChroma = null;
    }

    /** Whether the two tables say all; else a {@link Toner} must be used before. */
    public boolean plain() {
        return plainLuma != null;
    }

    /** Add this to a luma value to index its table, and to a chroma value of a plain lens. */
    public int margin() {
        return plain() ? format.margin() : Outlet.MARGIN;
    }

    /** Output luma code by gathered luma, or by what a {@link Toner} made of it; shared, to be read as unsigned. */
    public short[] lumaTable() {
        return plain() ? plainLuma : outlet.luma();
    }

    /** Output chroma code by gathered chroma plus margin, of a plain lens; shared. */
    public short[] chromaTable() {
        return plainChroma;
    }

    /** What all light is multiplied by, in 4096ths of the measure of a {@link Toner}'s factors. */
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

    LightFormat format() {
        return format;
    }

    Intake intake() {
        return intake;
    }

    Outlet outlet() {
        return outlet;
    }

    /** The linear part of Y'CbCr to Y'CbCr, {@value #FACTOR_BITS} fraction bits, row after row. */
    int[] matrix() {
        return matrix;
    }

    /** By what chroma grows with a factor of light, by that factor; empty where it is the same. */
    short[] chromaFactors() {
        return format.chromaFactors();
    }

    /** Whether luma and chroma depend on each other. */
    boolean crossed() {
        return crossed;
    }
}
