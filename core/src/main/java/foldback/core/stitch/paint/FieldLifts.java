package foldback.core.stitch.paint;

import foldback.core.lens.LensFrame;
import foldback.core.stitch.plan.CellPlan;
import foldback.core.tone.LensLight;
import foldback.core.tone.Vignetting;
import foldback.core.warp.CoordinateGrid;

/** What is given back of each lens's light at the nodes of its grid: made when first asked for, and kept while vignettings stay. */
public final class FieldLifts {
    private final CellPlan plan;
    private final Vignetting[] vignettings;
    private final int[][] lifts;

    public FieldLifts(CellPlan plan) {
        this.plan = plan;
        vignettings = new Vignetting[plan.pictureCount()];
        lifts = new int[plan.pictureCount()][];
    }

    /** By node, see {@link LensLight#lift}; null where the lens loses nothing. */
    synchronized int[] of(int picture, LensLight light) {
        if (light.vignetting().isNone()) {
            return null;
        }
        if (!light.vignetting().equals(vignettings[picture])) {
            vignettings[picture] = light.vignetting();
            lifts[picture] = liftsOf(picture, light);
        }
        return lifts[picture];
    }

    private int[] liftsOf(int picture, LensLight light) {
        CoordinateGrid grid = plan.grid(picture);
        LensFrame frame = plan.settings().frame(picture);
        int[] lifts = new int[grid.columns() * grid.rows()];
        for (int node = 0; node < lifts.length; node++) {
            // Beyond its rim a lens shows nothing, and a node that it says nothing of lies far out.
            double share = Math.min(1, frame.fieldShare(grid.x(node), grid.y(node)));
            lifts[node] = light.lift(share);
        }
        return lifts;
    }
}
