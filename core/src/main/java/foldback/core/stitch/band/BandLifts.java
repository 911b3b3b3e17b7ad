package foldback.core.stitch.band;

/**
 * What is added to the values of each lens so that its coarse bands are those of the blend, at the nodes of a plan's grids. Immutable by
 * agreement.
 */
public final class BandLifts {
    /** Nothing is added anywhere. */
    public static final BandLifts NONE = new BandLifts(new int[0][][], 0);

    /** Fraction bits of what is spread over the pixels of cells. */
    public static final int BITS = 4;

    /** By lens and plane, code values at nodes. */
    private final int[][][] lifts;

    private final int columns;

    /**
     * Of lenses.
     *
     * @param lifts by lens, of luma, blue and red: code values with {@link foldback.core.tone.LensLight#LEVEL_BITS} and {@link #BITS}
     *     fraction bits together
     * @param columns nodes of a row of the grids
     */
    BandLifts(int[][][] lifts, int columns) {
        this.lifts = lifts;
        this.columns = columns;
    }

    /** Whether anything is added in some cells in a row. */
    public boolean touches(int lens, int node, int cells) {
        if (this == NONE) {
            return false;
        }
        for (int[] plane : lifts[lens]) {
            int any = 0;
            for (int i = 0; i <= cells; i++) {
                any |= plane[node + i] | plane[node + columns + i];
            }
            if (any != 0) {
                return true;
            }
        }
        return false;
    }

    /** Of luma, blue or red by node. */
    public int[] of(int lens, int plane) {
        return lifts[lens][plane];
    }

    public int columns() {
        return columns;
    }
}
