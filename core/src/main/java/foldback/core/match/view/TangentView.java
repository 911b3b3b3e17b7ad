package foldback.core.match.view;

import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;

/**
 * A flat view of a part of what a lens sees: a grid on the plane that touches the sphere of directions at one of them. In it
 * straight lines are straight, and the same place looks alike through any lens.
 *
 * <p>Where the view is narrow, the lens is asked for a few places only; those between follow by polynomials of the fourth degree,
 * which are right to a thousandth of a pixel over such a width.
 */
public final class TangentView {
    /** Pixels inside the rim that count as seen. */
    private static final double RIM = 2;
    /** Exact places each way. */
    private static final int NODES = 5;
    /** Views wider than this, radians, are computed place by place. */
    private static final double NARROW = 0.4;

    public final int columns;
    public final int rows;
    public final double spacing;
    public final float[] values;
    /** x and y in the lens's picture of each grid place; NaN where it sees nothing. */
    public final double[] places;

    private final double[] nodeRays = new double[3 * NODES * NODES];
    private final double[] nodes = new double[2 * NODES * NODES];
    /** Weights of the nodes for each column, and for each row. */
    private final double[] across;

    private final double[] down;
    private final double[] rays;
    private final double[] angles;

    /**
     * @param columns grid places across, the middle one at the direction
     * @param rows grid places down
     * @param spacing of the grid, the tangent of the angle
     */
    public TangentView(int columns, int rows, double spacing) {
        this.columns = columns;
        this.rows = rows;
        this.spacing = spacing;
        values = new float[columns * rows];
        places = new double[2 * columns * rows];
        boolean narrow = spacing * Math.max(columns, rows) < NARROW && Math.min(columns, rows) > 1;
        across = narrow ? weights(columns) : null;
        down = narrow ? weights(rows) : null;
        rays = new double[3 * Math.max(columns, NODES * NODES)];
        angles = new double[Math.max(columns, NODES * NODES)];
    }

    /** A square view. */
    public TangentView(int size, double spacing) {
        this(size, size, spacing);
    }

    /** Lagrange's weights of evenly spread nodes at whole places from 0 to {@code count - 1}. */
    private static double[] weights(int count) {
        double[] weights = new double[count * NODES];
        for (int place = 0; place < count; place++) {
            double at = (NODES - 1.0) * place / (count - 1);
            for (int node = 0; node < NODES; node++) {
                double weight = 1;
                for (int other = 0; other < NODES; other++) {
                    weight *= other == node ? 1 : (at - other) / (node - other);
                }
                weights[place * NODES + node] = weight;
            }
        }
        return weights;
    }

    /**
     * Looks.
     *
     * @param frame three directions in the lens's frame: across, down and towards, x, y, z each; need not be of length one
     * @return how many grid places the lens sees; the others are NaN
     */
    public int look(Lens lens, Picture picture, double[] frame) {
        if (across == null || !placeBetween(lens, frame)) {
            for (int row = 0; row < rows; row++) {
                placeRow(lens, frame, row);
            }
        }
        int level = Picture.level(spacing * lens.focalPx());
        picture.sample(places, level, values);
        // A level's pixels end half of one inside the border.
        return across != null && isClear(lens.frame(), RIM + (1 << level)) ? values.length : hideUnseen(lens.frame());
    }

    /** Whether all places are farther inside the rim than so many pixels; only where places lie between nodes. */
    private boolean isClear(LensFrame frame, double margin) {
        double least = Double.POSITIVE_INFINITY;
        double farthest = 0;
        for (int n = 0; n < NODES * NODES; n++) {
            double x = nodes[2 * n];
            double y = nodes[2 * n + 1];
            least = Math.min(least, frame.depthInside(x, y));
            int other = n % NODES < NODES - 1 && n / NODES < NODES - 1 ? n + NODES + 1 : n;
            farthest = Math.max(farthest, Math.hypot(nodes[2 * other] - x, nodes[2 * other + 1] - y));
        }
        // No place is farther from all nodes than they are from each other.
        return least - farthest > margin;
    }

    /** Gives how many are left. */
    private int hideUnseen(LensFrame frame) {
        int seen = 0;
        for (int i = 0; i < values.length; i++) {
            if (!(frame.depthInside(places[2 * i], places[2 * i + 1]) > RIM)) {
                values[i] = Float.NaN;
            }
            seen += Float.isNaN(values[i]) ? 0 : 1;
        }
        return seen;
    }

    private void placeRow(Lens lens, double[] frame, int row) {
        for (int column = 0; column < columns; column++) {
            ray(frame, column, row, rays, 3 * column);
        }
        double[] xy = new double[2 * columns];
        lens.project(rays, xy, angles, columns);
        System.arraycopy(xy, 0, places, 2 * row * columns, xy.length);
    }

    private void ray(double[] frame, double column, double row, double[] into, int at) {
        double u = (column - (columns - 1) / 2.0) * spacing;
        double v = (row - (rows - 1) / 2.0) * spacing;
        into[at] = frame[6] + u * frame[0] + v * frame[3];
        into[at + 1] = frame[7] + u * frame[1] + v * frame[4];
        into[at + 2] = frame[8] + u * frame[2] + v * frame[5];
    }

    /** All places from the nodes; false where the lens's model says nothing of one of those. */
    private boolean placeBetween(Lens lens, double[] frame) {
        for (int n = 0; n < NODES * NODES; n++) {
            double column = (columns - 1.0) * (n % NODES) / (NODES - 1);
            double row = (rows - 1.0) * (n / NODES) / (NODES - 1);
            ray(frame, column, row, nodeRays, 3 * n);
        }
        lens.project(nodeRays, nodes, angles, NODES * NODES);
        for (double each : nodes) {
            if (Double.isNaN(each)) {
                return false;
            }
        }
        for (int row = 0; row < rows; row++) {
            placeRowBetween(row);
        }
        return true;
    }

    private void placeRowBetween(int row) {
        double[] line = rays;
        for (int k = 0; k < 2 * NODES; k++) {
            line[k] = 0;
            for (int node = 0; node < NODES; node++) {
                line[k] += down[row * NODES + node] * nodes[2 * NODES * node + k];
            }
        }
        for (int column = 0; column < columns; column++) {
            double x = 0;
            double y = 0;
            for (int node = 0; node < NODES; node++) {
                double weight = across[column * NODES + node];
                x += weight * line[2 * node];
                y += weight * line[2 * node + 1];
            }
            places[2 * (row * columns + column)] = x;
            places[2 * (row * columns + column) + 1] = y;
        }
    }
}
