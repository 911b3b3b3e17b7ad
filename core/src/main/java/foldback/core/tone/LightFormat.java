package foldback.core.tone;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * From what kind of pictures to what kind light is taken; makes the {@link LensLight} of each moment and keeps the tables that moments
 * share. Safe for many threads.
 */
public final class LightFormat {
    private static final int KEPT = 16;
    /** A table takes some megabytes a stop. */
    private static final int KEPT_TABLES = 2;
    /** First and last levels of tables are multiples of so many, so that they seldom have to grow. */
    private static final int TOGETHER = GainTable.LEVELS / 4;
    /** Over how many 8-bit codes colour goes. */
    private static final int FADE = 8;
    /** Factors of white balance are told apart by so much: a fortieth of an 8-bit step of white. */
    private static final double STEP = 1e-4;
    /** More than any white balance asks for; keeps products within an int. */
    private static final double MOST_LINEAR = 3.99;

    private static final int[] NO_GREYS = {};

    private final PixelFormat in;
    private final ColourTags inTags;
    private final PixelFormat out;
    private final ColourTags outTags;
    private final int fractionBits;
    private final LightCurve curve;
    private final LensLight asItIs;
    private final Map<Double, Intake> intakes = keeping(KEPT);
    private final Map<Shoulder, Outlet> outlets = keeping(KEPT);
    private final Map<List<Object>, GainTable> tables = keeping(KEPT_TABLES);
    private final Map<List<Object>, int[]> greys = keeping(KEPT);

    /** @param fractionBits of gathered values */
    public LightFormat(PixelFormat in, ColourTags inTags, PixelFormat out, ColourTags outTags, int fractionBits) {
        this(in, inTags, Transfer.of(inTags.transfer()), out, outTags, fractionBits);
    }

    /** For pictures of a curve that tags have no name for. */
    public LightFormat(
            PixelFormat in,
            ColourTags inTags,
            LightCurve curve,
            PixelFormat out,
            ColourTags outTags,
            int fractionBits) {
        this.in = in;
        this.inTags = inTags;
        this.out = out;
        this.outTags = outTags;
        this.fractionBits = fractionBits;
        this.curve = curve;
        asItIs = madeAsItIs();
    }

    private static <K, V> Map<K, V> keeping(int most) {
        return new LinkedHashMap<>(most, 0.75f, true) {
            @Override
            protected boolean removeEldestEntry(Map.Entry<K, V> eldest) {
                return size() > most;
            }
        };
    }

    PixelFormat out() {
        return out;
    }

    int fractionBits() {
        return fractionBits;
    }

    /** Gathered chroma of greys. */
    int middle() {
        return 1 << (in.bits() + fractionBits - 1);
    }

    /** How much more colour of its own a sample has with each code below what the source clipped. */
    int fade() {
        return (1 << Toner.SHARE_BITS - (out.bits() - Byte.SIZE)) / FADE;
    }

    int margin() {
        return 1 << (in.bits() + fractionBits - 2);
    }

    /** A lens that is left as it is, but for range and depth. */
    public LensLight plain() {
        return light(LightGains.NONE, Vignetting.NONE, 0, Shoulder.NONE);
    }

    /**
     * The light of a moment.
     *
     * @param vignetting to be given back
     * @param black share of white light that becomes black
     */
    public LensLight light(LightGains gains, Vignetting vignetting, double black, Shoulder shoulder) {
        boolean sameMatrix = inTags.matrix() == outTags.matrix();
        boolean nothing = gains.equals(LightGains.NONE) && vignetting.isNone() && black == 0;
        if (nothing && sameMatrix && shoulder.equals(Shoulder.NONE)) {
            return asItIs;
        }
        ColourTags.Matrix m = outTags.matrix();
        double red = curve.toPower(gains.red());
        double green = curve.toPower(gains.green());
        double blue = curve.toPower(gains.blue());
        // What white balance alone would do to the luma of greys goes into the common factor.
        double common = m.red() * red + m.green() * green + m.blue() * blue;
        double[] factors = {stepped(red / common), stepped(green / common), stepped(blue / common)};
        boolean crossed = !sameMatrix || factors[0] != 1 || factors[1] != 1 || factors[2] != 1;
        Intake intake = intake(black);
        Outlet outlet = outlet(shoulder);
        if (!crossed && vignetting.isNone()) {
            return evenly(intake, outlet, common);
        }
        int level = (int) Math.round(curve.stopsOf(common) * GainTable.LEVELS);
        double[] slopes = Arrays.stream(factors).map(curve::chromaFactor).toArray();
        double[] linear = chain(inTags.matrix(), slopes, outTags.matrix());
        double toLuma = inTags.lumaScale(in.bits()) / inTags.chromaScale(in.bits());
        double toChroma = outTags.chromaScale(out.bits()) / inTags.chromaScale(in.bits());
        for (int i = 0; i < linear.length; i++) {
            linear[i] = Math.max(-MOST_LINEAR, Math.min(MOST_LINEAR, linear[i] * (i < 2 ? toLuma : toChroma)));
        }
        GainTable table =
                table(black, intake, shoulder, outlet, level + lowest(vignetting), level + highest(vignetting));
        return new LensLight(
                this, table, level, vignetting, linear, crossed ? greys(factors, shoulder, outlet) : NO_GREYS);
    }

