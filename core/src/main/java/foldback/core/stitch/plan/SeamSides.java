package foldback.core.stitch.plan;

import foldback.core.warp.CoordinateGrid;
import java.util.stream.IntStream;

/** The distance to every seam at the nodes of the grids: computed once, since four cells share a node. */
final class SeamSides {
    private final int lenses;
    private final float[][] sides;

    private SeamSides(int lenses, float[][] sides) {
        this.lenses = lenses;
        this.sides = sides;
    }

    SeamSides(CoordinateGrid[] grids, Weigher weigher) {
        lenses = grids.length;
        int columns = grids[0].columns();
        sides = new float[lenses * lenses][];
        double[][] sines = new double[lenses][];
        double[][] cosines = new double[lenses][];
        IntStream.range(0, lenses).parallel().forEach(lens -> {
            CoordinateGrid grid = grids[lens];
            sines[lens] = new double[columns * grid.rows()];
            cosines[lens] = new double[columns * grid.rows()];
            for (int node = 0; node < sines[lens].length; node++) {
                if (!Double.isNaN(grid.x(node))) {
                    sines[lens][node] = Math.sin(grid.angle(node));
                    cosines[lens][node] = Math.cos(grid.angle(node));
                }
            }
        });
        for (int i = 0; i < lenses; i++) {
            for (int j = i + 1; j < lenses; j++) {
                float[] pair = new float[columns * grids[0].rows()];
                CoordinateGrid a = grids[i];
                CoordinateGrid b = grids[j];
                int first = i;
                int second = j;
                IntStream.range(0, a.rows()).parallel().forEach(row -> {
                    for (int node = row * columns; node < (row + 1) * columns; node++) {
                        boolean both = !Double.isNaN(a.x(node)) && !Double.isNaN(b.x(node));
                        pair[node] = !both
                                ? 0
                                : (float) weigher.sideOf(
                                        first,
                                        second,
                                        a.angle(node),
                                        b.angle(node),
                                        sines[first][node] * sines[second][node],
                                        cosines[first][node] * cosines[second][node]);
                    }
                });
                sides[i * lenses + j] = pair;
            }
        }
    }

    /**
     * The same with a seam that is moved towards lens i's side.
     *
     * @param i less than j
     * @param moves by so much at each node, radians
     */
    SeamSides moved(int i, int j, float[] moves) {
        float[][] others = sides.clone();
        float[] pair = sides[i * lenses + j].clone();
        for (int node = 0; node < pair.length; node++) {
            // Where one of them does not reach there is no seam.
            pair[node] -= pair[node] == 0 ? 0 : moves[node];
        }
        others[i * lenses + j] = pair;
        return new SeamSides(lenses, others);
    }

    /** How far a node is on lens i's side of the seam with lens j, radians; 0 where one of them does not reach. */
    float side(int i, int j, int node) {
        return i < j ? sides[i * lenses + j][node] : -sides[j * lenses + i][node];
    }
}
