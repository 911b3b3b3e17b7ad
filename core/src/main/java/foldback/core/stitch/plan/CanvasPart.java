package foldback.core.stitch.plan;

import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.warp.Canvas;
import foldback.core.warp.CoordinateGrid;
import foldback.core.warp.projection.Projection;
import java.util.List;

/** The part of a canvas in which lenses or seams may be moved, in whole cells of any plan. Immutable. */
public final class CanvasPart {
    /** No plan's cells are larger, and all fit into it. */
    private static final int BLOCK = CoordinateGrid.LARGEST_CELL;
    /** Places of a block that are looked at each way. */
    private static final int PLACES = 3;

    private final int columns;
    private final int rows;
    private final boolean[] blocks;

    private CanvasPart(int columns, int rows) {
        this.columns = columns;
        this.rows = rows;
        blocks = new boolean[columns * rows];
    }

    /** What may differ from how all else is painted, over directions of the rig. */
    @FunctionalInterface
    public interface Reach {
        /**
         * Whether it may at any time.
         *
         * @param slack how far beside a direction counts, too, radians
         */
        boolean reaches(Direction seen, double slack);
    }

    /** The part in which something may differ at any time. */
    public static CanvasPart of(Canvas canvas, Rotation rigFromCanvas, List<Reach> differing) {
        CanvasPart part = new CanvasPart((canvas.width() + BLOCK - 1) / BLOCK, (canvas.height() + BLOCK - 1) / BLOCK);
        Look look = new Look(canvas, rigFromCanvas, differing, new double[3]);
        for (int block = 0; block < part.blocks.length; block++) {
            double left = block % part.columns * BLOCK;
            double top = block / part.columns * BLOCK;
            // Most are far from anything that differs: a place that is not known says nothing.
            boolean near = look.at(left + BLOCK / 2.0, top + BLOCK / 2.0, BLOCK, true);
            for (int place = 0; near && place < PLACES * PLACES && !part.blocks[block]; place++) {
                double x = left + place % PLACES * BLOCK / (PLACES - 1.0);
                double y = top + place / PLACES * BLOCK / (PLACES - 1.0);
                part.blocks[block] = look.at(x, y, (double) BLOCK / PLACES, false);
            }
        }
        return part;
    }

    /** Looks whether anything differs about places of a canvas. */
    private record Look(Canvas canvas, Rotation rigFromCanvas, List<Reach> differing, double[] ray) {
        /**
         * About one place.
         *
         * @param around how far beside it counts, pixels
         * @param unknown what to say of a place that shows nothing
         */
        boolean at(double x, double y, double around, boolean unknown) {
            Projection projection = canvas.projection();
            projection.ray(x, y, canvas.width(), canvas.height(), ray);
            if (Double.isNaN(ray[0])) {
                return unknown;
            }
            double slack = projection.radiansPerPixel(x, y, canvas.width(), canvas.height()) * around;
            Direction seen = rigFromCanvas.apply(new Direction(ray[0], ray[1], ray[2]));
            return differing.stream().anyMatch(reach -> reach.reaches(seen, slack));
        }
    }

    /** Whether a cell lies in it. */
    boolean holds(int column, int row, int cell) {
        return blocks[row * cell / BLOCK * columns + column * cell / BLOCK];
    }

    /** How much of the canvas it is. */
    public double share() {
        int count = 0;
        for (boolean block : blocks) {
            count += block ? 1 : 0;
        }
        return (double) count / columns / rows;
    }
}
