package foldback.core.motion;

import java.util.Arrays;

/** Sums of weighted rows of a few unknowns, for least squares: the lower half of the normal matrix, and the right side. */
final class NormalBlock {
    final int size;
    final double[] normal;
    final double[] right;

    NormalBlock(int size) {
        this.size = size;
        normal = new double[size * size];
        right = new double[size];
    }

    void clear() {
        Arrays.fill(normal, 0);
        Arrays.fill(right, 0);
    }

    /** Adds what a row changes a residual by. */
    void add(double[] row, double weight, double residual) {
        for (int k = 0; k < size; k++) {
            double weighted = weight * row[k];
            right[k] += weighted * residual;
            for (int j = 0; j <= k; j++) {
                normal[size * k + j] += weighted * row[j];
            }
        }
    }
}
