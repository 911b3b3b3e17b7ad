package foldback.core.stitch;

import foldback.core.picture.Plane;

/** Planes of the stitch's tests. */
final class Planes {
    private Planes() {}

    static void fill(Plane plane, int value) {
        for (int y = 0; y < plane.height(); y++) {
            for (int x = 0; x < plane.width(); x++) {
                plane.set(x, y, value);
            }
        }
    }

    /** The largest difference of two samples. */
    static int difference(Plane a, Plane b) {
        int most = 0;
        for (int y = 0; y < a.height(); y++) {
            for (int x = 0; x < a.width(); x++) {
                most = Math.max(most, Math.abs(a.get(x, y) - b.get(x, y)));
            }
        }
        return most;
    }
}
