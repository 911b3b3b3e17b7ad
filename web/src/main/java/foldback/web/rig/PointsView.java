package foldback.web.rig;

import foldback.core.match.TiePoint;
import foldback.core.match.TiePoints;
import foldback.core.recipe.Recipe;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.solve.PointFit;
import foldback.core.space.Direction;
import java.util.ArrayList;
import java.util.List;

/**
 * A take's tie points as its rig explains them.
 *
 * @param newer whether points were changed since the rig was solved
 * @param moments take times, seconds
 * @param points rows of {@value #ROW} numbers: moment, first lens, x and y there, second lens, x and y there, what is left in pixels,
 *     inverse distance in 1/m, whether placed by hand, in the rig's frame the direction in which the first lens sees it and that of
 *     the second, x and y of where the second lens should see it,
 *     x and y of where the first should; a lens that says nothing of a place leaves -1 pixels
 */
record PointsView(boolean newer, List<Double> moments, List<double[]> points) {
    private static final int ROW = 20;

    static PointsView of(Recipe recipe, Rig fitted, TiePoints points) {
        double focal = fitted.meanFocalPx();
        List<double[]> rows = new ArrayList<>();
        for (TiePoint point : points.points()) {
            double[] row = new double[ROW];
            row[0] = point.moment();
            row[1] = point.first();
            row[2] = thousandths(point.x1());
            row[3] = thousandths(point.y1());
            row[4] = point.second();
            row[5] = thousandths(point.x2());
            row[6] = thousandths(point.y2());
            row[7] = -1;
            row[9] = point.origin() == TiePoint.Origin.BY_HAND ? 1 : 0;
            PointFit fit = PointFit.of(fitted, point);
            if (!Double.isNaN(fit.residualRad())) {
                row[7] = thousandths(fit.residualRad() * focal);
                row[8] = thousandths(fit.inverseDistance());
                put(fit.one(), row, 10);
                put(fit.two(), row, 13);
                double[] xy = place(fitted.lenses().get(point.second()), fit.expected());
                row[16] = thousandths(xy[0]);
                row[17] = thousandths(xy[1]);
                Direction back = new Direction(
                        fit.one().x() + fit.two().x() - fit.expected().x(),
                        fit.one().y() + fit.two().y() - fit.expected().y(),
                        fit.one().z() + fit.two().z() - fit.expected().z());
                double[] first = place(fitted.lenses().get(point.first()), back);
                row[18] = thousandths(first[0]);
                row[19] = thousandths(first[1]);
            }
            rows.add(row);
        }
        return new PointsView(recipe.geometry().pointsAreNewer(), points.moments(), rows);
    }

    /** Where a lens sees a direction of the rig's frame, pixels. */
    static double[] place(RigLens lens, Direction direction) {
        Direction there = lens.rigFromLens().inverse().apply(direction);
        double[] xy = new double[2];
        lens.lens().project(new double[] {there.x(), there.y(), there.z()}, xy, new double[1], 1);
        return xy;
    }

    private static void put(Direction direction, double[] row, int at) {
        row[at] = Math.rint(direction.x() * 1e6) / 1e6;
        row[at + 1] = Math.rint(direction.y() * 1e6) / 1e6;
        row[at + 2] = Math.rint(direction.z() * 1e6) / 1e6;
    }

    private static double thousandths(double value) {
        return Math.rint(value * 1000) / 1000;
    }
}
