package foldback.core.stitch.plan;

import foldback.core.warp.CoordinateGrid;
import foldback.core.warp.SamplePlaces;

/** The geometry of one picture, cell by cell: which lenses show a cell, where they look, and what each counts there. */
public interface CellPlan {
    int EMPTY = -1;
    int MIXED = -2;

    StitchSettings settings();

    /** Where the pixels look in a lens's picture. */
    CoordinateGrid grid(int lens);

    /** The lens that shows the whole cell, or {@link #EMPTY} or {@link #MIXED}. */
    int lensOf(int cell);

    /** Whether a lens shows a part of a cell at least. */
    boolean shows(int cell, int lens);

    /** Whether all source coordinates of a lens that shows a cell may be read. */
    boolean isReadable(int cell, int lens);

    /** The same of some cells in a row. */
    default boolean areReadable(int cell, int cells, int lens) {
        boolean readable = true;
        for (int i = 0; i < cells; i++) {
            readable &= isReadable(cell + i, lens);
        }
        return readable;
    }

    /** Whether the same lenses show both cells. */
    boolean alike(int cell, int other);

    /**
     * What finds the weights of mixed cells; one a thread.
     *
     * @param capacity the most pixels that will be asked for at once
     */
    CellWeights weights(int capacity);

    default int lensCount() {
        return settings().rig().lenses().size();
    }

    default int cellSize() {
        return grid(0).cell();
    }

    default int cellColumns() {
        return grid(0).columns() - 1;
    }

    default int cellRows() {
        return grid(0).rows() - 1;
    }

    /** The first node of a cell. */
    default int nodeOf(int cellColumn, int cellRow) {
        return cellRow * (cellColumns() + 1) + cellColumn;
    }

    /**
     * How many cells from one on may be painted as a strip: they show the same lenses, and what these look at spans no
     * more rows of their pictures than sample places can.
     */
    default int together(int column, int row, int most) {
        int cell = row * cellColumns() + column;
        int cells = 1;
        while (cells < most && column + cells < cellColumns() && alike(cell, cell + cells)) {
            cells++;
        }
        for (int lens = 0; lens < lensCount() && cells > 1; lens++) {
            if (shows(cell, lens)) {
                cells = grid(lens).cellsWithin(nodeOf(column, row), cells, SamplePlaces.mostRows(widthOf(lens)));
            }
        }
        return cells;
    }

    default int widthOf(int lens) {
        return settings().rig().lenses().get(lens).lens().frame().width();
    }
}
