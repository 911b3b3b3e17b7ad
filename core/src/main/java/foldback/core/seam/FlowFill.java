package foldback.core.seam;

import java.util.Arrays;

/**
 * Makes a field whole: what is sure stays, what is not is taken from around, near first; and no neighbours are so far apart that the picture
 * would fold over.
 */
final class FlowFill {
    /** What counts of the surroundings beside a node that is altogether sure. */
    private static final float AROUND = 0.08f;
    /** Of a node's distance from the next one: the most by which what is moved may differ. */
    private static final double STEEPEST = 0.6;

    private FlowFill() {}

    static SeamFlow filled(SeamFlow found, SeamStrip strip) {
        float[] along = filled(found.along(), found.sure(), found.columns(), found.rows(), strip.isRing());
        float[] across = filled(found.across(), found.sure(), found.columns(), found.rows(), strip.isRing());
        float most = (float) (STEEPEST * SeamStrip.MULTIPLE * strip.stepRad());
        return new SeamFlow(
                found.columns(),
                found.rows(),
                gentle(along, found.columns(), found.rows(), strip.isRing(), most),
                gentle(across, found.columns(), found.rows(), strip.isRing(), most),
                found.sure());
    }

    /** By a pyramid: means weighted by how sure they are, coarser and coarser, then back from the coarsest on. */
    private static float[] filled(float[] values, float[] sure, int columns, int rows, boolean ring) {
        float[] filled = values.clone();
        if (columns <= 2 && rows <= 2) {
            float sum = 0;
            float weight = 1e-6f;
            for (int i = 0; i < values.length; i++) {
                sum += sure[i] * values[i];
                weight += sure[i];
            }
            Arrays.fill(filled, sum / weight);
            return filled;
        }
        int w = (columns + 1) / 2;
        int h = (rows + 1) / 2;
        float[] coarse = new float[w * h];
        float[] weights = new float[w * h];
        for (int row = 0; row < h; row++) {
            for (int column = 0; column < w; column++) {
                float sum = 0;
                float weight = 0;
                for (int part = 0; part < 4; part++) {
                    int x = Math.min(columns - 1, 2 * column + (part & 1));
                    int y = Math.min(rows - 1, 2 * row + (part >> 1));
                    int at = y * columns + x;
                    sum += sure[at] * values[at];
                    weight += sure[at];
                }
                coarse[row * w + column] = weight > 0 ? sum / weight : 0;
                weights[row * w + column] = Math.min(1, weight);
            }
        }
        float[] around = filled(coarse, weights, w, h, ring);
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                int at = row * columns + column;
                float from = between(around, w, h, (column - 0.5f) / 2, (row - 0.5f) / 2, ring);
                filled[at] = (sure[at] * values[at] + AROUND * from) / (sure[at] + AROUND);
            }
        }
        return filled;
    }

    private static float between(float[] values, int w, int h, float x, float y, boolean ring) {
        int left = (int) Math.floor(x);
        int top = (int) Math.floor(y);
        float fx = x - left;
        float fy = y - top;
        int a = clamped(left, w, ring);
        int b = clamped(left + 1, w, ring);
        int above = Math.max(0, Math.min(h - 1, top)) * w;
        int below = Math.max(0, Math.min(h - 1, top + 1)) * w;
        float first = values[above + a] + fx * (values[above + b] - values[above + a]);
        float second = values[below + a] + fx * (values[below + b] - values[below + a]);
        return first + fy * (second - first);
    }

    private static int clamped(int at, int count, boolean ring) {
        return ring ? Math.floorMod(at, count) : Math.max(0, Math.min(count - 1, at));
    }

    /** The mean of the steepest allowed surface from above and that from below. */
    private static float[] gentle(float[] values, int columns, int rows, boolean ring, float most) {
        float[] upper = envelope(values, columns, rows, ring, most, 1);
        float[] lower = envelope(values, columns, rows, ring, most, -1);
        float[] gentle = new float[values.length];
        for (int i = 0; i < gentle.length; i++) {
            gentle[i] = 0.5f * (upper[i] - lower[i]);
        }
        return gentle;
    }

    /** The least surface at or above all values, times a sign, that is nowhere steeper than allowed. */
    private static float[] envelope(float[] values, int columns, int rows, boolean ring, float most, int sign) {
        float[] surface = new float[values.length];
        for (int i = 0; i < surface.length; i++) {
            surface[i] = sign * values[i];
        }
        int laps = ring ? 2 : 1;
        for (int lap = 0; lap < laps; lap++) {
            for (int n = 0; n < surface.length; n++) {
                raise(surface, n, columns, rows, ring, most, -1);
            }
            for (int n = surface.length - 1; n >= 0; n--) {
                raise(surface, n, columns, rows, ring, most, 1);
            }
        }
        return surface;
    }

    private static void raise(float[] surface, int n, int columns, int rows, boolean ring, float most, int side) {
        int row = n / columns;
        int column = n % columns;
        int beside = column + side;
        if (ring || beside >= 0 && beside < columns) {
            int at = row * columns + Math.floorMod(beside, columns);
            surface[n] = Math.max(surface[n], surface[at] - most);
        }
        int next = row + side;
        if (next >= 0 && next < rows) {
            surface[n] = Math.max(surface[n], surface[next * columns + column] - most);
        }
    }
}
