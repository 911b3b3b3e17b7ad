package foldback.gauge.rig;

import foldback.core.picture.Plane;

/** Draws pictures larger, bilinear. */
final class Enlarging {
    private Enlarging() {}

    /** Which places are drawn. */
    interface Places {
        boolean test(int x, int y);
    }

    /** Draws all of a picture into another one at some of its places. */
    static void draw(Plane from, Plane into, Places places) {
        for (int y = 0; y < into.height(); y++) {
            double v = place(y, into.height(), from.height());
            int top = (int) v;
            for (int x = 0; x < into.width(); x++) {
                if (!places.test(x, y)) {
                    continue;
                }
                double u = place(x, into.width(), from.width());
                int left = (int) u;
                double above = from.get(left, top) * (left + 1 - u) + from.get(left + 1, top) * (u - left);
                double below = from.get(left, top + 1) * (left + 1 - u) + from.get(left + 1, top + 1) * (u - left);
                into.set(x, y, (int) Math.round(above * (top + 1 - v) + below * (v - top)));
            }
        }
    }

    private static double place(int at, int size, int from) {
        return Math.max(0, Math.min(from - 1.001, (at + 0.5) * from / size - 0.5));
    }
}
