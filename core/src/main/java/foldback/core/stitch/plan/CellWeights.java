package foldback.core.stitch.plan;

import foldback.core.warp.SamplePlaces;

/** Finds what lenses count in cells that several of them show. */
public interface CellWeights {
    /**
     * Finds the weights of a strip of mixed cells that show the same lenses.
     *
     * @param cell the first one
     * @param cells how many
     * @param places by lens, of those that show the cells, where the luma samples lie in its picture; read
     * @param weights by lens, of those that show the cells: 256ths a pixel, row after row of the strip, which sum to 256 or, in
     *     a hole, 0; written
     */
    void find(int cell, int cells, SamplePlaces[] places, int[][] weights);
}
