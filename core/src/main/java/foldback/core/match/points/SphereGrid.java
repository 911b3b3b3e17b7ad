package foldback.core.match.points;

import foldback.core.lens.Lens;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;

/** Directions spread evenly over the sphere (a Fibonacci lattice), and which lenses of a rig see each, and where. */
final class SphereGrid {
    private static final double GOLDEN = Math.PI * (3 - Math.sqrt(5));
    final int count;
    /** x, y, z of each direction, in the rig's frame. */
    final double[] directions;
    /** Of each lens, x and y in its picture of each direction. */
    final double[][] places;
    /** Of each lens, how far inside its used part each direction lands, pixels; not above 0 or NaN where it is not seen. */
    final double[][] depths;

    /** @param spacing about how far directions lie apart, radians */
    SphereGrid(Rig rig, double spacing) {
        count = (int) (4 * Math.PI / (spacing * spacing));
        directions = new double[3 * count];
        for (int k = 0; k < count; k++) {
            double y = 1 - 2 * (k + 0.5) / count;
            double across = Math.sqrt(1 - y * y);
            directions[3 * k] = across * Math.cos(GOLDEN * k);
            directions[3 * k + 1] = y;
            directions[3 * k + 2] = across * Math.sin(GOLDEN * k);
        }
        int lenses = rig.lenses().size();
        places = new double[lenses][];
        depths = new double[lenses][];
        for (int i = 0; i < lenses; i++) {
            see(rig.lenses().get(i), i);
        }
    }

    private void see(RigLens own, int number) {
        Lens lens = own.lens();
        double[] m = own.rigFromLens().inverse().matrix();
        double[] rays = new double[3 * count];
        for (int k = 0; k < count; k++) {
            for (int r = 0; r < 3; r++) {
                rays[3 * k + r] = m[3 * r] * directions[3 * k]
                        + m[3 * r + 1] * directions[3 * k + 1]
                        + m[3 * r + 2] * directions[3 * k + 2];
            }
        }
        places[number] = new double[2 * count];
        depths[number] = new double[count];
        lens.project(rays, places[number], new double[count], count);
        for (int k = 0; k < count; k++) {
            depths[number][k] = lens.frame().depthInside(places[number][2 * k], places[number][2 * k + 1]);
        }
    }
}
