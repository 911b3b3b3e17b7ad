package foldback.core.finish;

import foldback.core.tone.LightCurve;
import foldback.core.tone.Viewing;
import java.util.function.DoubleUnaryOperator;

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
        return alike(STEPS, 1, signal -> Viewing.shown(from, signal));
    }

    /**
     * One table for all channels.
     *
     * @param steps between its values
     * @param most where the last of them lies; the first is at 0
     */
    static ChannelTables alike(int steps, double most, DoubleUnaryOperator values) {
        float[] table = new float[steps + 1];
        for (int i = 0; i < table.length; i++) {
            table[i] = (float) values.applyAsDouble(most * i / steps);
        }
        float last = (float) most;
        return new ChannelTables(new float[][] {table, table, table}, new float[3], new float[] {last, last, last});
    }

    @Override
    public void apply(float[] red, float[] green, float[] blue, int count) {
        look(0, red, count);
        look(1, green, count);
        look(2, blue, count);
    }

    /** A single channel in place. */
    void look(int channel, float[] values, int count) {
        float[] table = tables[channel];
        int last = table.length - 1;
        for (int i = 0; i < count; i++) {
            float place = domain.place(values[i], channel);
            int below = Math.min(last - 1, (int) place);
            values[i] = table[below] + (place - below) * (table[below + 1] - table[below]);
        }
    }
}
