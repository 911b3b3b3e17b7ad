package foldback.core.warp;

import foldback.core.lens.RadialTable;
import foldback.core.warp.projection.Projection;
import java.util.Arrays;
import java.util.Optional;

/**
 * Where the places of a row of a canvas look in one lens's picture; what is far outside the lens's field is blank. One instance
 * a thread.
 */
final class RowProjector {
    /** How far outside its field a lens is still projected, radians. */
    static final double SLACK = Math.toRadians(8);

    /** A picture that moves by more than this share of a row while a row is read cannot be straightened. */
    private static final double MOST_SLOPE = 0.5;

    /** Source coordinates, 2 a place; NaN where nothing is known. */
    final double[] xy;

    final double[] angles;
    final double halfField;
    private final LensView view;
    private final Optional<RadialTable> table;
    private final Projection.RowRays row;
    private final double[] rays;
    private final double[] turned;
    private final double[] atMiddle;

    /**
     * One that is exact, and finds the angles, too.
     *
     * @param count places of a row
     * @param firstX of the first place
     * @param step between places, pixels
     */
    RowProjector(Canvas canvas, LensView view, double step, int count, double firstX) {
        this(canvas, view, step, count, firstX, Optional.empty());
    }

    /** One that takes places from a lens's table, and leaves angles out. */
    RowProjector(Canvas canvas, LensView view, double step, int count, double firstX, Optional<RadialTable> table) {
        this.table = table;
        this.view = view;
        this.halfField = view.lens().halfField();
        xy = new double[2 * count];
        angles = new double[count];
        rays = new double[3 * count];
        turned = new double[3 * count];
        atMiddle = new double[view.readsRowByRow() ? 2 * count : 0];
        row = canvas.projection().rows(canvas.width(), canvas.height(), firstX, step, count);
    }

    void project(double canvasY) {
        row.of(canvasY, rays);
        projectRays(angles.length);
    }

    /** Some of the places, rising; nothing is known of the others then. */
    void project(double canvasY, int[] columns) {
        if (columns.length == 0) {
            Arrays.fill(xy, Double.NaN);
            return;
        }
        row.of(canvasY, rays);
        for (int i = 0; i < columns.length; i++) {
            System.arraycopy(rays, 3 * columns[i], rays, 3 * i, 3);
        }
        projectRays(columns.length);
        int next = columns.length;
        for (int i = angles.length - 1; i >= 0; i--) {
            boolean found = next > 0 && columns[next - 1] == i;
            next -= found ? 1 : 0;
            xy[2 * i] = found ? xy[2 * next] : Double.NaN;
            xy[2 * i + 1] = found ? xy[2 * next + 1] : Double.NaN;
            angles[i] = found ? angles[next] : Double.NaN;
        }
    }

    private void projectRays(int count) {
        view.turn(rays, turned, count);
        projectTurned(count);
        if (view.readsRowByRow()) {
            projectByRow(count);
        }
        if (table.isPresent()) {
            return;
        }
        for (int i = 0; i < count; i++) {
            // NaN, of a place that shows nothing, compares as false.
            if (!(angles[i] <= halfField + SLACK)) {
                Arrays.fill(xy, 2 * i, 2 * i + 2, Double.NaN);
            }
        }
    }

    private void projectTurned(int count) {
        if (table.isPresent() && view.keepsLengths()) {
            table.get().projectUnits(turned, xy, count);
        } else if (table.isPresent()) {
            table.get().project(turned, xy, count);
        } else {
            view.lens().project(turned, xy, angles, count);
        }
    }

    /**
     * A place is seen by the row that it falls into at the time that row is read. Found by one step of the secant method from
     * the middle row's time on: what it misses goes with the square of how far a picture moves while it is read.
     */
    private void projectByRow(int count) {
        System.arraycopy(xy, 0, atMiddle, 0, 2 * count);
        view.turnByRow(rays, atMiddle, turned, count);
        projectTurned(count);
        double middle = view.lens().frame().height() / 2.0;
        for (int i = 0; i < count; i++) {
            double x = atMiddle[2 * i];
            double y = atMiddle[2 * i + 1];
            double tried = y - middle;
            double slopeX = (xy[2 * i] - x) / tried;
            double slopeY = (xy[2 * i + 1] - y) / tried;
            // Near the middle row, and for NaN, there is nothing to mend.
            if (Math.abs(tried) > 1 && Math.abs(slopeY) < MOST_SLOPE) {
                double down = tried / (1 - slopeY);
                xy[2 * i] = x + slopeX * down;
                xy[2 * i + 1] = middle + down;
            }
        }
    }
}
