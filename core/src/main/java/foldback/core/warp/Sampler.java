package foldback.core.warp;

import foldback.core.picture.BytePlane;
import foldback.core.picture.Plane;
import foldback.core.picture.ShortPlane;

/**
 * Takes samples of planes along strips; one instance a thread, it owns the buffers between the steps.
 *
 * <p>The work is cut into steps that each run over the whole strip: addresses, loads, and sums. Loads cannot be
 * vectorised on the JVM, all else is; together in one loop they cost twice as much (see docs/measures.md).
 *
 * <p>Results are code values with {@value #FRACTION_BITS} fraction bits; bicubic ones may overshoot by a quarter of the
 * range.
 */
public final class Sampler {
    /** Enough that the rounding of gains stays under a sixteenth of a code value. */
    public static final int FRACTION_BITS = 3;

    private final int[] address;
    private final int[][] loads;

    /** @param capacity the most samples of a strip */
    public Sampler(int capacity) {
        address = new int[capacity];
        loads = new int[8][capacity];
    }

    /**
     * Samples along a path.
     *
     * @param plane read; the path's samples lie at least 1 sample from its left and top and 2 from its right and bottom
     * @param out written from 0
     */
    public void sample(Plane plane, Kernel kernel, StripPath path, int[] out) {
        int count = path.count();
        int before = kernel == Kernel.FINE ? plane.stride() + 1 : 0;
        SampleSteps.addresses(path.x, path.y, plane.stride(), plane.offset() - before, address, count);
        if (kernel == Kernel.QUICK) {
            bilinear(plane, path, out);
        } else {
            loadRows(plane, path.x, count);
            SampleSteps.cubicInner(path.y, loads[1], loads[2], loads[4], count);
            SampleSteps.subtract(loads[1], loads[0], count);
            SampleSteps.subtract(loads[1], loads[3], count);
            SampleSteps.cubicOuter(path.y, loads[0], loads[3], loads[4], out, count);
        }
    }

    private void bilinear(Plane plane, StripPath path, int[] out) {
        int count = path.count();
        if (plane instanceof BytePlane bytes) {
            SampleSteps.pairs(bytes.data(), plane.stride(), address, loads[0], loads[1], count);
            SampleSteps.linearRowBytes(path.x, loads[0], loads[0], count);
            SampleSteps.linearRowBytes(path.x, loads[1], loads[1], count);
        } else if (plane instanceof ShortPlane shorts) {
            SampleSteps.pairs(shorts.data(), plane.stride(), address, loads[0], loads[1], count);
            SampleSteps.linearRowShorts(path.x, loads[0], loads[0], count);
            SampleSteps.linearRowShorts(path.x, loads[1], loads[1], count);
        }
        SampleSteps.linearColumn(path.y, loads[0], loads[1], out, count);
    }

    private void loadRows(Plane plane, int[] x, int count) {
        if (plane instanceof BytePlane bytes) {
            SampleSteps.quads(bytes.data(), plane.stride(), address, loads[0], loads[1], loads[2], loads[3], count);
            for (int row = 0; row < 4; row++) {
                SampleSteps.cubicRow(x, loads[row], loads[row], count);
            }
        } else if (plane instanceof ShortPlane shorts) {
            for (int row = 0; row < 4; row++) {
                SampleSteps.quadRow(shorts.data(), row * plane.stride(), address, loads[row], loads[4 + row], count);
                SampleSteps.cubicRow(x, loads[row], loads[4 + row], loads[row], count);
            }
        }
    }
}
