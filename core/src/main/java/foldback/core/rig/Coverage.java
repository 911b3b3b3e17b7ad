package foldback.core.rig;

import foldback.core.lens.Lens;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Which lenses see which part of the sphere, on a coarse equirectangular grid.
 *
 * @param columns of the grid; it has half as many rows
 * @param lenses of each place, row by row: bit {@code i} is set where lens number {@code i} sees it; shared, not to be written to
 * @param holes what no lens sees, the largest first
 */
public record Coverage(int columns, int[] lenses, List<Hole> holes) {

    /**
     * A part of the sphere that no lens sees.
     *
     * @param middle the place in it that is farthest from what is seen
     * @param acrossRad the angle across the largest disc in it, radians, to a step of the grid
     * @param share of the whole sphere
     */
    public record Hole(Direction middle, double acrossRad, double share) {}

    /**
     * Looks at a rig.
     *
     * @param rigFromCanvas what turns the grid's directions into the rig's
     * @param marginPx how far inside its picture a lens is used
     * @param columns of the grid, even
     */
    public static Coverage of(Rig rig, Rotation rigFromCanvas, double marginPx, int columns) {
        int rows = columns / 2;
        int[] lenses = new int[columns * rows];
        for (int i = 0; i < rig.lenses().size(); i++) {
            RigLens lens = rig.lenses().get(i);
            Rotation lensFromCanvas = lens.rigFromLens().inverse().times(rigFromCanvas);
            int bit = 1 << i;
            IntStream.range(0, rows)
                    .parallel()
                    .forEach(row -> seeRow(lens.lens(), lensFromCanvas.matrix(), marginPx, columns, row, bit, lenses));
        }
        return new Coverage(columns, lenses, holes(columns, lenses));
    }

    private static void seeRow(Lens lens, double[] m, double marginPx, int columns, int row, int bit, int[] lenses) {
        double[] depths = depths(lens, m, columns, row);
        for (int column = 0; column < columns; column++) {
            if (depths[column] > marginPx) {
                lenses[row * columns + column] |= bit;
            }
        }
    }

    /**
     * How deep the places of a row of the grid lie inside a lens's picture, pixels; not a number where the lens says nothing.
     *
     * @param m the matrix from the grid's directions to the lens's
     */
    static double[] depths(Lens lens, double[] m, int columns, int row) {
        double[] rays = new double[3 * columns];
        for (int column = 0; column < columns; column++) {
            Direction d = direction(columns, row * columns + column);
            for (int k = 0; k < 3; k++) {
                rays[3 * column + k] = m[3 * k] * d.x() + m[3 * k + 1] * d.y() + m[3 * k + 2] * d.z();
            }
        }
        double[] xy = new double[2 * columns];
        double[] depths = new double[columns];
        // The angles are not asked for; they are overwritten with the depths.
        lens.project(rays, xy, depths, columns);
        for (int column = 0; column < columns; column++) {
            depths[column] = lens.frame().depthInside(xy[2 * column], xy[2 * column + 1]);
        }
        return depths;
    }

    /** The share of the sphere that no lens sees, 0 to 1. */
    public double holeShare() {
        return holes.stream().mapToDouble(Hole::share).sum();
    }

    /** The share of the sphere that a lens sees together with another one, 0 to 1. */
    public double sharedWithOthers(int lens) {
        double shared = 0;
        double whole = 0;
        for (int place = 0; place < lenses.length; place++) {
            double weight = Math.cos(pitch(columns, place));
            boolean sees = (lenses[place] >> lens & 1) == 1;
            shared += sees && Integer.bitCount(lenses[place]) > 1 ? weight : 0;
            whole += weight;
        }
        return shared / whole;
    }

    private static Direction direction(int columns, int place) {
        double yaw = ((place % columns + 0.5) / columns - 0.5) * 2 * Math.PI;
        return Direction.ofYawPitch(yaw, pitch(columns, place));
    }

    private static double pitch(int columns, int place) {
        return (0.5 - (place / columns + 0.5) / (columns / 2)) * Math.PI;
    }

    private static List<Hole> holes(int columns, int[] lenses) {
        boolean[] done = new boolean[lenses.length];
        List<Hole> holes = new ArrayList<>();
        for (int place = 0; place < lenses.length; place++) {
            if (lenses[place] == 0 && !done[place]) {
                holes.add(hole(columns, lenses, done, place));
            }
        }
        holes.sort(Comparator.comparingDouble(Hole::acrossRad).reversed());
        return holes;
    }

    /** The places that hang together with one, and the disc in them that reaches farthest from what is seen around. */
    private static Hole hole(int columns, int[] lenses, boolean[] done, int start) {
        List<Integer> inside = new ArrayList<>();
        List<Direction> rim = new ArrayList<>();
        boolean[] isRim = new boolean[lenses.length];
        ArrayDeque<Integer> next = new ArrayDeque<>(List.of(start));
        done[start] = true;
        double weight = 0;
        while (!next.isEmpty()) {
            int place = next.remove();
            inside.add(place);
            weight += Math.cos(pitch(columns, place));
            for (int beside : neighbours(columns, place)) {
                if (lenses[beside] == 0 && !done[beside]) {
                    done[beside] = true;
                    next.add(beside);
                } else if (lenses[beside] != 0 && !isRim[beside]) {
                    isRim[beside] = true;
                    rim.add(direction(columns, beside));
                }
            }
        }
        double whole = 0;
        for (int row = 0; row < columns / 2; row++) {
            whole += columns * Math.cos(pitch(columns, row * columns));
        }
        double most = -1;
        Direction middle = null;
        for (int place : inside) {
            Direction here = direction(columns, place);
            double least = Math.PI;
            for (int i = 0; i < rim.size() && least > most; i++) {
                least = Math.min(least, here.angleTo(rim.get(i)));
            }
            if (least > most) {
                most = least;
                middle = here;
            }
        }
        // The nearest of many rim places lies just beyond the border.
        return new Hole(middle, 2 * most, weight / whole);
    }

    /** Left and right around the sphere, above and below; over a pole lies the place half way round. */
    private static int[] neighbours(int columns, int place) {
        int row = place / columns;
        int column = place % columns;
        int over = (column + columns / 2) % columns;
        int rows = columns / 2;
        return new int[] {
            row * columns + (column + 1) % columns,
            row * columns + (column + columns - 1) % columns,
            row == 0 ? over : place - columns,
            row == rows - 1 ? row * columns + over : place + columns
        };
    }
}
