package foldback.media;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;

/**
 * How a frame's code values become red, green and blue.
 *
 * @param black the code value of luma that is none
 * @param mid the code value of chroma that is none
 * @param luma what a code value of luma adds to all three
 * @param redOfV what a code value of chroma adds to red, and so on
 */
record RgbFactors(int black, int mid, float luma, float redOfV, float greenOfU, float greenOfV, float blueOfU) {

    /** @param white what stands for all light */
    static RgbFactors of(Frame frame, double white) {
        int bits = frame.format().bits();
        ColourTags tags = frame.tags();
        float chroma = (float) (white / tags.chromaScale(bits));
        float redOfV = (float) (2 * (1 - tags.matrix().red())) * chroma;
        float blueOfU = (float) (2 * (1 - tags.matrix().blue())) * chroma;
        return new RgbFactors(
                tags.black(bits),
                1 << (bits - 1),
                (float) (white / tags.lumaScale(bits)),
                redOfV,
                (float) (-blueOfU * tags.matrix().blue() / tags.matrix().green()),
                (float) (-redOfV * tags.matrix().red() / tags.matrix().green()),
                blueOfU);
    }
}
