package foldback.engine.seam;

import foldback.core.seam.SeamFlow;

/** How far apart two lenses show the same at their seam. */
final class SeamApart {
    /** Of rows on both sides of the seam that count, as a share of all. */
    private static final double MIDDLE = 0.3;

    private SeamApart() {}

    /** Root mean square over the seam of what is sure, radians; 0 where nothing is. */
    static double of(SeamFlow flow) {
        int from = (int) (flow.rows() * (0.5 - MIDDLE / 2));
        int to = (int) Math.ceil(flow.rows() * (0.5 + MIDDLE / 2));
        double sum = 0;
        double weights = 0;
        for (int at = from * flow.columns(); at < to * flow.columns(); at++) {
            double apart = flow.across()[at] * flow.across()[at] + flow.along()[at] * flow.along()[at];
            sum += flow.sure()[at] * apart;
            weights += flow.sure()[at];
        }
        return weights > 0 ? Math.sqrt(sum / weights) : 0;
    }
}
