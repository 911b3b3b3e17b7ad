package foldback.core.matte;

import foldback.core.lens.LensFrame;
import foldback.core.matte.Stroke.Shape;
import foldback.core.numeric.SmoothStep;
import foldback.core.rig.Rig;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * What is painted in a lens's picture, place by place: 1 where the lens is to be shown, -1 where it is left out, 0 where nothing is said.
 * Immutable.
 */
public final class MatteMap {
    /** Where nothing is painted. */
    public static final MatteMap NONE = new MatteMap(2, 2);

    /** Rows of the map at most: what is painted by hand is no finer. */
    private static final int MOST_ROWS = 1024;

    private static final int TILE_BITS = 5;
    /** Stands for the squared distance of what an outline holds. */
    private static final float INSIDE = -1;

    /** Pixels from place to place. */
    private final double step;

    private final int columns;
    private final int rows;
    private final float[] values;
    /** Whether anything is painted in a square of places. */
    private final boolean[] tiles;

    private final int tileColumns;

    private MatteMap(int width, int height) {
        step = Math.max(1, (double) height / MOST_ROWS);
        // Places are at the corners of pixels.
        columns = (int) Math.ceil(width / step) + 1;
        rows = (int) Math.ceil(height / step) + 1;
        values = new float[columns * rows];
        tileColumns = (columns >> TILE_BITS) + 1;
        tiles = new boolean[tileColumns * ((rows >> TILE_BITS) + 1)];
    }

    /** The map of a lens whose picture is so large. */
    public static MatteMap of(LensMatte matte, int width, int height) {
        if (matte.isNone()) {
            return NONE;
        }
        MatteMap map = new MatteMap(width, height);
        float[] far = new float[map.values.length];
        for (LensMatte.Painted painted : matte.painted()) {
            map.paint(painted, width, height, far);
        }
        for (int at = 0; at < map.values.length; at++) {
            if (map.values[at] != 0) {
                map.tiles[(at / map.columns >> TILE_BITS) * map.tileColumns + (at % map.columns >> TILE_BITS)] = true;
            }
        }
        return map;
    }

    /** The maps of a rig's lenses, for pictures as large as the rig says; empty where nothing is painted. */
    public static List<MatteMap> of(Mattes mattes, Rig rig) {
        return IntStream.range(0, mattes.lenses().size())
                .mapToObj(lens -> {
                    LensFrame frame = rig.lenses().get(lens).lens().frame();
                    return of(mattes.lenses().get(lens), frame.width(), frame.height());
                })
                .toList();
    }

    public boolean isNone() {
        return this == NONE;
    }

    /** What is painted at a place of the picture, pixels; beyond its sides, and where a place is not a number, nothing. */
    public double at(double x, double y) {
        double u = x / step;
        double v = y / step;
        if (!(u >= 0 && v >= 0 && u < columns - 1 && v < rows - 1)) {
            return 0;
        }
        int left = (int) u;
        int top = (int) v;
        double fx = u - left;
        int at = top * columns + left;
        double above = values[at] + fx * (values[at + 1] - values[at]);
        double below = values[at + columns] + fx * (values[at + columns + 1] - values[at + columns]);
        return above + (v - top) * (below - above);
    }

    /** Whether anything is painted in a rectangle, pixels, or near it. */
    public boolean touches(double left, double top, double right, double bottom) {
        int firstColumn = tile(left, columns);
        int lastColumn = tile(right + step, columns);
        int firstRow = tile(top, rows);
        int lastRow = tile(bottom + step, rows);
        for (int row = firstRow; row <= lastRow; row++) {
            for (int column = firstColumn; column <= lastColumn; column++) {
                if (tiles[row * tileColumns + column]) {
                    return true;
                }
            }
        }
        return false;
    }

    private int tile(double pixel, int count) {
        return (int) Math.max(0, Math.min(count - 1, pixel / step)) >> TILE_BITS;
    }

