package foldback.core.seam;

import java.util.stream.IntStream;

/**
 * Registers two pictures of a strip onto each other at nodes. A node's surroundings are compared about their means; what is looked at lies
 * its share away from the node in the first picture and the rest of the way back in the second one. Along the seam little is expected,
 * which is a prior.
 */
final class NodeRegistration {
    private static final int REACH = 5;
    private static final int STEP = SeamStrip.MULTIPLE;
    private static final int ROUNDS = 6;
    private static final double SETTLED = 0.02;
    /** Strip pixels: what goes farther from where the search was has found something else. */
    private static final double MOST_MOVED = 3;
    /** Of the surroundings' variance that may be left where both show the same. */
    private static final double MOST_LEFT = 0.6;

    /** Every other place is looked at, as on a chessboard: neighbours say much the same. */
    private static final int MOST_SAMPLES = ((2 * REACH + 1) * (2 * REACH + 1) + 1) / 2;

    private static final int LEAST_SAMPLES = MOST_SAMPLES / 2;

    private final int columns;
    private final int rows;
    private final boolean ring;
    private final float[] shares;
    private final double step;
    private final double alongStep;
    private final double noise;
    private final double alongPrior;

    NodeRegistration(SeamStrip strip, float[] shares, SeamSettings settings) {
        columns = strip.columns();
        rows = strip.rows();
        ring = strip.isRing();
        step = strip.stepRad();
        alongStep = strip.alongStepRad();
        this.shares = shares;
        noise = settings.noiseCodes();
        double sigma = settings.alongRad() / strip.alongStepRad();
        alongPrior = noise * noise / (sigma * sigma);
    }

    /**
     * Registers; the same comes out on any number of threads.
     *
     * @param a the first picture
     * @param b the second one
     * @param coarse disparities across the seam of strips half as fine, in their rows
     */
    SeamFlow register(float[] a, float[] b, float[] coarse) {
        int across = rows / STEP;
        int along = columns / STEP;
        float[] x = new float[along * across];
        float[] y = new float[along * across];
        float[] sure = new float[along * across];
        IntStream.range(0, across).parallel().forEach(row -> {
            Surroundings node = new Surroundings(a, b);
            for (int column = 0; column < along; column++) {
                int middle = row * STEP + STEP / 2;
                int beside = column * STEP + STEP / 2;
                node.register(beside, middle, 2.0 * coarse[middle / 2 * (columns / 2) + beside / 2]);
                x[row * along + column] = (float) (node.moveX * alongStep);
                y[row * along + column] = (float) (node.moveY * step);
                sure[row * along + column] = (float) node.trust;
            }
        });
        return new SeamFlow(along, across, x, y, sure);
    }

    /** What is around a node; mutable, one a thread. */
    private final class Surroundings {
        private final float[] a;
        private final float[] b;
        private final double[] values = new double[MOST_SAMPLES];
        private final double[] slopesX = new double[MOST_SAMPLES];
        private final double[] slopesY = new double[MOST_SAMPLES];
        private final double[] levels = new double[MOST_SAMPLES];
        private final float[] sampled = new float[3];

        private double moveX;
        private double moveY;
        private double trust;

        Surroundings(float[] a, float[] b) {
            this.a = a;
            this.b = b;
        }

