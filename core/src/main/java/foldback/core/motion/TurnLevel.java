package foldback.core.motion;

import foldback.core.lens.Lens;
import foldback.core.space.Direction;
import java.util.Arrays;

/**
 * One size of the two pictures between which a turn is measured, with the places where they are compared and how far each place
 * moves for a small turn about each axis.
 */
final class TurnLevel {
    /** Places nearer to the picture's or the lit circle's edge are left out, pixels. */
    private static final double MARGIN = 4;

    private static final double STEP = 1e-4;

    final int width;
    final int height;
    /** Where the pictures are compared. */
    final float[] x;

    final float[] y;
    /** Six numbers a place: by how many pixels it moves to the right and down for a turn of a radian about x, y and z. */
    final float[] moves;

    /** How the picture changes to the right and down where it was looked at last, codes a pixel. */
    float slopeX;

    float slopeY;

    private float[] before;
    private float[] after;
    private final float[] rows;

    /** @param most places at most */
    TurnLevel(Lens lens, int most) {
        width = lens.frame().width();
        height = lens.frame().height();
        before = new float[width * height];
        after = new float[width * height];
        rows = new float[width * height];
        int apart = Math.max(1, (int) Math.round(Math.sqrt((double) width * height / most)));
        int across = width / apart;
        int down = height / apart;
        float[] px = new float[across * down];
        float[] py = new float[across * down];
        float[] pm = new float[6 * across * down];
        int n = 0;
        for (int j = 0; j < down; j++) {
            for (int i = 0; i < across; i++) {
                px[n] = i * apart + apart / 2;
                py[n] = j * apart + apart / 2;
                if (lens.frame().depthInside(px[n] + 0.5, py[n] + 0.5) >= MARGIN
                        && moves(lens, px[n], py[n], pm, 6 * n)) {
                    n++;
                }
            }
        }
        x = Arrays.copyOf(px, n);
        y = Arrays.copyOf(py, n);
        moves = Arrays.copyOf(pm, 6 * n);
    }

    /** Turns the ray of a place a little about each axis, both ways. */
    private static boolean moves(Lens lens, double x, double y, float[] into, int at) {
        Direction ray;
        try {
            ray = lens.unproject(x + 0.5, y + 0.5);
        } catch (IllegalArgumentException seesNothing) {
            return false;
        }
        double[] r = {ray.x(), ray.y(), ray.z()};
        double[] rays = new double[18];
        for (int axis = 0; axis < 3; axis++) {
            int one = (axis + 1) % 3;
            int two = (axis + 2) % 3;
            for (int side = 0; side < 2; side++) {
                double by = side == 0 ? STEP : -STEP;
                int base = 6 * axis + 3 * side;
                // The unit vector of the axis times the ray.
                rays[base + axis] = r[axis];
                rays[base + one] = r[one] - by * r[two];
                rays[base + two] = r[two] + by * r[one];
            }
        }
        double[] xy = new double[12];
        lens.project(rays, xy, new double[6], 6);
        for (int axis = 0; axis < 3; axis++) {
            for (int c = 0; c < 2; c++) {
                double move = (xy[4 * axis + c] - xy[4 * axis + 2 + c]) / (2 * STEP);
                if (!Double.isFinite(move)) {
                    return false;
                }
                into[at + 3 * c + axis] = (float) move;
            }
        }
        return true;
    }

    /** The picture that was new is the old one from now on. */
    void turnOver() {
        float[] kept = before;
        before = after;
        after = kept;
    }

    float[] before() {
        return before;
    }

    float[] after() {
        return after;
    }

    /** A picture's value between four pixels; its slopes there are kept until it is looked at again. */
    float look(float[] picture, float atX, float atY) {
        int at = (int) atY * width + (int) atX;
        float fx = atX - (int) atX;
        float fy = atY - (int) atY;
        float top = picture[at + 1] - picture[at];
        float bottom = picture[at + width + 1] - picture[at + width];
        float left = picture[at + width] - picture[at];
        slopeX = top + fy * (bottom - top);
        slopeY = left + fx * (bottom - top);
        return picture[at] + fx * top + fy * (left + fx * (bottom - top));
    }

    /** Takes the new picture, a little smoothed so that what is between pixels can be read off. */
    void take(byte[] luma) {
        for (int i = 0; i < luma.length; i++) {
            after[i] = luma[i] & 0xff;
        }
        smooth();
    }

    /** Takes the new picture from twice its size. */
    void takeHalf(TurnLevel large) {
        for (int j = 0; j < height; j++) {
            int from = 2 * j * large.width;
            for (int i = 0; i < width; i++) {
                int at = from + 2 * i;
                after[j * width + i] = 0.25f
                        * (large.after[at]
                                + large.after[at + 1]
                                + large.after[at + large.width]
                                + large.after[at + large.width + 1]);
            }
        }
    }

    /** Quarter, half, quarter along rows and columns; the edges stay as they are. */
    private void smooth() {
        for (int j = 0; j < height; j++) {
            int at = j * width;
            rows[at] = after[at];
            rows[at + width - 1] = after[at + width - 1];
            for (int i = 1; i < width - 1; i++) {
                rows[at + i] = 0.25f * after[at + i - 1] + 0.5f * after[at + i] + 0.25f * after[at + i + 1];
            }
        }
        for (int j = 1; j < height - 1; j++) {
            int at = j * width;
            for (int i = 0; i < width; i++) {
                after[at + i] = 0.25f * rows[at + i - width] + 0.5f * rows[at + i] + 0.25f * rows[at + i + width];
            }
        }
    }
}
