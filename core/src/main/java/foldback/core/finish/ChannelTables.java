package foldback.core.finish;

import foldback.core.tone.LightCurve;
import foldback.core.tone.Viewing;

/** A table for each channel of its own, straight between its steps. */
public final class ChannelTables implements ColourTransform {
    private static final int STEPS = 4096;

    private final float[][] tables;
    private final float[] least;
    private final float[] scale;

    /**
     * @param tables of red, green and blue, of one length of at least 2
     * @param least of red, green and blue, where the first steps lie
     * @param most likewise, where the last steps lie
     */
    public ChannelTables(float[][] tables, float[] least, float[] most) {
        this.tables = tables.clone();
        this.least = least.clone();
        scale = new float[3];
        for (int c = 0; c < 3; c++) {
            if (tables[c].length < 2 || !(most[c] > least[c])) {
                throw new IllegalArgumentException("a table needs two steps and a domain that rises");
            }
            scale[c] = (tables[c].length - 1) / (most[c] - least[c]);
        }
    }

    /** Each channel's light in the curve that screens show, bright parts drawn together ({@link Viewing}). */
    public static ChannelTables shown(LightCurve from) {
        float[] table = new float[STEPS + 1];
        for (int i = 0; i < table.length; i++) {
            table[i] = (float) Viewing.shown(from, (double) i / STEPS);
        }
        return new ChannelTables(new float[][] {table, table, table}, new float[3], new float[] {1, 1, 1});
    }

    @Override
    public void apply(float[] rgb) {
        for (int c = 0; c < 3; c++) {
            float[] table = tables[c];
            float place = Math.max(0, Math.min(table.length - 1, (rgb[c] - least[c]) * scale[c]));
            int below = Math.min(table.length - 2, (int) place);
            rgb[c] = table[below] + (place - below) * (table[below + 1] - table[below]);
        }
    }
}
