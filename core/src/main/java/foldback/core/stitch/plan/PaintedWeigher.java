package foldback.core.stitch.plan;

import java.util.Arrays;

/**
 * What lenses count where they are painted in or out: a mean over all levels from 0 to 1. At a level those lenses meet that are painted in
 * by as much; where there are none, those that are not painted out by as much; where none is left, all. So a soft edge of paint fades from
 * what is seen with a lens to what is seen without it. One instance a thread.
 */
final class PaintedWeigher {
    private final Weigher weigher;
    private final boolean isStated;
    private final double[] levels;
    private final int[] chosen;
    private final double[] raw;
    private final int[] all;
    private final int[] some;
    private final double[] sums;

    PaintedWeigher(Weigher weigher, int lenses) {
        this.weigher = weigher;
        isStated = weigher.onSphere().isPresent();
        levels = new double[lenses + 2];
        chosen = new int[lenses];
        raw = new double[lenses];
        all = new int[lenses];
        some = new int[lenses];
        sums = new double[lenses];
    }

    /**
     * Writes each lens's weight as {@link Weigher#weigh} does.
     *
     * @param wanted what the weigher goes by: sides, or what was stated
     * @param painted by lens, 1 where it is to be shown, -1 where it is left out
     */
    void weigh(int[] active, int actives, double[] wanted, double[] depth, double[] painted, int[] weights) {
        weighAmong(active, actives, wanted, depth, all);
        int count = 0;
        for (int a = 0; a < actives; a++) {
            sums[active[a]] = 0;
            levels[count++] = Math.min(1, Math.abs(painted[active[a]]));
        }
        levels[count++] = 0;
        levels[count++] = 1;
        Arrays.sort(levels, 0, count);
        for (int n = 1; n < count; n++) {
            double share = levels[n] - levels[n - 1];
            if (share > 0) {
                add(share, (levels[n] + levels[n - 1]) / 2, active, actives, wanted, depth, painted);
            }
        }
        Weigher.share(active, actives, depth, sums, weights);
    }

    private void add(
            double share, double level, int[] active, int actives, double[] wanted, double[] depth, double[] painted) {
        int left = choose(active, actives, depth, painted, level);
        if (left == 0) {
            left = choose(active, actives, depth, painted, -level);
        }
        double cover = 0;
        for (int n = 0; n < left; n++) {
            cover = Math.max(cover, weigher.rimShare(depth, chosen[n]));
        }
        if (left > 0) {
            Arrays.fill(some, 0);
            weighAmong(chosen, left, wanted, depth, some);
        }
        // Near the rims of those that are left, the others come back.
        for (int a = 0; a < actives; a++) {
            int lens = active[a];
            sums[lens] += share * (all[lens] + cover * (some[lens] - all[lens]));
        }
    }

    /** Finds those that show the place and are painted no less than that; how many they are. */
    private int choose(int[] active, int actives, double[] depth, double[] painted, double least) {
        int count = 0;
        for (int a = 0; a < actives; a++) {
            if (depth[active[a]] > 0 && painted[active[a]] >= least) {
                chosen[count++] = active[a];
            }
        }
        return count;
    }

    private void weighAmong(int[] lenses, int count, double[] wanted, double[] depth, int[] weights) {
        if (isStated) {
            weigher.weighStated(lenses, count, wanted, depth, raw, weights);
        } else {
            weigher.weigh(lenses, count, wanted, depth, raw, weights);
        }
    }
}
