package foldback.core.stitch.plan;

import foldback.core.lens.LensFrame;
import foldback.core.warp.CoordinateGrid;
import java.util.List;

/**
 * Which of a lens's pictures a cell is painted from: the one with about as many pixels as the canvas has there, so that nothing aliases
 * where the canvas shrinks the lens, and nothing is lost where it does not.
 */
final class LevelChoice {
    private final int levels;
    private final List<LensFrame> frames;

    LevelChoice(StitchSettings settings) {
        levels = settings.levels();
        frames = settings.rig().lenses().stream()
                .map(lens -> lens.lens().frame())
                .toList();
    }

    /**
     * How often the picture is halved.
     *
     * @param grid of the lens's own picture
     * @param node the first one of a cell that is known
     */
    int of(int lens, CoordinateGrid grid, int node) {
        if (levels == 1) {
            return 0;
        }
        double source = grid.sourcePerCanvas(node);
        double inside = inside(frames.get(lens), grid, node);
        int times = 0;
        while (times < levels - 1
                && source / (1 << times) > StitchPlan.MOST_SOURCE_PER_CANVAS
                // Kernels reach as many pixels of a coarser picture, which are larger.
                && inside >= StitchPlan.MARGIN_PX * (2 << times)) {
            times++;
        }
        return times;
    }

    private static double inside(LensFrame frame, CoordinateGrid grid, int node) {
        double least = Double.POSITIVE_INFINITY;
        for (int corner = 0; corner < 4; corner++) {
            int at = node + (corner & 1) + (corner >> 1) * grid.columns();
            least = Math.min(least, frame.depthInside(grid.x(at), grid.y(at)));
        }
        return least;
    }
}
