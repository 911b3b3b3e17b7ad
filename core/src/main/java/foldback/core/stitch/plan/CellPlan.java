package foldback.core.stitch.plan;

import foldback.core.warp.CoordinateGrid;
import foldback.core.warp.SamplePlaces;

/**
 * The geometry of one canvas, cell by cell: which of the lenses' pictures show a cell, where it looks in them, and what each counts
 * there. Of a lens there may be several pictures, see {@link StitchSettings#levels}; a cell shows one of them at the most.
 */
public interface CellPlan {
    int EMPTY = -1;
    int MIXED = -2;
    /** Left to somebody else. */
    int SKIPPED = -3;

    StitchSettings settings();

    /** Where the pixels look in a picture. */
    CoordinateGrid grid(int picture);

    /** The picture that shows the whole cell, or {@link #EMPTY}, {@link #MIXED} or {@link #SKIPPED}. */
    int pictureOf(int cell);

    /** Whether a picture shows a part of a cell at least. */
    boolean shows(int cell, int picture);

    /** Whether all source coordinates of a picture that shows a cell may be read. */
    boolean isReadable(int cell, int picture);

    /** The same of some cells in a row. */
    default boolean areReadable(int cell, int cells, int picture) {
        boolean readable = true;
        for (int i = 0; i < cells; i++) {
            readable &= isReadable(cell + i, picture);
        }
        return readable;
    }

    /** Whether the same pictures show both cells. */
    boolean alike(int cell, int other);

    /**
     * What finds the weights of mixed cells; one a thread.
     *
     * @param capacity the most pixels that will be asked for at once
     */
    CellWeights weights(int capacity);

    default int pictureCount() {
        return settings().pictures();
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
     * How many cells from one on may be painted as a strip: they show the same pictures, and what these look at spans no
     * more rows of them than sample places can.
     */
    default int together(int column, int row, int mostCells) {
        int cell = row * cellColumns() + column;
        int cells = 1;
        while (cells < mostCells && column + cells < cellColumns() && alike(cell, cell + cells)) {
            cells++;
        }
        for (int picture = 0; picture < pictureCount() && cells > 1; picture++) {
            if (shows(cell, picture)) {
                int most = SamplePlaces.mostRows(settings().frame(picture).width());
                cells = grid(picture).cellsWithin(nodeOf(column, row), cells, most);
            }
        }
        return cells;
    }
}
