package foldback.core.tone;

/**
 * From a lens's gathered Y'CbCr values to the canvas's code values at one moment: gains in linear light, what a lens loses towards its rim,
 * range, depth and matrix.
 *
 * <p>Luma and the chroma of greys come from tables that are exact, toe included ({@link GainTable}, {@link GreyChroma}). What a pixel's
 * own chroma adds is a linear map's, as gains are one of signals above the toe of the curve; it is off only where a channel is in the toe
 * (below 8 percent of white) while luma is not.
 *
 * <p>A lens that is left as it is, or lifted evenly, needs two tables alone ({@link #plain}).
 */
public final class LensLight {
    /** Fraction bits of factors. */
    static final int FACTOR_BITS = 12;

    /** The most that chroma grows by. */
    static final double MOST_GROWTH = 7.99;

    /** Fraction bits of levels while they are spread between places. */
    public static final int LEVEL_BITS = 12;

    private final LightFormat format;
    private final short[] plainLuma;
    private final short[] plainChroma;
    private final boolean unchanged;
    private final GainTable table;
    private final int level;
    private final Vignetting vignetting;
    private final int[] matrix;
    private final int[] greys;

    /**
     * Needs two tables alone.
     *
     * @param unchanged whether they do no more than round and clip
     */
    LensLight(LightFormat format, short[] luma, short[] chroma, boolean unchanged) {
        this.format = format;
        this.unchanged = unchanged;
        plainLuma = luma;
        plainChroma = chroma;
        table = null;
        level = 0;
        vignetting = Vignetting.NONE;
        matrix = new int[0];
        greys = new int[0];
    }

    /**
     * Corrected place by place, or in colour.
     *
     * @param level of the lens's middle
     * @param linear the linear part of Y'CbCr to Y'CbCr, codes, without the first column, row after row
     * @param greys see {@link GreyChroma}; empty where luma and chroma do not depend on each other
     */
    LensLight(LightFormat format, GainTable table, int level, Vignetting vignetting, double[] linear, int[] greys) {
        this.format = format;
        this.table = table;
        this.level = level;
        this.vignetting = vignetting;
        this.greys = greys;
        unchanged = false;
        matrix = new int[linear.length];
        for (int i = 0; i < matrix.length; i++) {
            matrix[i] = (int) Math.round(linear[i] * (1 << FACTOR_BITS));
        }
        plainLuma = null;
        plainChroma = null;
    }

    /** Whether the two tables say all; else a {@link Toner} must be used. */
    public boolean plain() {
        return plainLuma != null;
    }

    /** Whether code values are gathered values rounded and clipped; such a lens is plain, too. */
    public boolean unchanged() {
        return unchanged;
    }

    /** Add this to a luma or chroma value to index a plain lens's table. */
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

    /** What is to be given back towards the rim. */
    public Vignetting vignetting() {
        return vignetting;
    }

    /** How many levels above its middle's a place in the lens's field is to be lifted, {@value #LEVEL_BITS} fraction bits. */
    public int lift(double fieldShare) {
        return (int) Math.round(vignetting.stopsAt(fieldShare) * GainTable.LEVELS * (1 << LEVEL_BITS));
    }

    /** Output luma codes by level and luma, of a lens that is not plain; shared, to be read as unsigned. See {@link Toner}. */
    public short[] levels() {
        return table.codes();
    }

    LightFormat format() {
        return format;
    }

    GainTable table() {
        return table;
    }

    /** The row of the table of the lens's middle. */
    int row() {
        return level - table.first();
    }

    /** What blue and red difference add to luma, blue difference and red difference, {@value #FACTOR_BITS} fraction bits. */
    int[] matrix() {
        return matrix;
    }

    /** Chroma of greys by luma code, see {@link GreyChroma}. */
    int[] greys() {
        return greys;
    }

    /** Whether luma and chroma depend on each other. */
    boolean crossed() {
        return greys.length > 0;
    }
}
