package foldback.core.picture;

/**
 * What the code values of a Y'CbCr frame mean; carried from the source to the output, never assumed silently.
 *
 * @param matrix how R'G'B' was turned into Y'CbCr
 * @param range which code values are black and white
 * @param transfer the curve between light and code values
 * @param siting where chroma samples lie
 */
public record ColourTags(Matrix matrix, Range range, Curve transfer, Siting siting) {
    public static final ColourTags BT709_LIMITED =
            new ColourTags(Matrix.BT709, Range.LIMITED, Curve.BT709, Siting.LEFT);

    /** Rec.2100 with hybrid log-gamma. */
    public static final ColourTags HLG_LIMITED = new ColourTags(Matrix.BT2020, Range.LIMITED, Curve.HLG, Siting.LEFT);

    /** Luma coefficients of red and blue. */
    public enum Matrix {
        BT601(0.299, 0.114),
        BT709(0.2126, 0.0722),
        BT2020(0.2627, 0.0593);

        private final double red;
        private final double blue;

        Matrix(double red, double blue) {
            this.red = red;
            this.blue = blue;
        }

        public double red() {
            return red;
        }

        public double green() {
            return 1 - red - blue;
        }

        public double blue() {
            return blue;
        }
    }

    /** Limited: 16 to 235 (luma) and 16 to 240 (chroma) at 8 bits; full: all code values. */
    public enum Range {
        LIMITED,
        FULL
    }

    /** The camera's curve. */
    public enum Curve {
        BT709("Rec.709"),
        SRGB("sRGB"),
        LINEAR("linear"),
        HLG("Rec.2100 HLG"),
        PQ("Rec.2100 PQ"),
        ACESCCT("ACEScct"),
        CINEON("Cineon-style log");

        private final String title;

        Curve(String title) {
            this.title = title;
        }

        /** For people. */
        public String title() {
            return title;
        }
    }

    /** The place of the chroma sample of a 2 x 2 block: at its left edge half-way down, or in its middle. */
    public enum Siting {
        LEFT,
        CENTRE
    }

    /** The code value of black luma, at 8 bits 16 or 0. */
    public int black(int bits) {
        return range == Range.LIMITED ? 16 << (bits - 8) : 0;
    }

    /** How many code values lie between black and white luma. */
    public double lumaScale(int bits) {
        return range == Range.LIMITED ? 219 << (bits - 8) : (1 << bits) - 1;
    }

    /** The signal of a luma code, 0 for black and 1 for white. */
    public double lumaSignal(double code, int bits) {
        return (code - black(bits)) / lumaScale(bits);
    }

    /** How many code values lie between the smallest and the largest chroma. */
    public double chromaScale(int bits) {
        return range == Range.LIMITED ? 224 << (bits - 8) : (1 << bits) - 1;
    }

    public ColourTags withRange(Range changed) {
        return new ColourTags(matrix, changed, transfer, siting);
    }

    public ColourTags withTransfer(Curve changed) {
        return new ColourTags(matrix, range, changed, siting);
    }

    /** The same with chroma at the left, as canvases have it. */
    public ColourTags sitedLeft() {
        return new ColourTags(matrix, range, transfer, Siting.LEFT);
    }
}
