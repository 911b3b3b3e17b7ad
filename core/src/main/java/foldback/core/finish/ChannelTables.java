package foldback.core.finish;

import foldback.core.tone.LightCurve;
import foldback.core.tone.Viewing;

/** A table for each channel of its own, straight between its steps. */
public final class ChannelTables implements ColourTransform {
    private static final int STEPS = 4096;

    private final float[][] tables;
    private final Domain domain;

    /**
     * @param tables of red, green and blue, of one length of at least 2
     * @param least of red, green and blue, where the first steps lie
     * @param most likewise, where the last steps lie
     */
    public ChannelTables(float[][] tables, float[] least, float[] most) {
        this.tables = tables.clone();
        domain = new Domain(tables[0].length, least, most);
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
    public void apply(float[] red, float[] green, float[] blue, int count) {
        look(0, red, count);
        look(1, green, count);
        look(2, blue, count);
    }

    private void look(int channel, float[] values, int count) {
        float[] table = tables[channel];
        int last = table.length - 1;
        for (int i = 0; i < count; i++) {
            float place = domain.place(values[i], channel);
            int below = Math.min(last - 1, (int) place);
            values[i] = table[below] + (place - below) * (table[below + 1] - table[below]);
        }
    }
}
