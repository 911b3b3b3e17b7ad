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
    /** Factors of white balance are told apart by so much: a fortieth of an 8-bit step of white. */
    private static final double STEP = 1e-4;

    private final PixelFormat in;
    private final ColourTags inTags;
    private final PixelFormat out;
    private final ColourTags outTags;
    private final int fractionBits;
    private final Transfer curve;
    private final short[] chromaFactors;
    private final Map<Double, Intake> intakes = keeping();
    private final Map<List<Object>, Outlet> outlets = keeping();

    /** @param fractionBits of gathered values */
    public LightFormat(PixelFormat in, ColourTags inTags, PixelFormat out, ColourTags outTags, int fractionBits) {
        this.in = in;
        this.inTags = inTags;
        this.out = out;
        this.outTags = outTags;
        this.fractionBits = fractionBits;
        curve = Transfer.of(inTags.transfer());
        chromaFactors = chromaFactors(curve);
    }

    private static short[] chromaFactors(Transfer curve) {
        if (curve.chromaFactor(2) == 2) {
            return new short[0];
        }
        double one = 1 << LensLight.FACTOR_BITS;
        short[] factors = new short[Short.MAX_VALUE + 1];
        for (int k = 1; k < factors.length; k++) {
            factors[k] = (short) Math.round(Math.min(Short.MAX_VALUE, one * curve.chromaFactor(k / one)));
        }
        return factors;
    }

    /** By what chroma grows with a factor of light, by that factor, 4096ths; empty where it is the same. */
    short[] chromaFactors() {
        return chromaFactors;
    }

    private static <K, V> Map<K, V> keeping() {
        return new LinkedHashMap<>(KEPT, 0.75f, true) {
            @Override
            protected boolean removeEldestEntry(Map.Entry<K, V> eldest) {
                return size() > KEPT;
            }
        };
    }

    PixelFormat out() {
        return out;
    }

    int fractionBits() {
        return fractionBits;
    }

    Transfer curve() {
        return curve;
    }

    int margin() {
        return 1 << (in.bits() + fractionBits - 2);
    }

    /** A lens that is left as it is, but for range and depth. */
    public LensLight plain() {
        return light(LightGains.NONE, Falloff.NONE, 0, Shoulder.NONE);
    }

    /**
     * The light of a moment.
     *
     * @param falloff to be given back
     * @param black share of white light that becomes black
     */
    public LensLight light(LightGains gains, Falloff falloff, double black, Shoulder shoulder) {
        boolean sameMatrix = inTags.matrix() == outTags.matrix();
        boolean nothing = gains.equals(LightGains.NONE) && falloff.isNone() && black == 0;
        if (nothing && sameMatrix && shoulder.equals(Shoulder.NONE)) {
            return asItIs();
        }
        ColourTags.Matrix m = outTags.matrix();
        double red = curve.toPower(gains.red());
        double green = curve.toPower(gains.green());
        double blue = curve.toPower(gains.blue());
        // What white balance alone would do to the luma of greys goes into the common factor.
        double common = m.red() * red + m.green() * green + m.blue() * blue;
        double[] factors = {stepped(red / common), stepped(green / common), stepped(blue / common)};
        boolean crossed = !sameMatrix || factors[0] != 1 || factors[1] != 1 || factors[2] != 1;
        if (!crossed && falloff.isNone()) {
            return evenly(intake(black), outlet(factors, shoulder), common);
        }
        double[] slopes = Arrays.stream(factors).map(curve::chromaFactor).toArray();
        double[] linear = chain(inTags.matrix(), slopes, outTags.matrix());
        // Luma is worked on as a power, of which a chroma code is worth as much as the curve is steep above its toe.
        double toLuma = Intake.ONE * curve.powerSlope() / inTags.chromaScale(in.bits());
        double toChroma = outTags.chromaScale(out.bits()) / inTags.chromaScale(in.bits());
        for (int i = 0; i < linear.length; i++) {
            linear[i] *= i < 3 ? toLuma : toChroma;
        }
        return new LensLight(this, intake(black), outlet(factors, shoulder), common, falloff, linear, crossed);
    }

    /** All places and colours alike: two tables do. */
    private LensLight evenly(Intake intake, Outlet outlet, double factor) {
        short[] luma = new short[intake.power.length];
        short[] chroma = new short[luma.length];
        double toChroma = curve.chromaFactor(factor) * outTags.chromaScale(out.bits()) / inTags.chromaScale(in.bits());
        for (int i = 0; i < luma.length; i++) {
            luma[i] = outlet.luma()[
                    Outlet.MARGIN + (int) Math.min(Outlet.SIZE - 1, Math.round(intake.power[i] * factor))];
            double code = (double) (i - intake.margin) / (1 << fractionBits);
            chroma[i] = clamp((1 << (out.bits() - 1)) + (code - (1 << (in.bits() - 1))) * toChroma);
        }
        return new LensLight(this, luma, chroma);
    }

    private static double stepped(double factor) {
        return 1 + Math.round((factor - 1) / STEP) * STEP;
    }

    private synchronized Intake intake(double black) {
        return intakes.computeIfAbsent(black, b -> new Intake(in, inTags, b, fractionBits));
    }

    private synchronized Outlet outlet(double[] factors, Shoulder shoulder) {
        return outlets.computeIfAbsent(
                List.of(factors[0], factors[1], factors[2], shoulder),
                key -> Outlet.of(factors, curve, shoulder, out, outTags, fractionBits));
    }

    private LensLight asItIs() {
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
        return new LensLight(this, luma, chroma);
    }

    private short clamp(double code) {
        return (short) Math.max(0, Math.min(out.maxValue(), Math.round(code)));
    }

    /** The linear part of Y'CbCr to Y'CbCr through factors on R'G'B', row after row. */
    private static double[] chain(ColourTags.Matrix in, double[] factors, ColourTags.Matrix out) {
        double[] result = new double[9];
        for (int column = 0; column < 3; column++) {
            double y = column == 0 ? 1 : 0;
            double red = y + (column == 2 ? 2 * (1 - in.red()) : 0);
            double blue = y + (column == 1 ? 2 * (1 - in.blue()) : 0);
            double green = (y - in.red() * red - in.blue() * blue) / in.green();
            red *= factors[0];
            green *= factors[1];
            blue *= factors[2];
            double luma = out.red() * red + out.green() * green + out.blue() * blue;
            result[column] = luma;
            result[3 + column] = (blue - luma) / (2 * (1 - out.blue()));
            result[6 + column] = (red - luma) / (2 * (1 - out.red()));
        }
        return result;
    }
}
