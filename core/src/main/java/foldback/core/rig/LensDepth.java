package foldback.core.rig;

import java.util.Arrays;

/**
 * How deep the places of the sphere lie inside the pictures of the lenses that show them best: what a margin at the rims of
 * pictures leaves of the overlaps.
 */
public final class LensDepth {
    private static final int COLUMNS = 192;
    private static final int ROWS = COLUMNS / 2;
    /** No direction is farther from a place of the grid, radians. */
    private static final double BETWEEN = Math.PI / ROWS / Math.sqrt(2);
    /** What a margin may take of the overlaps where the sphere has a hole, whose border moves anyway. */
    private static final double LEAST_LEFT = 0.9;

    /** The largest and the second largest depth of each place, pixels. */
    private final double[] best = new double[COLUMNS * ROWS];

    private final double[] second = new double[COLUMNS * ROWS];
    /** By how much a depth can be smaller between the places of the grid, pixels. */
    private final double slack;

    /** Looks at a rig, all of whose lenses are stated for the pictures that depths are meant in. */
    public LensDepth(Rig rig) {
        Arrays.fill(best, Double.NEGATIVE_INFINITY);
        Arrays.fill(second, Double.NEGATIVE_INFINITY);
        double focal = 0;
        for (RigLens lens : rig.lenses()) {
            focal = Math.max(focal, lens.lens().focalPx());
            look(lens);
        }
        slack = focal * BETWEEN;
    }

    private void look(RigLens lens) {
        double[] m = lens.rigFromLens().inverse().matrix();
        for (int row = 0; row < ROWS; row++) {
            double[] depths = Coverage.depths(lens.lens(), m, COLUMNS, row);
            for (int column = 0; column < COLUMNS; column++) {
                double depth = depths[column];
                int place = row * COLUMNS + column;
                if (depth > best[place]) {
                    second[place] = best[place];
                    best[place] = depth;
                } else if (depth > second[place]) {
                    second[place] = depth;
                }
            }
        }
    }

    /**
     * Whether a margin opens no seam: where the sphere is covered with the smaller margin, it stays so with the larger one;
     * where it is not, nearly all that two lenses share is still shown by one.
     *
     * @param smaller margin, pixels
     * @param larger margin, pixels
     */
    public boolean holds(double smaller, double larger) {
        double least = Arrays.stream(best).min().orElseThrow();
        if (least > smaller) {
            return least - slack > larger;
        }
        int shared = 0;
        int left = 0;
        for (int place = 0; place < best.length; place++) {
            if (second[place] > smaller) {
                shared++;
                left += best[place] > larger ? 1 : 0;
            }
        }
        return left >= LEAST_LEFT * shared;
    }
}
