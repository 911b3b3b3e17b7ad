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

    private static final double GAMMA = 1.2;
    /** The light of HLG's reference display as a share of what PQ can say. */
    private static final double DISPLAY = 0.1;

    private static final float RED = (float) ColourTags.Matrix.BT2020.red();
    private static final float GREEN = (float) ColourTags.Matrix.BT2020.green();
    private static final float BLUE = (float) ColourTags.Matrix.BT2020.blue();

    private static final float[] TO_2020 = {
        0.6274f, 0.3293f, 0.0433f,
        0.0691f, 0.9195f, 0.0114f,
        0.0164f, 0.0880f, 0.8956f
    };

    private final boolean fromDisplay;
    private final boolean wide;
    private final boolean toPq;
    /** Scene light of HLG by signal; of PQ footage display light, 1 at the reference display's brightest. */
    private final ChannelTables light;
    /** The signal by the fourth root of light, in which both curves are nearly straight. */
    private final ChannelTables signal;
    /** What a luminance's channels are multiplied by, by its fourth root. */
    private final ChannelTables rendering;

    private HdrTransform(LightCurve from, ColourTags.Matrix matrix, Transfer to) {
        fromDisplay = from == Transfer.PQ;
        wide = matrix == ColourTags.Matrix.BT2020;
        toPq = to == Transfer.PQ;
        double white = from.white() == 0 ? 1 : from.white();
        double scale = fromDisplay ? 1 / DISPLAY : Transfer.HLG.white() / white;
        light = ChannelTables.alike(STEPS, MOST_SIGNAL, shown -> Math.max(0, scale * from.toLight(shown)));
        // From a display's light to the scene's, or the other way; nothing where both are of one kind.
        double power = fromDisplay == toPq ? 0 : toPq ? GAMMA - 1 : 1 / GAMMA - 1;
        signal = ChannelTables.alike(STEPS, 1, root -> to.toSignal((toPq ? DISPLAY : 1) * fourthPower(root)));
        rendering = ChannelTables.alike(STEPS, 1, root -> StrictMath.pow(Math.max(fourthPower(root), 1e-9), power));
    }

    private static double fourthPower(double root) {
        return root * root * root * root;
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
        light.apply(red, green, blue, count);
        if (!wide) {
            widen(red, green, blue, count);
        }
        if (fromDisplay != toPq) {
            render(red, green, blue, count);
        }
        fourthRoot(red, count);
        fourthRoot(green, count);
        fourthRoot(blue, count);
        signal.apply(red, green, blue, count);
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
            factors[i] = RED * red[i] + GREEN * green[i] + BLUE * blue[i];
        }
        fourthRoot(factors, count);
        rendering.look(0, factors, count);
        for (int i = 0; i < count; i++) {
            red[i] *= factors[i];
            green[i] *= factors[i];
            blue[i] *= factors[i];
        }
    }

    /** As two square roots, which are vectorised. */
    private static void fourthRoot(float[] values, int count) {
        root(values, count);
        root(values, count);
    }

    private static void root(float[] values, int count) {
        for (int i = 0; i < count; i++) {
            values[i] = (float) Math.sqrt(values[i]);
        }
    }
}