    /** @param far scratch, a number a place */
    private void paint(LensMatte.Painted painted, int width, int height, float[] far) {
        Stroke stroke = painted.stroke();
        double[] xs = stroke.spots().stream()
                .mapToDouble(spot -> spot.x() * width / step)
                .toArray();
        double[] ys = stroke.spots().stream()
                .mapToDouble(spot -> spot.y() * height / step)
                .toArray();
        double radius = stroke.radius() * height / step;
        double edge = stroke.edge() * height / step;
        boolean isArea = stroke.shape() == Shape.AREA;
        Box box = box(xs, ys, radius + edge + 1);
        for (int row = box.top; row <= box.bottom; row++) {
            Arrays.fill(far, row * columns + box.left, row * columns + box.right + 1, Float.POSITIVE_INFINITY);
        }
        int segments = isArea ? xs.length : Math.max(1, xs.length - 1);
        for (int n = 0; n < segments; n++) {
            int next = (n + 1) % xs.length;
            measure(xs[n], ys[n], xs[next], ys[next], radius + edge + 1, far);
        }
        if (isArea) {
            fill(xs, ys, far);
        }
        float target = (float) stroke.kind().value();
        for (int row = box.top; row <= box.bottom; row++) {
            for (int at = row * columns + box.left; at <= row * columns + box.right; at++) {
                float share = (float) (share(far[at], radius, edge) * painted.strength());
                values[at] += share * (target - values[at]);
            }
        }
    }

    /** What paint counts at a squared distance from its line. */
    private static double share(float far, double radius, double edge) {
        if (far == INSIDE) {
            return 1;
        }
        double beyond = Math.sqrt(far) - radius;
        // A hard edge still takes a place's width.
        return 1 - (edge > 1 ? SmoothStep.of(beyond / edge) : Math.max(0, Math.min(1, beyond + 0.5)));
    }

    /** Places that a stroke can reach: none where the last one is before the first. */
    private record Box(int left, int top, int right, int bottom) {}

    private Box box(double[] xs, double[] ys, double reach) {
        return new Box(
                (int) Math.max(0, Math.floor(Arrays.stream(xs).min().orElseThrow() - reach)),
                (int) Math.max(0, Math.floor(Arrays.stream(ys).min().orElseThrow() - reach)),
                (int) Math.min(columns - 1, Math.ceil(Arrays.stream(xs).max().orElseThrow() + reach)),
                (int) Math.min(rows - 1, Math.ceil(Arrays.stream(ys).max().orElseThrow() + reach)));
    }

    /** Writes the squares of the distances to a line where they are less than what is known. */
    private void measure(double x0, double y0, double x1, double y1, double reach, float[] far) {
        Box box = box(new double[] {x0, x1}, new double[] {y0, y1}, reach);
        double dx = x1 - x0;
        double dy = y1 - y0;
        double squared = dx * dx + dy * dy;
        for (int row = box.top; row <= box.bottom; row++) {
            for (int column = box.left; column <= box.right; column++) {
                double along = squared == 0 ? 0 : ((column - x0) * dx + (row - y0) * dy) / squared;
                double share = Math.max(0, Math.min(1, along));
                double ex = column - x0 - share * dx;
                double ey = row - y0 - share * dy;
                int at = row * columns + column;
                far[at] = Math.min(far[at], (float) (ex * ex + ey * ey));
            }
        }
    }

    /** Marks places inside of an outline: inside is where a line to the left meets it an odd number of times. */
    private void fill(double[] xs, double[] ys, float[] far) {
        double[] meets = new double[xs.length];
        for (int row = 0; row < rows; row++) {
            int count = 0;
            for (int n = 0; n < xs.length; n++) {
                int next = (n + 1) % xs.length;
                if (ys[n] <= row != ys[next] <= row) {
                    meets[count++] = xs[n] + (row - ys[n]) / (ys[next] - ys[n]) * (xs[next] - xs[n]);
                }
            }
            Arrays.sort(meets, 0, count);
            for (int n = 0; n + 1 < count; n += 2) {
                int from = (int) Math.max(0, Math.ceil(meets[n]));
                int to = (int) Math.min(columns - 1, Math.floor(meets[n + 1]));
                if (from <= to) {
                    Arrays.fill(far, row * columns + from, row * columns + to + 1, INSIDE);
                }
            }
        }
    }
}
