package foldback.core.stitch.paint;

import foldback.core.lens.LensFrame;
import foldback.core.stitch.plan.CellPlan;
import foldback.core.tone.Falloff;
import foldback.core.tone.LensLight;
import foldback.core.warp.CoordinateGrid;

/** What is given back of each lens's light at the nodes of its grid: made when first asked for, and kept while falloffs stay. */
public final class FieldLifts {
    private final CellPlan plan;
    private final Falloff[] falloffs;
    private final int[][] lifts;

    public FieldLifts(CellPlan plan) {
        this.plan = plan;
        falloffs = new Falloff[plan.lensCount()];
        lifts = new int[plan.lensCount()][];
    }

    /** By node, see {@link LensLight#lift}; null where the lens loses nothing. */
    synchronized int[] of(int lens, LensLight light) {
        if (light.falloff().isNone()) {
            return null;
        }
        if (!light.falloff().equals(falloffs[lens])) {
            falloffs[lens] = light.falloff();
            lifts[lens] = liftsOf(lens, light);
        }
        return lifts[lens];
    }

    private int[] liftsOf(int lens, LensLight light) {
        CoordinateGrid grid = plan.grid(lens);
        LensFrame frame = plan.settings().rig().lenses().get(lens).lens().frame();
        int[] made = new int[grid.columns() * grid.rows()];
        for (int node = 0; node < made.length; node++) {
            // Beyond its rim a lens shows nothing, and a node that it says nothing of lies far out.
            double share = Math.min(1, frame.fieldShare(grid.x(node), grid.y(node)));
            made[node] = light.lift(share);
        }
        return made;
    }
}
