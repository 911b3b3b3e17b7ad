package foldback.core.stitch.band;

import foldback.core.lens.LensFrame;
import foldback.core.matte.MatteMap;
import foldback.core.run.Threads;
import foldback.core.stitch.plan.CellPlan;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.warp.CoordinateGrid;
import java.util.Arrays;
import java.util.List;

/**
 * What lenses count in each band at the nodes that several of them show: powers of how far a place is inside of their pictures. Immutable by
 * agreement.
 */
final class NodeShares {
    private final CellPlan plan;
    /** By row of nodes, the columns of those that several lenses show. */
    private final int[][] columns;
    /** By row, lens and band, what the lens counts at each of them; all lenses together 1. */
    private final float[][][][] shares;

    private NodeShares(CellPlan plan) {
        this.plan = plan;
        columns = new int[plan.cellRows() + 1][];
        shares = new float[plan.cellRows() + 1][][][];
    }

    /**
     * Those of a plan.
     *
     * @param powers by band
     * @param mattes by lens, what is painted in its picture; empty where nothing is
     */
    static NodeShares of(CellPlan plan, double[] powers, List<MatteMap> mattes, Threads threads)
            throws InterruptedException {
        NodeShares found = new NodeShares(plan);
        threads.share(found.columns.length, () -> row -> found.find(row, powers, mattes));
        return found;
    }

    private void find(int row, double[] powers, List<MatteMap> mattes) {
        StitchSettings settings = plan.settings();
        int lenses = settings.rig().lenses().size();
        int count = plan.cellColumns() + 1;
        double[][] depths = new double[lenses][count];
        int[] seen = new int[count];
        for (int lens = 0; lens < lenses; lens++) {
            LensFrame frame = settings.rig().lenses().get(lens).lens().frame();
            double focal = settings.rig().lenses().get(lens).lens().focalPx();
            CoordinateGrid grid = plan.grid(settings.picture(lens, 0));
            for (int column = 0; column < count; column++) {
                int node = row * count + column;
                double inside = frame.depthInside(grid.x(node), grid.y(node)) - StitchPlan.MARGIN_PX;
                // Not a number is not inside.
                if (inside > 0) {
                    depths[lens][column] = inside / focal;
                    seen[column]++;
                }
            }
        }
        if (!mattes.isEmpty()) {
            leaveOut(row, depths, mattes);
        }
        int[] shared = new int[count];
        int n = 0;
        for (int column = 0; column < count; column++) {
            if (seen[column] > 1) {
                shared[n++] = column;
            }
        }
        columns[row] = Arrays.copyOf(shared, n);
        shares[row] = new float[lenses][powers.length][n];
        for (int band = 0; band < powers.length; band++) {
            for (int k = 0; k < n; k++) {
                double sum = 0;
                for (double[] depth : depths) {
                    sum += Math.pow(depth[shared[k]], powers[band]);
                }
                for (int lens = 0; lens < lenses; lens++) {
                    shares[row][lens][band][k] = (float) (Math.pow(depths[lens][shared[k]], powers[band]) / sum);
                }
            }
        }
    }

    /** Lenses that are painted out, or beside one that is painted in, lend nothing, but where that would leave none. */
    private void leaveOut(int row, double[][] depths, List<MatteMap> mattes) {
        StitchSettings settings = plan.settings();
        int count = plan.cellColumns() + 1;
        double[] kept = new double[depths.length];
        for (int column = 0; column < count; column++) {
            double most = 0;
            double sum = 0;
            for (int lens = 0; lens < kept.length; lens++) {
                CoordinateGrid grid = plan.grid(settings.picture(lens, 0));
                int node = row * count + column;
                kept[lens] = depths[lens][column] > 0 ? mattes.get(lens).at(grid.x(node), grid.y(node)) : -1;
                most = Math.max(most, kept[lens]);
            }
            for (int lens = 0; lens < kept.length; lens++) {
                kept[lens] = kept[lens] < 0 ? (1 + kept[lens]) * (1 - most) : 1 - most + kept[lens];
                sum += kept[lens] * depths[lens][column];
            }
            for (int lens = 0; sum > 0 && lens < kept.length; lens++) {
                depths[lens][column] *= kept[lens];
            }
        }
    }

    boolean isOf(CellPlan other) {
        return plan == other;
    }

    int[] columns(int row) {
        return columns[row];
    }

    float[] of(int row, int lens, int band) {
        return shares[row][lens][band];
    }
}
