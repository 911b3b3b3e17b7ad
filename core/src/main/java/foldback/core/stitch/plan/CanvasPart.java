package foldback.core.stitch.plan;

import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.warp.Canvas;
import foldback.core.warp.CoordinateGrid;
import java.util.List;
import java.util.Optional;

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
            // Most are far from anything that differs: a middle that shows nothing does not say so.
            boolean near = !look.isClear(left + BLOCK / 2.0, top + BLOCK / 2.0);
            for (int place = 0; near && place < PLACES * PLACES && !part.blocks[block]; place++) {
                double x = left + place % PLACES * BLOCK / (PLACES - 1.0);
                double y = top + place / PLACES * BLOCK / (PLACES - 1.0);
                part.blocks[block] = look.seen(x, y)
                        .filter(seen -> look.differs(seen, x, y, (double) BLOCK / PLACES))
                        .isPresent();
            }
        }
        return part;
    }

    /** Looks whether anything differs about places of a canvas. */
    private record Look(Canvas canvas, Rotation rigFromCanvas, List<Reach> differing, double[] ray) {
        /** The direction of the rig at a place; empty where nothing is shown. */
        Optional<Direction> seen(double x, double y) {
            canvas.projection().ray(x, y, canvas.width(), canvas.height(), ray);
            return Double.isNaN(ray[0])
                    ? Optional.empty()
                    : Optional.of(rigFromCanvas.apply(new Direction(ray[0], ray[1], ray[2])));
        }

        /** Whether anything differs there, or so many pixels beside it. */
        boolean differs(Direction seen, double x, double y, double around) {
            double slack = canvas.projection().radiansPerPixel(x, y, canvas.width(), canvas.height()) * around;
            return differing.stream().anyMatch(reach -> reach.reaches(seen, slack));
        }

        /** Whether nothing differs in the block that a place is the middle of. */
        boolean isClear(double x, double y) {
            Optional<Direction> seen = seen(x, y);
            return seen.isPresent() && !differs(seen.get(), x, y, BLOCK);
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
