package foldback.core.tone;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;

/** The chroma that white balance gives to greys, toe and shoulder included; none where all channels are full. */
final class GreyChroma {
    private GreyChroma() {}

    /**
     * By luma code, blue and red difference over neutral in the upper and lower 16 bits, code values with fraction bits.
     *
     * @param factors of red, green and blue, in the measure of the power; their mean as luma weighs them is 1
     */
    static int[] of(double[] factors, Outlet outlet, PixelFormat out, ColourTags tags, int fractionBits) {
        ColourTags.Matrix m = tags.matrix();
        double scale = tags.chromaScale(out.bits()) * (1 << fractionBits);
        double full = Math.min(outlet.signal(Outlet.SIZE), tags.lumaSignal(out.maxValue(), out.bits()));
        int[] table = new int[out.maxValue() + 1];
        int begin = 0;
        for (int code = 0; code < table.length; code++) {
            int end = begin;
            while (end < Outlet.SIZE && outlet.codes()[end] <= code) {
                end++;
            }
            double power = (begin + Math.max(begin, end - 1)) / 2.0;
            begin = end;
            double red = outlet.signal(power * factors[0]);
            double green = outlet.signal(power * factors[1]);
            double blue = outlet.signal(power * factors[2]);
            double grey = m.red() * red + m.green() * green + m.blue() * blue;
            // A channel that would be over full takes the others' colour along: luma stays, and full white is neutral.
            double most = Math.max(red, Math.max(green, blue)) - grey;
            double luma = Math.min(full, outlet.signal(power));
            double share = most <= 0 ? 1 : Math.min(1, (full - luma) / most);
            int u = small(share * (blue - grey) / (2 * (1 - m.blue())) * scale);
            int v = small(share * (red - grey) / (2 * (1 - m.red())) * scale);
            table[code] = u << 16 | v & 0xffff;
        }
        return table;
    }

    private static int small(double value) {
        return (int) Math.max(Short.MIN_VALUE, Math.min(Short.MAX_VALUE, Math.round(value)));
    }
}
