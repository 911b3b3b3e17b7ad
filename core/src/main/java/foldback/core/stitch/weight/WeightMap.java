package foldback.core.stitch.weight;

/**
 * What each lens counts at a direction of the rig, before the rims of the lenses' pictures are looked at. Two that are equal give
 * the same weights; plans are kept by them.
 */
public sealed interface WeightMap {

    /** Lenses ramp into each other across the seams, which lie where two lenses see a direction equally well. */
    sealed interface Ramp extends WeightMap {
        /** Of a ramp, radians; 0 is a hard cut. */
        double width();
    }

    /** All that lenses show ramps over the same width. */
    record Feather(double width) implements Ramp {
        public Feather {
            check(width);
        }
    }

    /** Fine detail ramps over the width; coarse differences of light are spread over the whole overlap. */
    record Bands(double width) implements Ramp {
        public Bands {
            check(width);
        }
    }

    private static void check(double width) {
        if (!(width >= 0) || width > Math.PI) {
            throw new IllegalArgumentException("'feather' must be 0 to pi: " + width);
        }
    }

    /** Weights that are stated direction by direction. */
    non-sealed interface OnSphere extends WeightMap {
        /**
         * Finds weights.
         *
         * @param ray a direction of the rig, of length 1
         * @param weights one for each lens of the rig, 0 or more, written; only their ratios matter, and those of lenses that do
         *     not show the direction are not used. Where all that show it have 0, they share it evenly
         */
        void at(double[] ray, double[] weights);
    }
}
