package foldback.engine.rig;

import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;

/** A lens's surroundings of a direction as a flat picture, upright in the rig, so that two lenses can be laid side by side. */
public final class CloseUp {
    private CloseUp() {}

    /**
     * Draws one.
     *
     * @param lens for a picture of the frame's size
     * @param middle in the rig's frame
     * @param field across the picture, radians; below 2
     * @param out filled; black where the lens sees nothing. Square, of the source's format
     */
    public static void draw(Frame source, RigLens lens, Direction middle, double field, Frame out) {
        Direction right = middle.perpendicular();
        Direction down = middle.cross(right);
        double[] m = lens.rigFromLens().inverse().matrix();
        plane(
                source.y(),
                out.y(),
                1,
                lens,
                m,
                middle,
                right,
                down,
                field,
                16 << out.format().bits() - 8);
        int grey = 128 << out.format().bits() - 8;
        plane(source.u(), out.u(), 2, lens, m, middle, right, down, field, grey);
        plane(source.v(), out.v(), 2, lens, m, middle, right, down, field, grey);
    }

    private static void plane(
            Plane from,
            Plane to,
            int halved,
            RigLens lens,
            double[] m,
            Direction middle,
            Direction right,
            Direction down,
            double field,
            int black) {
        double reach = Math.tan(field / 2);
        double[] ray = new double[3];
        double[] xy = new double[2];
        for (int y = 0; y < to.height(); y++) {
            for (int x = 0; x < to.width(); x++) {
                double u = reach * (2 * (x + 0.5) / to.width() - 1);
                double v = reach * (2 * (y + 0.5) / to.height() - 1);
                double dx = middle.x() + u * right.x() + v * down.x();
                double dy = middle.y() + u * right.y() + v * down.y();
                double dz = middle.z() + u * right.z() + v * down.z();
                for (int r = 0; r < 3; r++) {
                    ray[r] = m[3 * r] * dx + m[3 * r + 1] * dy + m[3 * r + 2] * dz;
                }
                lens.lens().project(ray, xy, new double[1], 1);
                boolean seen = lens.lens().frame().depthInside(xy[0], xy[1]) > 0;
                to.set(x, y, seen ? sample(from, xy[0] / halved - 0.5, xy[1] / halved - 0.5) : black);
            }
        }
    }

    private static int sample(Plane from, double x, double y) {
        int i = (int) Math.floor(x);
        int j = (int) Math.floor(y);
        double fx = x - i;
        double fy = y - j;
        double top = clamped(from, i, j) * (1 - fx) + clamped(from, i + 1, j) * fx;
        double bottom = clamped(from, i, j + 1) * (1 - fx) + clamped(from, i + 1, j + 1) * fx;
        return (int) Math.round(top * (1 - fy) + bottom * fy);
    }

    private static int clamped(Plane from, int x, int y) {
        return from.get(Math.max(0, Math.min(from.width() - 1, x)), Math.max(0, Math.min(from.height() - 1, y)));
    }
}