        void register(int column, int row, double begin) {
            moveX = 0;
            moveY = begin;
            trust = 0;
            double informed = 0;
            double left = 0;
            double variance = 0;
            for (int round = 0; round < ROUNDS; round++) {
                int count = look(column, row);
                if (count < LEAST_SAMPLES) {
                    moveX = 0;
                    moveY = begin;
                    return;
                }
                centre(values, count);
                centre(slopesX, count);
                centre(slopesY, count);
                double xx = alongPrior;
                double yy = 1e-6;
                double xy = 0;
                double gx = alongPrior * moveX;
                double gy = 0;
                left = 0;
                for (int i = 0; i < count; i++) {
                    xx += slopesX[i] * slopesX[i];
                    yy += slopesY[i] * slopesY[i];
                    xy += slopesX[i] * slopesY[i];
                    gx += slopesX[i] * values[i];
                    gy += slopesY[i] * values[i];
                    left += values[i] * values[i];
                }
                left /= count;
                variance = variance(count);
                informed = yy - xy * xy / xx;
                double determinant = xx * yy - xy * xy;
                double stepX = -(yy * gx - xy * gy) / determinant;
                double stepY = -(xx * gy - xy * gx) / determinant;
                double length = Math.hypot(stepX, stepY);
                double most = length > 1 ? 1 / length : 1;
                moveX += most * stepX;
                moveY += most * stepY;
                if (length < SETTLED) {
                    break;
                }
            }
            if (Math.hypot(moveX, moveY - begin) > MOST_MOVED) {
                moveX = 0;
                moveY = begin;
                return;
            }
            // What is told of the way across the seam, against the noise; and how alike the two are.
            double told = informed / (informed + 60 * noise * noise);
            double alike = 1 - Math.max(0, left - 2 * noise * noise) / (MOST_LEFT * (variance + noise * noise));
            trust = told * Math.max(0, alike);
        }

        /** Samples both pictures around a node; gives how many of the places both show. */
        private int look(int column, int row) {
            int count = 0;
            for (int j = -REACH; j <= REACH; j++) {
                int y = row + j;
                if (y < 0 || y >= rows) {
                    continue;
                }
                for (int i = -REACH + (j + REACH & 1); i <= REACH; i += 2) {
                    int x = column + i;
                    x += x < 0 && ring ? columns : x >= columns && ring ? -columns : 0;
                    if (x < 0 || x >= columns) {
                        continue;
                    }
                    float share = shares[y * columns + x];
                    if (!sample(a, x + share * moveX, y + share * moveY)) {
                        continue;
                    }
                    float value = sampled[0];
                    float slopeX = sampled[1];
                    float slopeY = sampled[2];
                    if (!sample(b, x - (1 - share) * moveX, y - (1 - share) * moveY)) {
                        continue;
                    }
                    values[count] = value - sampled[0];
                    levels[count] = 0.5 * (value + sampled[0]);
                    slopesX[count] = share * slopeX + (1 - share) * sampled[1];
                    slopesY[count] = share * slopeY + (1 - share) * sampled[2];
                    count++;
                }
            }
            return count;
        }

        /** A value and its slopes, bilinear. */
        private boolean sample(float[] picture, double x, double y) {
            int left = (int) Math.floor(x);
            int top = (int) Math.floor(y);
            if (top < 0 || top >= rows - 1) {
                return false;
            }
            float fx = (float) (x - left);
            float fy = (float) (y - top);
            int right = left + 1;
            if (ring) {
                left = left < 0 ? left + columns : left >= columns ? left - columns : left;
                right = right < 0 ? right + columns : right >= columns ? right - columns : right;
            } else if (left < 0 || right >= columns) {
                return false;
            }
            float a = picture[top * columns + left];
            float b = picture[top * columns + right];
            float c = picture[(top + 1) * columns + left];
            float d = picture[(top + 1) * columns + right];
            float above = a + fx * (b - a);
            float below = c + fx * (d - c);
            sampled[0] = above + fy * (below - above);
            sampled[1] = (b - a) + fy * ((d - c) - (b - a));
            sampled[2] = below - above;
            return !Float.isNaN(sampled[0]);
        }

        private double variance(int count) {
            centre(levels, count);
            double sum = 0;
            for (int i = 0; i < count; i++) {
                sum += levels[i] * levels[i];
            }
            return sum / Math.max(1, count);
        }
    }

    private static void centre(double[] values, int count) {
        double mean = 0;
        for (int i = 0; i < count; i++) {
            mean += values[i];
        }
        mean /= count;
        for (int i = 0; i < count; i++) {
            values[i] -= mean;
        }
    }
}
