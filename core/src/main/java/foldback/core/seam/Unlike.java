package foldback.core.seam;

/**
 * By how much what two lenses show at the same places differs: in light and in its steps, which a cut would show (Agarwala et al. 2004). What one lens
 * is brighter all around a place is no difference: Balance evens it.
 */
final class Unlike {
    /** Of differences in steps of light beside those of light itself. */
    private static final float STEPS = 2;
    /** To both sides of a place, within which a lens's being brighter is told, nodes. */
    private static final int AROUND = 24;

    private final float[] a;
    private final float[] b;
    private final int columns;
    private final int nodes;
    private final boolean isRing;

    private Unlike(SeamStrip strip, float[] a, float[] b) {
        this.a = a;
        this.b = b;
        columns = strip.columns();
        nodes = columns / SeamStrip.MULTIPLE;
        isRing = strip.isRing();
    }

    /**
     * At each node of a strip.
     *
     * @param a what the first lens shows at the strip's pixels, codes of 8 bits, NaN where it sees nothing
     */
    static float[] of(SeamStrip strip, float[] a, float[] b) {
        Unlike unlike = new Unlike(strip, a, b);
        float[] off = new float[a.length];
        for (int row = 0; row < strip.rows() / SeamStrip.MULTIPLE; row++) {
            unlike.takeOff(row, off);
        }
        float[] found = new float[unlike.nodes * (strip.rows() / SeamStrip.MULTIPLE)];
        for (int node = 0; node < found.length; node++) {
            found[node] = unlike.mean(off, node / unlike.nodes, node % unlike.nodes);
        }
        return found;
    }

    /** The difference at the pixels of a row of nodes, the second lens as bright as the first one is around there. */
    private void takeOff(int row, float[] off) {
        double[] sumsA = new double[nodes + 1];
        double[] sumsB = new double[nodes + 1];
        int begin = row * SeamStrip.MULTIPLE * columns;
        int end = begin + SeamStrip.MULTIPLE * columns;
        for (int at = begin; at < end; at++) {
            if (!Float.isNaN(a[at]) && !Float.isNaN(b[at])) {
                int node = (at - begin) % columns / SeamStrip.MULTIPLE;
                sumsA[node + 1] += a[at];
                sumsB[node + 1] += b[at];
            }
        }
        for (int node = 0; node < nodes; node++) {
            sumsA[node + 1] += sumsA[node];
            sumsB[node + 1] += sumsB[node];
        }
        for (int node = 0; node < nodes; node++) {
            double ofB = around(sumsB, node);
            float gain = ofB > 0 ? (float) (around(sumsA, node) / ofB) : 1;
            for (int y = 0; y < SeamStrip.MULTIPLE; y++) {
                int from = begin + y * columns + node * SeamStrip.MULTIPLE;
                for (int at = from; at < from + SeamStrip.MULTIPLE; at++) {
                    off[at] = a[at] - gain * b[at];
                }
            }
        }
    }

    /** What is added up from so many nodes before one to as many behind it. */
    private double around(double[] sums, int node) {
        int from = node - AROUND;
        int to = node + AROUND + 1;
        if (!isRing || 2 * AROUND + 1 >= nodes) {
            return sums[Math.min(nodes, to)] - sums[Math.max(0, from)];
        }
        double sum = sums[Math.min(nodes, to)] - sums[Math.max(0, from)];
        sum += from < 0 ? sums[nodes] - sums[nodes + from] : 0;
        sum += to > nodes ? sums[to - nodes] : 0;
        return sum;
    }

    private float mean(float[] off, int nodeRow, int nodeColumn) {
        float sum = 0;
        for (int y = 0; y < SeamStrip.MULTIPLE; y++) {
            int row = (nodeRow * SeamStrip.MULTIPLE + y) * columns;
            for (int x = 0; x < SeamStrip.MULTIPLE; x++) {
                int column = nodeColumn * SeamStrip.MULTIPLE + x;
                int next = column + 1 < columns ? column + 1 : isRing ? 0 : column;
                int below = row + columns < off.length ? row + columns : row;
                float here = off[row + column];
                sum += Math.abs(here)
                        + STEPS * (Math.abs(off[row + next] - here) + Math.abs(off[below + column] - here)) / 2;
            }
        }
        float mean = sum / (SeamStrip.MULTIPLE * SeamStrip.MULTIPLE);
        return Float.isNaN(mean) ? SeamFlow.UNSEEN : Math.min(SeamFlow.UNSEEN, mean);
    }
}
