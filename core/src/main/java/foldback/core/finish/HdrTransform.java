package foldback.core.finish;

import foldback.core.picture.ColourTags;
import foldback.core.tone.LightCurve;
import foldback.core.tone.Transfer;

/**
 * From footage to Rec.2100: each channel's light, in Rec.2020's primaries (ITU-R BT.2087-0), in the curve that is asked for. A diffuse
 * white becomes 75% of HLG's signal, which displays of 1000 cd/m2 show at 203 cd/m2, and so 58% of PQ's (ITU-R BT.2408, scene-referred
 * mapping); between the two stands HLG's own rendering, gamma 1.2 (ITU-R BT.2100-2 table 5). What is brighter than either holds is clipped.
 */
public final class HdrTransform implements ColourTransform {
    private static final int STEPS = 4096;
    /** Signals of limited range go a little beyond white. */
    private static final double MOST_SIGNAL = 1.1;

    private static final float BY_MOST_SIGNAL = (float) (1 / MOST_SIGNAL);

    private static final double HLG_WHITE = 0.75;
    private static final double GAMMA = 1.2;
    /** The light of HLG's reference display as a share of what PQ can say. */
    private static final double DISPLAY = 0.1;

    private static final float[] TO_2020 = {
        0.6274f, 0.3293f, 0.0433f,
        0.0691f, 0.9195f, 0.0114f,
        0.0164f, 0.0880f, 0.8956f
    };

    private final boolean fromDisplay;
    private final boolean wide;
    private final boolean toPq;
    /** Scene light of HLG by signal; of PQ footage display light, 1 at the reference display's brightest. */
    private final float[] light;
    /** The signal by the fourth root of light, in which both curves are nearly straight. */
    private final float[] signal;
    /** What a luminance's channels are multiplied by, by its fourth root. */
    private final float[] rendering;

    private HdrTransform(LightCurve from, ColourTags.Matrix matrix, Transfer to) {
        fromDisplay = from == Transfer.PQ;
        wide = matrix == ColourTags.Matrix.BT2020;
        toPq = to == Transfer.PQ;
        double white = from.white() == 0 ? 1 : from.white();
        double scale = fromDisplay ? 1 / DISPLAY : Transfer.HLG.toLight(HLG_WHITE) / white;
        light = new float[STEPS + 1];
        signal = new float[STEPS + 1];
        rendering = new float[STEPS + 1];
        // From a display's light to the scene's, or the other way; nothing where both are of one kind.
        double power = fromDisplay == toPq ? 0 : toPq ? GAMMA - 1 : 1 / GAMMA - 1;
        for (int i = 0; i <= STEPS; i++) {
            light[i] = (float) Math.max(0, scale * from.toLight(MOST_SIGNAL * i / STEPS));
            double root = (double) i / STEPS;
            double of = root * root * root * root;
            signal[i] = (float) to.toSignal(toPq ? DISPLAY * of : of);
            rendering[i] = (float) StrictMath.pow(Math.max(of, 1e-9), power);
        }
    }

    /**
     * One for footage.
     *
     * @param from its curve
     * @param matrix its own; that of Rec.2020 says that its primaries are Rec.2020's, too, the others that they are Rec.709's
     * @param to {@link Transfer#HLG} or {@link Transfer#PQ}
     */
    public static HdrTransform of(LightCurve from, ColourTags.Matrix matrix, Transfer to) {
        if (to != Transfer.HLG && to != Transfer.PQ) {
            throw new IllegalArgumentException("Rec.2100 has two curves, HLG and PQ: " + to);
        }
        return new HdrTransform(from, matrix, to);
    }

    /** In passes, each one loop over a row: the JVM vectorises roots and sums, and cannot vectorise tables. */
    @Override
    public void apply(float[] red, float[] green, float[] blue, int count) {
        look(light, BY_MOST_SIGNAL, red, count);
        look(light, BY_MOST_SIGNAL, green, count);
        look(light, BY_MOST_SIGNAL, blue, count);
        if (!wide) {
            widen(red, green, blue, count);
        }
        if (fromDisplay != toPq) {
            render(red, green, blue, count);
        }
        show(red, count);
        show(green, count);
        show(blue, count);
    }

    private static void widen(float[] red, float[] green, float[] blue, int count) {
        for (int i = 0; i < count; i++) {
            float r = red[i];
            float g = green[i];
            float b = blue[i];
            red[i] = TO_2020[0] * r + TO_2020[1] * g + TO_2020[2] * b;
            green[i] = TO_2020[3] * r + TO_2020[4] * g + TO_2020[5] * b;
            blue[i] = TO_2020[6] * r + TO_2020[7] * g + TO_2020[8] * b;
        }
    }

    private void render(float[] red, float[] green, float[] blue, int count) {
        float[] factors = new float[count];
        for (int i = 0; i < count; i++) {
            red[i] = red[i] < 1 ? red[i] : 1;
            green[i] = green[i] < 1 ? green[i] : 1;
            blue[i] = blue[i] < 1 ? blue[i] : 1;
            factors[i] = 0.2627f * red[i] + 0.6780f * green[i] + 0.0593f * blue[i];
        }
        root(factors, count);
        root(factors, count);
        look(rendering, 1, factors, count);
        for (int i = 0; i < count; i++) {
            red[i] *= factors[i];
            green[i] *= factors[i];
            blue[i] *= factors[i];
        }
    }

    private void show(float[] values, int count) {
        root(values, count);
        root(values, count);
        look(signal, 1, values, count);
    }

    private static void root(float[] values, int count) {
        for (int i = 0; i < count; i++) {
            values[i] = (float) Math.sqrt(values[i]);
        }
    }

    /** @param scale of values: 0 is at the table's beginning then, 1 at its end; beyond, as there */
    private static void look(float[] table, float scale, float[] values, int count) {
        float steps = scale * STEPS;
        for (int i = 0; i < count; i++) {
            float at = values[i] * steps;
            // Comparisons are several times quicker than Math.min and Math.max of floats.
            at = at > 0 ? at < STEPS ? at : STEPS : 0;
            int below = Math.min(STEPS - 1, (int) at);
            float from = table[below];
            values[i] = from + (at - below) * (table[below + 1] - from);
        }
    }
}
