package foldback.core.tone;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;

/**
 * From a lens's gathered Y'CbCr values to the canvas's code values: gains in linear light, range, depth and matrix.
 *
 * <p>Above the toe of the curve a gain g turns V + a into g^p (V + a), so that any gains are an affine map of R'G'B' and
 * of Y'CbCr. Luma and the chroma of greys come from tables over luma that are exact, toe included; what a pixel's own
 * chroma adds is the affine map's, which is off only where a channel is in the toe (below 8 percent of white) while
 * luma is not. Equal gains and one matrix, the usual case, need two tables alone.
 *
 * <p>Tables are indexed by gathered values, with a quarter of the range as margin on both sides for the overshoot of
 * bicubic kernels; they clamp.
 */
public final class LensLight {
    /** Fraction bits of the sums that cross terms are made of. */
    public static final int MATRIX_BITS = 12;

    private final int fractionBits;
    private final int margin;
    private final int maxOut;
    private final short[] luma;
    private final short[] chroma;
    private final boolean crossed;
    private final short[] greyBlue;
    private final short[] greyRed;
    private final int[] matrix;
    private final int midIn;

    /** How {@link #crossed} lenses differ from plain ones is told there. */
    public static LensLight of(
            LightGains gains,
            PixelFormat in,
            ColourTags inTags,
            PixelFormat out,
            ColourTags outTags,
            int fractionBits) {
        return new LensLight(gains, in, inTags, out, outTags, fractionBits);
    }

    private LensLight(
            LightGains gains,
            PixelFormat in,
            ColourTags inTags,
            PixelFormat out,
            ColourTags outTags,
            int fractionBits) {
        this.fractionBits = fractionBits;
        this.margin = 1 << (in.bits() + fractionBits - 2);
        this.maxOut = out.maxValue();
        this.midIn = 1 << (in.bits() + fractionBits - 1);
        this.crossed =
                gains.red() != gains.green() || gains.green() != gains.blue() || inTags.matrix() != outTags.matrix();
        Transfer curve = Transfer.of(inTags.transfer());
        double[] signalGains = {
            curve.signalGain(gains.red()), curve.signalGain(gains.green()), curve.signalGain(gains.blue())
        };
        double[] linear = chain(inTags.matrix(), signalGains, outTags.matrix());
        double chromaToLuma = outTags.lumaScale(out.bits()) / inTags.chromaScale(in.bits());
        double chromaToChroma = outTags.chromaScale(out.bits()) / inTags.chromaScale(in.bits());
        this.matrix = new int[] {
            fixed(linear[1] * chromaToLuma), fixed(linear[2] * chromaToLuma),
            fixed(linear[4] * chromaToChroma), fixed(linear[5] * chromaToChroma),
            fixed(linear[7] * chromaToChroma), fixed(linear[8] * chromaToChroma)
        };
        int size = (1 << (in.bits() + fractionBits)) + 2 * margin;
        this.luma = new short[size];
        this.chroma = new short[size];
        this.greyBlue = new short[crossed ? size : 0];
        this.greyRed = new short[crossed ? size : 0];
        ColourTags.Matrix m = outTags.matrix();
        double one = 1 << fractionBits;
        for (int i = 0; i < size; i++) {
            double code = (i - margin) / one;
            double signal = (code - inTags.black(in.bits())) / inTags.lumaScale(in.bits());
            double light = curve.toLight(signal);
            double red = curve.toSignal(light * gains.red());
            double green = curve.toSignal(light * gains.green());
            double blue = curve.toSignal(light * gains.blue());
            double grey = m.red() * red + m.green() * green + m.blue() * blue;
            luma[i] = clamp(outTags.black(out.bits()) + grey * outTags.lumaScale(out.bits()));
            double spread = (code - (1 << (in.bits() - 1))) * chromaToChroma;
            chroma[i] = clamp((1 << (out.bits() - 1)) + spread * signalGains[1]);
            if (crossed) {
                double scale = outTags.chromaScale(out.bits());
                greyBlue[i] = (short) Math.round((blue - grey) / (2 * (1 - m.blue())) * scale * one);
                greyRed[i] = (short) Math.round((red - grey) / (2 * (1 - m.red())) * scale * one);
            }
        }
    }

    /** Whether luma and chroma depend on each other; then {@link #lumaOf} and its siblings must be used. */
    public boolean crossed() {
        return crossed;
    }

    /** Add this to a gathered value to index a table. */
    public int margin() {
        return margin;
    }

    /** Output luma code by gathered luma plus margin; shared, to be read as unsigned. */
    public short[] lumaTable() {
        return luma;
    }

    /** Output chroma code by gathered chroma plus margin, for lenses that are not crossed; shared. */
    public short[] chromaTable() {
        return chroma;
    }

    /** Output luma of gathered luma and chroma. */
    public int lumaOf(int y, int u, int v) {
        int shift = MATRIX_BITS + fractionBits;
        int cross = matrix[0] * (u - midIn) + matrix[1] * (v - midIn) + (1 << (shift - 1)) >> shift;
        return Math.max(0, Math.min(maxOut, (luma[y + margin] & 0xffff) + cross));
    }

    /** Output blue difference of gathered luma and chroma. */
    public int blueOf(int y, int u, int v) {
        return chromaOf(greyBlue[y + margin], matrix[2] * (u - midIn) + matrix[3] * (v - midIn));
    }

    /** Output red difference of gathered luma and chroma. */
    public int redOf(int y, int u, int v) {
        return chromaOf(greyRed[y + margin], matrix[4] * (u - midIn) + matrix[5] * (v - midIn));
    }

    private int chromaOf(int grey, int cross) {
        int half = 1 << (fractionBits - 1);
        int value = (maxOut + 1 >> 1) + (grey + (cross >> MATRIX_BITS) + half >> fractionBits);
        return Math.max(0, Math.min(maxOut, value));
    }

    private short clamp(double code) {
        return (short) Math.max(0, Math.min(maxOut, Math.round(code)));
    }

    private static int fixed(double value) {
        return (int) Math.round(value * (1 << MATRIX_BITS));
    }

    /** The linear part of Y'CbCr to Y'CbCr through gains on R'G'B', row after row. */
    private static double[] chain(ColourTags.Matrix in, double[] gains, ColourTags.Matrix out) {
        double[] result = new double[9];
        double[][] units = {{1, 0, 0}, {0, 1, 0}, {0, 0, 1}};
        for (int column = 0; column < 3; column++) {
            double y = units[column][0];
            double red = y + units[column][2] * 2 * (1 - in.red());
            double blue = y + units[column][1] * 2 * (1 - in.blue());
            double green = (y - in.red() * red - in.blue() * blue) / in.green();
            red *= gains[0];
            green *= gains[1];
            blue *= gains[2];
            double luma = out.red() * red + out.green() * green + out.blue() * blue;
            result[column] = luma;
            result[3 + column] = (blue - luma) / (2 * (1 - out.blue()));
            result[6 + column] = (red - luma) / (2 * (1 - out.red()));
        }
        return result;
    }
}