    private static int lowest(Vignetting vignetting) {
        return (int) Math.floor(vignetting.least() * GainTable.LEVELS);
    }

    private static int highest(Vignetting vignetting) {
        return (int) Math.ceil(vignetting.most() * GainTable.LEVELS);
    }

    /** All places and colours alike: two tables do. */
    private LensLight evenly(Intake intake, Outlet outlet, double factor) {
        short[] luma = new short[intake.power.length];
        short[] chroma = new short[luma.length];
        double toChroma = curve.chromaFactor(factor) * outTags.chromaScale(out.bits()) / inTags.chromaScale(in.bits());
        for (int i = 0; i < luma.length; i++) {
            luma[i] = outlet.code(intake.power[i] * factor);
            double code = (double) (i - intake.margin) / (1 << fractionBits);
            chroma[i] = clamp((1 << (out.bits() - 1)) + (code - (1 << (in.bits() - 1))) * toChroma);
        }
        return new LensLight(this, luma, chroma, false);
    }

    private static double stepped(double factor) {
        return 1 + Math.round((factor - 1) / STEP) * STEP;
    }

    private synchronized Intake intake(double black) {
        return intakes.computeIfAbsent(black, b -> new Intake(in, inTags, curve, b, fractionBits));
    }

    private synchronized Outlet outlet(Shoulder shoulder) {
        return outlets.computeIfAbsent(shoulder, s -> Outlet.of(curve, s, out, outTags));
    }

    /** One table for all levels that were asked for so far: lenses and moments share it, and it grows when more are. */
    private synchronized GainTable table(
            double black, Intake intake, Shoulder shoulder, Outlet outlet, int lowest, int highest) {
        List<Object> key = List.of(black, shoulder);
        GainTable known = tables.get(key);
        if (known == null || lowest < known.first() || highest >= known.end()) {
            int least = known == null ? lowest : Math.min(lowest, known.first());
            int most = known == null ? highest : Math.max(highest, known.end() - 1);
            int first = Math.floorDiv(least, TOGETHER) * TOGETHER;
            int rows = (Math.floorDiv(most, TOGETHER) + 1) * TOGETHER - first;
            known = GainTable.of(first, rows, intake, outlet, curve, in.bits() + fractionBits);
            tables.put(key, known);
        }
        return known;
    }

    private synchronized int[] greys(double[] factors, Shoulder shoulder, Outlet outlet) {
        return greys.computeIfAbsent(
                List.of(factors[0], factors[1], factors[2], shoulder),
                key -> GreyChroma.of(factors, outlet, out, outTags, fractionBits));
    }

    private LensLight madeAsItIs() {
        int margin = margin();
        int size = (1 << (in.bits() + fractionBits)) + 2 * margin;
        short[] luma = new short[size];
        short[] chroma = new short[size];
        double toLuma = outTags.lumaScale(out.bits()) / inTags.lumaScale(in.bits());
        double toChroma = outTags.chromaScale(out.bits()) / inTags.chromaScale(in.bits());
        for (int i = 0; i < size; i++) {
            double code = (double) (i - margin) / (1 << fractionBits);
            luma[i] = clamp(outTags.black(out.bits()) + (code - inTags.black(in.bits())) * toLuma);
            chroma[i] = clamp((1 << (out.bits() - 1)) + (code - (1 << (in.bits() - 1))) * toChroma);
        }
        boolean sameCodes = in.bits() == out.bits() && inTags.range() == outTags.range();
        return new LensLight(this, luma, chroma, sameCodes);
    }

    private short clamp(double code) {
        return (short) Math.max(0, Math.min(out.maxValue(), Math.round(code)));
    }

    /** The linear part of Y'CbCr to Y'CbCr through factors on R'G'B', without what luma gives, row after row. */
    private static double[] chain(ColourTags.Matrix in, double[] factors, ColourTags.Matrix out) {
        double[] result = new double[6];
        for (int column = 0; column < 2; column++) {
            double red = column == 1 ? 2 * (1 - in.red()) : 0;
            double blue = column == 0 ? 2 * (1 - in.blue()) : 0;
            double green = -(in.red() * red + in.blue() * blue) / in.green();
            red *= factors[0];
            green *= factors[1];
            blue *= factors[2];
            double luma = out.red() * red + out.green() * green + out.blue() * blue;
            result[column] = luma;
            result[2 + column] = (blue - luma) / (2 * (1 - out.blue()));
            result[4 + column] = (red - luma) / (2 * (1 - out.red()));
        }
        return result;
    }
}
