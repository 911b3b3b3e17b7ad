package foldback.core.solve.points;

import foldback.core.lens.Lens;

/**
 * A flat view of a part of what a lens sees: a grid on the plane that touches the sphere of directions at one of them. In it
 * straight lines are straight, and the same place looks alike through any lens.
 */
final class TangentView {
    /** Pixels inside the rim that count as seen. */
    private static final double RIM = 2;

    final int size;
    final double spacing;
    final float[] values;
    /** x and y in the lens's picture of each grid place; NaN where it sees nothing. */
    final double[] places;

    private final double[] rays;
    private final double[] angles;

    /**
     * @param size grid places each way, the middle one at the direction
     * @param spacing of the grid, the tangent of the angle
     */
    TangentView(int size, double spacing) {
        this.size = size;
        this.spacing = spacing;
        values = new float[size * size];
        places = new double[2 * size * size];
        rays = new double[3 * size * size];
        angles = new double[size * size];
    }

    /**
     * Looks.
     *
     * @param frame three directions in the lens's frame: across, down and towards, x, y, z each; need not be of length one
     * @return how many grid places the lens sees; the others are NaN
     */
    int look(Lens lens, Picture picture, double[] frame) {
        double middle = (size - 1) / 2.0;
        for (int row = 0; row < size; row++) {
            double v = (row - middle) * spacing;
            for (int column = 0; column < size; column++) {
                double u = (column - middle) * spacing;
                int i = 3 * (row * size + column);
                rays[i] = frame[6] + u * frame[0] + v * frame[3];
                rays[i + 1] = frame[7] + u * frame[1] + v * frame[4];
                rays[i + 2] = frame[8] + u * frame[2] + v * frame[5];
            }
        }
        lens.project(rays, places, angles, size * size);
        int level = Picture.level(spacing * lens.focalPx());
        int seen = 0;
        for (int i = 0; i < values.length; i++) {
            double x = places[2 * i];
            double y = places[2 * i + 1];
            boolean inside = lens.frame().depthInside(x, y) > RIM;
            values[i] = inside ? picture.at(x, y, level) : Float.NaN;
            seen += Float.isNaN(values[i]) ? 0 : 1;
        }
        return seen;
    }
}
