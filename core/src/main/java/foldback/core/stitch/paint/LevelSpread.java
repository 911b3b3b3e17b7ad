package foldback.core.stitch.paint;

import foldback.core.tone.LensLight;

/** Spreads levels of light from the nodes of a grid over the 2 x 2 blocks of the cells between them. */
final class LevelSpread {
    private static final int BITS = LensLight.LEVEL_BITS;

    private LevelSpread() {}

    /**
     * Spreads a strip's levels, straight from node to node.
     *
     * @param nodes levels with fraction bits
     * @param first the node at the strip's upper left
     * @param columns nodes of a row of the grid
     * @param size of a cell, pixels, a power of two
     * @param cells of the strip
     * @param into whole levels of the blocks, row after row of {@code cells * size / 2}
     */
    static void spread(int[] nodes, int first, int columns, int size, int cells, int[] into) {
        int half = size / 2;
        int shift = Integer.numberOfTrailingZeros(half);
        for (int i = 0; i < cells; i++) {
            int node = first + i;
            int left = nodes[node];
            int right = nodes[node + 1];
            int leftStep = nodes[node + columns] - left >> shift;
            int rightStep = nodes[node + columns + 1] - right >> shift;
            // Of the middles of blocks, rounded.
            left += (leftStep >> 1) + (1 << BITS - 1);
            right += (rightStep >> 1) + (1 << BITS - 1);
            int at = i * half;
            for (int row = 0; row < half; row++) {
                int step = right - left >> shift;
                int level = left + (step >> 1);
                for (int k = 0; k < half; k++) {
                    into[at + k] = level + k * step >> BITS;
                }
                left += leftStep;
                right += rightStep;
                at += cells * half;
            }
        }
    }
}
