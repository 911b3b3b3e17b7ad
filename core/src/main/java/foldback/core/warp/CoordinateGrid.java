package foldback.core.warp;

import foldback.core.lens.Lens;
import foldback.core.lens.RadialTable;
import foldback.core.run.Threads;
import foldback.core.warp.projection.Projection;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Where the pixels of a canvas look in one lens's picture: computed at the nodes of a coarse grid, bilinear between.
 *
 * <p>Bilinear interpolation errs to one side, most at the middle of a cell, by an eighth of the second differences. Nodes
 * are moved against it by half of that, so that the error is shared between nodes and middles and halves.
 *
 * <p>Node (i, j) lies at the centre of canvas pixel (i * cell, j * cell); the last column and row of nodes may lie
 * outside the canvas. A node is unknown where the lens says nothing of that direction or where the direction is more than
 * {@link RowProjector#SLACK} outside its used field; no pixel of a cell with such a node is used.
 */
public final class CoordinateGrid {
    /** Bound of the interpolation error in source pixels when the cell size is chosen (the product's bar is 0.03). */
    static final double MAX_ERROR_PX = 0.02;

    /** Fraction bits of a stored coordinate. */
    static final int FRACTION_BITS = 16;

    private static final int ONE = 1 << FRACTION_BITS;
    private static final int UNKNOWN = Integer.MIN_VALUE;
    /** The fixed point holds places to here; beyond, a direction is unknown. */
    private static final double LARGEST = 32000;

    /** The largest cell of any grid; all others' are parts of it. */
    public static final int LARGEST_CELL = 16;

    private static final int[] CELLS = {LARGEST_CELL, 8, 4, 2};
    private static final int PROBE_ROWS = 13;
    private static final int BORDERED_PROBE_ROWS = 61;
    /** A larger move than this comes from the jump across an unknown region, not from a curve. */
    static final double MOST_MOVED_PX = 0.5;

    private final Canvas canvas;
    private final int cell;
    private final int columns;
    private final int rows;
    private final int[] x;
    private final int[] y;
    private final float[] angle;
    /** Of grids that change from picture to picture; null where cells are straight. */
    private final CellBends bends;

    private CoordinateGrid(Canvas canvas, int cell, Bent bent) {
        this.canvas = canvas;
        this.cell = cell;
        this.columns = (canvas.width() + cell - 1) / cell + 1;
        this.rows = (canvas.height() + cell - 1) / cell + 1;
        this.x = new int[columns * rows];
        this.y = new int[columns * rows];
        this.angle = new float[bent == Bent.NO ? columns * rows : 0];
        this.bends = bent == Bent.NO ? null : new CellBends(columns * rows);
    }

    private CoordinateGrid(CoordinateGrid whole, int times) {
        canvas = whole.canvas;
        cell = whole.cell;
        columns = whole.columns;
        rows = whole.rows;
        x = halved(whole.x, times);
        y = halved(whole.y, times);
        angle = whole.angle;
        bends = whole.bends == null ? null : whole.bends.halved(times);
    }

    /** The same for the lens's picture halved so many times. */
    public CoordinateGrid halved(int times) {
        return times == 0 ? this : new CoordinateGrid(this, times);
    }

    static int[] halved(int[] fixed, int times) {
        int[] halved = new int[fixed.length];
        for (int i = 0; i < fixed.length; i++) {
            halved[i] = fixed[i] == UNKNOWN ? UNKNOWN : fixed[i] >> times;
        }
        return halved;
    }

    /** Whether cells are parabolas each way. */
    private enum Bent {
        NO,
        YES
    }

    /** The grid of one lens; {@code cell} from {@link #cellFor}. */
    public static CoordinateGrid of(Canvas canvas, LensView view, int cell) {
        Draft draft = new Draft(new CoordinateGrid(canvas, cell, Bent.NO), view, Optional.empty());
        RowProjector projector = draft.projector();
        for (int row = 0; row < draft.grid.rows; row++) {
            draft.project(projector, row, Optional.empty());
        }
        for (int row = 0; row < draft.grid.rows; row++) {
            draft.settle(row, Optional.empty());
        }
        return draft.grid;
    }

    /**
     * The grids of several lenses, made by several threads and without angles: what changes from picture to picture. Their cells
     * are bent, see {@link CellBends}.
     *
     * @param cell from {@link #bentCellFor}
     * @param tables of the lenses, to {@link #farthest}; a lens without one is projected as it is
     */
    public static List<CoordinateGrid> of(
            Canvas canvas, List<LensView> views, List<Optional<RadialTable>> tables, int cell, Threads threads)
            throws InterruptedException {
        return of(canvas, views, tables, cell, Optional.empty(), threads);
    }

    /**
     * The same for a part of the canvas.
     *
     * @param wanted the nodes of each row that are wanted, rising; others are unknown. Cells are bent by nodes two around them
     */
    public static List<CoordinateGrid> of(
            Canvas canvas,
            List<LensView> views,
            List<Optional<RadialTable>> tables,
            int cell,
            Optional<int[][]> wanted,
            Threads threads)
            throws InterruptedException {
        List<Draft> drafts = IntStream.range(0, views.size())
                .mapToObj(lens ->
                        new Draft(new CoordinateGrid(canvas, cell, Bent.YES), views.get(lens), tables.get(lens)))
                .toList();
        int rows = drafts.get(0).grid.rows;
        threads.share(views.size() * rows, () -> {
            List<RowProjector> projectors =
                    drafts.stream().map(Draft::projector).toList();
            return part -> drafts.get(part / rows)
                    .project(projectors.get(part / rows), part % rows, wanted.map(nodes -> nodes[part % rows]));
        });
        threads.share(
                views.size() * rows,
                () -> part -> drafts.get(part / rows).settle(part % rows, wanted.map(nodes -> nodes[part % rows])));
        return drafts.stream().map(draft -> draft.grid).toList();
    }

    /** The largest angle from its axis at which a lens is projected, radians. */
    public static double farthest(Lens lens) {
        return lens.halfField() + RowProjector.SLACK;
    }

    /** A grid in the making: first all rows are projected, then all are settled. */
    private static final class Draft {
        final CoordinateGrid grid;
        private final LensView view;
        private final Optional<RadialTable> table;
        private final double[] exact;
        /** All columns of nodes. */
        private final int[] all;

        Draft(CoordinateGrid grid, LensView view, Optional<RadialTable> table) {
            this.grid = grid;
            this.view = view;
            this.table = table;
            exact = new double[2 * grid.columns * grid.rows];
            all = IntStream.range(0, grid.columns).toArray();
        }

        RowProjector projector() {
            return new RowProjector(grid.canvas, view, grid.cell, grid.columns, 0.5, table);
        }

        void project(RowProjector projector, int row, Optional<int[]> columns) {
            if (columns.isPresent()) {
                projector.project(row * grid.cell + 0.5, columns.get());
            } else {
                projector.project(row * grid.cell + 0.5);
            }
            int at = row * grid.columns;
            System.arraycopy(projector.xy, 0, exact, 2 * at, 2 * grid.columns);
            for (int i = 0; i < grid.columns && grid.bends == null; i++) {
                grid.angle[at + i] = (float) projector.angles[i];
            }
        }

        void settle(int row, Optional<int[]> columns) {
            if (grid.bends == null) {
                grid.settle(exact, row, 0, grid.x);
                grid.settle(exact, row, 1, grid.y);
                return;
            }
            for (int node = row * grid.columns; node < (row + 1) * grid.columns; node++) {
                grid.x[node] = fixed(exact[2 * node]);
                grid.y[node] = fixed(exact[2 * node + 1]);
            }
            if (row == grid.rows - 1) {
                return;
            }
            Projection.Edges edges = grid.canvas.projection().edges();
            grid.bends.find(exact, row, grid.columns, grid.rows, edges, columns.orElse(all));
        }
    }

    /** Moves a row of coordinates as {@link #shared} does, and makes fixed-point numbers of them. */
    private void settle(double[] exact, int row, int which, int[] out) {
        int first = row * columns;
        int middle = Math.max(1, Math.min(rows - 2, row)) * columns;
        for (int i = 1; i < columns - 1; i++) {
            int at = 2 * (first + i) + which;
            int across = 2 * (middle + i) + which;
            double here = exact[at];
            double along = exact[at - 2] - 2 * here + exact[at + 2];
            double down = exact[across - 2 * columns] - 2 * exact[across] + exact[across + 2 * columns];
            double move = (along + down) / 16;
            out[first + i] = fixed(Math.abs(move) < MOST_MOVED_PX ? here - move : here);
        }
        out[first] = fixed(shared(exact, 0, row, which));
        out[first + columns - 1] = fixed(shared(exact, columns - 1, row, which));
    }

    /** A node's coordinate, moved by half of what its cells' middles would miss; where a neighbour is unknown, as it is. */
    private double shared(double[] exact, int column, int row, int which) {
        double here = exact[2 * (row * columns + column) + which];
        double along = CellBends.across(
                exact, column, row, which, columns, canvas.projection().edges());
        double move = (along + CellBends.down(exact, column, row, which, columns, rows)) / 16;
        // NaN compares as false.
        return Math.abs(move) < MOST_MOVED_PX ? here - move : here;
    }

    /**
     * The largest cell, a power of two, whose interpolation error stays under 0.02 source pixels, measured in some rows.
     */
    public static int cellFor(Canvas canvas, LensView view) {
        for (int cell : CELLS) {
            if (worstError(canvas, view, cell) <= MAX_ERROR_PX) {
                return cell;
            }
        }
        return CELLS[CELLS.length - 1];
    }

    /** The same for a grid whose cells are bent. */
    public static int bentCellFor(Canvas canvas, LensView view) {
        for (int cell : CELLS) {
            if (worstBentError(canvas, view, cell) <= MAX_ERROR_PX) {
                return cell;
            }
        }
        return CELLS[CELLS.length - 1];
    }

    /** What bent cells miss a quarter of the way in, where a cubic misses most. */
    private static double worstBentError(Canvas canvas, LensView view, int cell) {
        int columns = (canvas.width() + cell - 1) / cell + 1;
        RowProjector nodes = new RowProjector(canvas, view, cell, columns, 0.5);
        RowProjector quarters = new RowProjector(canvas, view, cell, columns, 0.5 + cell / 4.0);
        double[] exact = new double[4 * 2 * columns];
        CellBends bends = new CellBends(4 * columns);
        int[] all = IntStream.range(0, columns).toArray();
        double worst = 0;
        for (int probe = 0; probe < BORDERED_PROBE_ROWS; probe++) {
            double row = 0.5 + cell + probe * (canvas.height() - 3.0 * cell) / (BORDERED_PROBE_ROWS - 1);
            for (int line = 0; line < 4; line++) {
                nodes.project(row + (line - 1) * cell);
                System.arraycopy(nodes.xy, 0, exact, 2 * line * columns, 2 * columns);
            }
            bends.find(exact, 1, columns, 4, canvas.projection().edges(), all);
            quarters.project(row + cell / 4.0);
            for (int i = 0; i < columns - 1; i++) {
                int node = columns + i;
                double errorX = quarter(exact, 2 * node, 2 * columns)
                        - 3 / 32.0 * (toPixels(bends.acrossX[node]) + toPixels(bends.downX[node]))
                        - quarters.xy[2 * i];
                double errorY = quarter(exact, 2 * node + 1, 2 * columns)
                        - 3 / 32.0 * (toPixels(bends.acrossY[node]) + toPixels(bends.downY[node]))
                        - quarters.xy[2 * i + 1];
                double error = Math.hypot(errorX, errorY);
                // NaN, outside the field, compares as false.
                if (error > worst && quarters.angles[i] < quarters.halfField) {
                    worst = error;
                }
            }
        }
        return worst;
    }

    /** Bilinear a quarter of the way in, from the number at a cell's first node on. */
    private static double quarter(double[] exact, int at, int line) {
        return (9 * exact[at] + 3 * exact[at + 2] + 3 * exact[at + line] + exact[at + line + 2]) / 16;
    }

    private static double worstError(Canvas canvas, LensView view, int cell) {
        int columns = (canvas.width() + cell - 1) / cell + 1;
        RowProjector corners = new RowProjector(canvas, view, cell, columns, 0.5);
        RowProjector centres = new RowProjector(canvas, view, cell, columns, 0.5 + cell / 2.0);
        return canvas.projection().edges() == Projection.Edges.WRAP
                ? worstOfSphere(canvas, cell, corners, centres)
                : worstOfPicture(canvas, cell, corners, centres);
    }

    /** Half the largest distance, at cell centres, between the mean of the exact corners and the truth. */
    private static double worstOfSphere(Canvas canvas, int cell, RowProjector corners, RowProjector centres) {
        double worst = 0;
        for (int probe = 0; probe < PROBE_ROWS; probe++) {
            double row = (probe + 0.5) * canvas.height() / PROBE_ROWS;
            corners.project(row - cell / 2.0);
            double[] above = corners.xy.clone();
            corners.project(row + cell / 2.0);
            double[] below = corners.xy;
            centres.project(row);
            double[] exact = centres.xy;
            for (int i = 0; i < exact.length - 2; i += 2) {
                double errorX = (above[i] + above[i + 2] + below[i] + below[i + 2]) / 4 - exact[i];
                double errorY = (above[i + 1] + above[i + 3] + below[i + 1] + below[i + 3]) / 4 - exact[i + 1];
                double error = Math.sqrt(errorX * errorX + errorY * errorY);
                // NaN, outside the field, compares as false.
                if (error > worst && centres.angles[i / 2] < centres.halfField) {
                    worst = error;
                }
            }
        }
        return worst / 2;
    }

    /**
     * What a picture with borders errs by: half of a + b at nodes and middles of cells, and half of a - b at the middles of their
     * sides, a and b being what is missed at the middles of sides across and down before nodes are moved. A flat picture bends
     * one way across and the other way down, so that at the middles of cells alone nothing would be seen. It bends most at its
     * borders, and may see a lens in a corner alone.
     */
    private static double worstOfPicture(Canvas canvas, int cell, RowProjector corners, RowProjector centres) {
        double worst = 0;
        for (int probe = 0; probe < BORDERED_PROBE_ROWS; probe++) {
            double row = probe * (canvas.height() - cell) / (BORDERED_PROBE_ROWS - 1.0) + 0.5;
            centres.project(row);
            double[] across = centres.xy;
            corners.project(row);
            double[] above = corners.xy.clone();
            corners.project(row + cell);
            double[] below = corners.xy.clone();
            corners.project(row + cell / 2.0);
            double[] down = corners.xy;
            for (int i = 0; i < across.length - 2; i += 2) {
                double ax = (above[i] + above[i + 2]) / 2 - across[i];
                double ay = (above[i + 1] + above[i + 3]) / 2 - across[i + 1];
                double bx = (above[i] + below[i]) / 2 - down[i];
                double by = (above[i + 1] + below[i + 1]) / 2 - down[i + 1];
                double error = Math.max(Math.hypot(ax + bx, ay + by), Math.hypot(ax - bx, ay - by));
                // NaN, outside the field, compares as false.
                if (error > worst && centres.angles[i / 2] < centres.halfField) {
                    worst = error;
                }
            }
        }
        return worst / 2;
    }

    public Canvas canvas() {
        return canvas;
    }

    /** Canvas pixels between nodes, a power of two. */
    public int cell() {
        return cell;
    }

    /** Nodes in a row. */
    public int columns() {
        return columns;
    }

    /** Rows of nodes. */
    public int rows() {
        return rows;
    }

    /** Source x of node {@code row * columns + column}, pixels; NaN where unknown. */
    public double x(int node) {
        return toPixels(x[node]);
    }

    public double y(int node) {
        return toPixels(y[node]);
    }

    /** Source x in fixed point of all nodes; shared, for the strips. */
    int[] fixedX() {
        return x;
    }

    int[] fixedY() {
        return y;
    }

    /** The angle of the node's ray from the lens's axis, radians. */
    public float angle(int node) {
        return angle[node];
    }

    /** Whether all four corners of the cell whose first node this is are known. */
    public boolean known(int node) {
        return x[node] != UNKNOWN
                && x[node + 1] != UNKNOWN
                && x[node + columns] != UNKNOWN
                && x[node + columns + 1] != UNKNOWN;
    }

    /**
     * Finds what some cells in a row span of the source.
     *
     * @param node the first one's first
     * @param bounds left, top, right and bottom of their corners, whole source pixels; written
     * @return whether all corners are known
     */
    public boolean bounds(int node, int cells, int[] bounds) {
        int left = Integer.MAX_VALUE;
        int top = Integer.MAX_VALUE;
        int right = Integer.MIN_VALUE;
        int bottom = Integer.MIN_VALUE;
        for (int at = node; at <= node + cells; at++) {
            int below = at + columns;
            left = Math.min(left, Math.min(x[at], x[below]));
            top = Math.min(top, Math.min(y[at], y[below]));
            right = Math.max(right, Math.max(x[at], x[below]));
            bottom = Math.max(bottom, Math.max(y[at], y[below]));
        }
        bounds[0] = left >> FRACTION_BITS;
        bounds[1] = top >> FRACTION_BITS;
        bounds[2] = right >> FRACTION_BITS;
        bounds[3] = bottom >> FRACTION_BITS;
        return left != UNKNOWN;
    }

    /** How many source rows the known cell whose first node this is spans. */
    public int rowsSpanned(int node) {
        int below = node + columns;
        int least = Math.min(Math.min(y[node], y[node + 1]), Math.min(y[below], y[below + 1]));
        int most = Math.max(Math.max(y[node], y[node + 1]), Math.max(y[below], y[below + 1]));
        return most - least >> FRACTION_BITS;
    }

    /** Source pixels for one of the canvas in the known cell whose first node this is, in the direction in which they are most. */
    public double sourcePerCanvas(int node) {
        double acrossX = toPixels(x[node + 1] - x[node]);
        double acrossY = toPixels(y[node + 1] - y[node]);
        double downX = toPixels(x[node + columns] - x[node]);
        double downY = toPixels(y[node + columns] - y[node]);
        double across = acrossX * acrossX + acrossY * acrossY;
        double down = downX * downX + downY * downY;
        double mixed = acrossX * downX + acrossY * downY;
        return Projection.largestStretch(across, down, mixed) / cell;
    }

    /** How many of some known cells in a row, at least 1, span no more source rows together. */
    public int cellsWithin(int node, int cells, int sourceRows) {
        int least = Math.min(y[node], y[node + columns]);
        int most = Math.max(y[node], y[node + columns]);
        for (int within = 1; within <= cells; within++) {
            int above = y[node + within];
            int below = y[node + columns + within];
            least = Math.min(least, Math.min(above, below));
            most = Math.max(most, Math.max(above, below));
            if (most - least >> FRACTION_BITS > sourceRows) {
                return Math.max(1, within - 1);
            }
        }
        return cells;
    }

    /** Source coordinates at (u, v) canvas pixels from the first node of a known cell; for plans and tests. */
    public void at(int node, double u, double v, double[] xy) {
        xy[0] = between(x[node], x[node + 1], x[node + columns], x[node + columns + 1], u, v) / ONE;
        xy[1] = between(y[node], y[node + 1], y[node + columns], y[node + columns + 1], u, v) / ONE;
        if (bends != null) {
            double across = u / cell * (1 - u / cell) / 2;
            double down = v / cell * (1 - v / cell) / 2;
            xy[0] -= across * toPixels(bends.acrossX[node]) + down * toPixels(bends.downX[node]);
            xy[1] -= across * toPixels(bends.acrossY[node]) + down * toPixels(bends.downY[node]);
        }
    }

    /** How the cells are bent; null where they are straight. */
    CellBends bends() {
        return bends;
    }

    private double between(double a, double b, double c, double d, double u, double v) {
        double above = a + (b - a) * u / cell;
        double below = c + (d - c) * u / cell;
        return above + (below - above) * v / cell;
    }

    static int fixed(double pixels) {
        // NaN compares as false.
        return Math.abs(pixels) < LARGEST ? (int) Math.floor(pixels * ONE + 0.5) : UNKNOWN;
    }

    private static double toPixels(int fixed) {
        return fixed == UNKNOWN ? Double.NaN : (double) fixed / ONE;
    }
}
