package foldback.core.warp;

import foldback.core.picture.BytePlane;
import foldback.core.picture.Plane;
import foldback.core.picture.ShortPlane;

/**
 * Takes samples of planes along strips; one instance a thread, it owns the buffers between the steps.
 *
 * <p>The work is cut into steps that each run over the whole strip: loads, weights and sums. Loads cannot be vectorised on
 * the JVM, all else is; together in one loop they cost twice as much (see docs/measures.md).
 *
 * <p>Results are code values with {@value #FRACTION_BITS} fraction bits; bicubic ones may overshoot by a quarter of the
 * range.
 */
public final class Sampler {
    /** Enough that the rounding of gains stays under a sixteenth of a code value. */
    public static final int FRACTION_BITS = 3;

    private final int[][] loads;
    private final int[] high;
    private final CubicWeights weights;

    /** @param capacity the most samples of a strip */
    public Sampler(int capacity) {
        loads = new int[4][capacity];
        high = new int[capacity];
        weights = new CubicWeights(capacity);
    }

    /**
     * Samples at places.
     *
     * @param plane read; the places lie at least 1 sample from its left and top and 2 from its right and bottom
     * @param out written from 0
     */
    public void sample(Plane plane, Kernel kernel, SamplePlaces places, int[] out) {
        if (kernel == Kernel.QUICK) {
            bilinear(plane, places, out);
        } else {
            bicubic(plane, places, out);
        }
    }

    private void bilinear(Plane plane, SamplePlaces places, int[] out) {
        int count = places.count;
        int first = plane.offset() + places.base;
        if (plane instanceof BytePlane bytes) {
            SampleSteps.squares(bytes.data(), plane.stride(), first, places.addresses, loads[0], count);
            SampleSteps.linear(places.entries, loads[0], out, count);
        } else if (plane instanceof ShortPlane shorts) {
            SampleSteps.pairs(shorts.data(), first, places.addresses, loads[0], count);
            SampleSteps.pairs(shorts.data(), first + plane.stride(), places.addresses, loads[1], count);
            SampleSteps.linear(places.entries, loads[0], loads[1], out, count);
        }
    }

    private void bicubic(Plane plane, SamplePlaces places, int[] out) {
        int count = places.count;
        int first = plane.offset() + places.base - plane.stride() - 1;
        weights.ofColumns(places);
        if (plane instanceof BytePlane bytes) {
            for (int[] row : loads) {
                SampleSteps.quads(bytes.data(), first, places.addresses, row, count);
                first += plane.stride();
                weights.alongBytes(row, count);
            }
        } else if (plane instanceof ShortPlane shorts) {
            for (int[] row : loads) {
                SampleSteps.pairs(shorts.data(), first, places.addresses, row, count);
                SampleSteps.pairs(shorts.data(), first + 2, places.addresses, high, count);
                weights.alongShorts(row, high, count);
                first += plane.stride();
            }
        }
        weights.ofRows(places);
        weights.down(loads, out, count);
    }
}
