package foldback.core.warp;

import foldback.core.warp.projection.Projection;

/**
 * How coordinates bend within the cells of a grid: with them a cell is interpolated by a parabola each way, x(u, v) = bilinear - u (1 -
 * u) across / 2 - v (1 - v) down / 2, and may be twice as large for the same error. Fixed point as the grid's nodes, by the first
 * node of a cell.
 */
final class CellBends {
    final int[] acrossX;
    final int[] downX;
    final int[] acrossY;
    final int[] downY;

    CellBends(int nodes) {
        this(new int[nodes], new int[nodes], new int[nodes], new int[nodes]);
    }

    private CellBends(int[] acrossX, int[] downX, int[] acrossY, int[] downY) {
        this.acrossX = acrossX;
        this.downX = downX;
        this.acrossY = acrossY;
        this.downY = downY;
    }

    /** The same for a picture halved so many times. */
    CellBends halved(int times) {
        return new CellBends(
                CoordinateGrid.halved(acrossX, times),
                CoordinateGrid.halved(downX, times),
                CoordinateGrid.halved(acrossY, times),
                CoordinateGrid.halved(downY, times));
    }

    /**
     * Finds the bends of cells of a row; others are straight.
     *
     * @param exact places of all nodes, 2 a node; NaN where unknown
     * @param row of the cells' upper nodes
     * @param wanted the cells' columns, rising; the last column of nodes begins none
     */
    void find(double[] exact, int row, int columns, int rows, Projection.Edges edges, int[] wanted) {
        for (int which = 0; which < 2; which++) {
            int[] acrossOut = which == 0 ? acrossX : acrossY;
            int[] downOut = which == 0 ? downX : downY;
            int known = -1;
            double acrossLeft = 0;
            double downLeft = 0;
            for (int i : wanted) {
                if (i == columns - 1) {
                    continue;
                }
                if (i != known) {
                    acrossLeft = acrossOfTwo(exact, i, row, which, columns, edges);
                    downLeft = downOfTwo(exact, i, row, which, columns, rows);
                }
                double acrossRight = acrossOfTwo(exact, i + 1, row, which, columns, edges);
                double downRight = downOfTwo(exact, i + 1, row, which, columns, rows);
                acrossOut[row * columns + i] = fixed((acrossLeft + acrossRight) / 4);
                downOut[row * columns + i] = fixed((downLeft + downRight) / 4);
                acrossLeft = acrossRight;
                downLeft = downRight;
                known = i + 1;
            }
        }
    }

    /** Of a node and the one below it. */
    private static double acrossOfTwo(
            double[] exact, int column, int row, int which, int columns, Projection.Edges edges) {
        return across(exact, column, row, which, columns, edges)
                + across(exact, column, row + 1, which, columns, edges);
    }

    private static double downOfTwo(double[] exact, int column, int row, int which, int columns, int rows) {
        return down(exact, column, row, which, columns, rows) + down(exact, column, row + 1, which, columns, rows);
    }

    /**
     * The second difference along a row of nodes, of which {@code which} is 0 for x and 1 for y. A sphere closes round: the column
     * before the first is the last but one. Where a picture ends the next column in stands for the missing one.
     */
    static double across(double[] exact, int column, int row, int which, int columns, Projection.Edges edges) {
        int first = row * columns;
        if (edges == Projection.Edges.WRAP) {
            int left = column == 0 ? columns - 2 : column - 1;
            int right = column == columns - 1 ? 1 : column + 1;
            return second(exact, first + left, first + column, first + right, which);
        }
        int inner = Math.max(1, Math.min(columns - 2, column));
        return second(exact, first + inner - 1, first + inner, first + inner + 1, which);
    }

    /** The second difference down a column of nodes; at the first and last row that of the next row in. */
    static double down(double[] exact, int column, int row, int which, int columns, int rows) {
        int middle = Math.max(1, Math.min(rows - 2, row)) * columns + column;
        return second(exact, middle - columns, middle, middle + columns, which);
    }

    private static double second(double[] exact, int before, int at, int after, int which) {
        return exact[2 * before + which] - 2 * exact[2 * at + which] + exact[2 * after + which];
    }

    /** A larger bend than a grid's cells can have comes from the jump across an unknown region; NaN compares as false. */
    private static int fixed(double bend) {
        return Math.abs(bend) < 8 * CoordinateGrid.MOST_MOVED_PX ? CoordinateGrid.fixed(bend) : 0;
    }
}
