package foldback.core.finish;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.picture.PlaneRows;
import foldback.core.run.Threads;
import java.util.Optional;

/** Takes 4:2:0 canvases through a colour transform and to the depth that is delivered, with dither. Safe for many threads. */
public final class CanvasFinish {
    private static final int FRACTION = 8;

    private final Optional<ColourTransform> transform;

    /** @param transform none where only bits are to be lost */
    public CanvasFinish(Optional<ColourTransform> transform) {
        this.transform = transform;
    }

    /** On the calling thread: what any number of threads is held against. */
    void finish(Frame canvas, Frame out) {
        finishRows(canvas, out, 0, canvas.height() / 2);
    }

    /**
     * Fills {@code out} from a canvas of the same size; the bits are the same on any number of threads.
     *
     * @throws IllegalStateException where a part of it failed
     */
    public void finish(Frame canvas, Frame out, Threads threads) throws InterruptedException {
        int rows = canvas.height() / 2;
        int bands = threads.count();
        threads.share(bands, () -> band -> finishRows(canvas, out, rows * band / bands, rows * (band + 1) / bands));
    }

    /** Rows of chroma, each with its two of luma. */
    private void finishRows(Frame canvas, Frame out, int from, int end) {
        for (int row = from; row < end; row++) {
            if (transform.isPresent()) {
                transformRow(transform.get(), canvas, out, 2 * row);
            } else {
                reduceRow(canvas.y(), out.y(), 2 * row, canvas, out);
                reduceRow(canvas.y(), out.y(), 2 * row + 1, canvas, out);
                reduceRow(canvas.u(), out.u(), row, canvas, out);
                reduceRow(canvas.v(), out.v(), row, canvas, out);
            }
        }
    }

    private static void reduceRow(Plane from, Plane to, int y, Frame canvas, Frame out) {
        int lost = canvas.format().bits() - out.format().bits();
        int max = out.format().maxValue();
        int[] thresholds = Dither.row(y, lost);
        int[] values = new int[from.width()];
        PlaneRows.read(from, y, values);
        for (int x = 0; x < values.length; x++) {
            values[x] = Math.min(max, values[x] + thresholds[x & Dither.SIZE - 1] >> lost);
        }
        PlaneRows.write(to, y, values);
    }

    /** Two rows of luma and the row of chroma between them. */
    private static void transformRow(ColourTransform transform, Frame canvas, Frame out, int y) {
        YuvScale in = new YuvScale(canvas.tags(), canvas.format().bits());
        YuvScale to = new YuvScale(out.tags(), out.format().bits());
        int half = canvas.width() / 2;
        float[] us = new float[half];
        float[] vs = new float[half];
        int[] codes = new int[canvas.width()];
        PlaneRows.read(canvas.u(), y / 2, codes);
        for (int x = 0; x < half; x++) {
            us[x] = in.chroma(codes[x]);
        }
        PlaneRows.read(canvas.v(), y / 2, codes);
        for (int x = 0; x < half; x++) {
            vs[x] = in.chroma(codes[x]);
        }
        float[] uSums = new float[half];
        float[] vSums = new float[half];
        int max = out.format().maxValue();
        for (int row = y; row < y + 2; row++) {
            PlaneRows.read(canvas.y(), row, codes);
            transformLuma(transform, in, to, codes, us, vs, uSums, vSums);
            PlaneRows.write(out.y(), row, rounded(codes, row, max));
        }
        writeChroma(out.u(), y / 2, uSums, to, max);
        writeChroma(out.v(), y / 2, vSums, to, max);
    }

    /**
     * Transforms a row of luma codes into codes with {@value #FRACTION} fraction bits.
     *
     * @param us blue difference of each two, read
     * @param vs red difference of each two, read
     * @param uSums to which the result's blue difference is added
     * @param vSums likewise
     */
    private static void transformLuma(
            ColourTransform transform,
            YuvScale in,
            YuvScale to,
            int[] codes,
            float[] us,
            float[] vs,
            float[] uSums,
            float[] vSums) {
        int count = codes.length;
        float[] red = new float[count];
        float[] green = new float[count];
        float[] blue = new float[count];
        float redOfV = in.redOfV();
        float greenOfU = in.greenOfU();
        float greenOfV = in.greenOfV();
        float blueOfU = in.blueOfU();
        for (int x = 0; x < count; x++) {
            float luma = in.luma(codes[x]);
            float u = us[x >> 1];
            float v = vs[x >> 1];
            red[x] = luma + redOfV * v;
            green[x] = luma - greenOfU * u - greenOfV * v;
            blue[x] = luma + blueOfU * u;
        }
        transform.apply(red, green, blue, count);
        float byBlue = 1 / to.blueOfU();
        float byRed = 1 / to.redOfV();
        for (int x = 0; x < count; x++) {
            float luma = to.red() * red[x] + to.green() * green[x] + to.blue() * blue[x];
            uSums[x >> 1] += (blue[x] - luma) * byBlue;
            vSums[x >> 1] += (red[x] - luma) * byRed;
            codes[x] = (int) (to.lumaCode(luma) * (1 << FRACTION));
        }
    }

    private static void writeChroma(Plane plane, int y, float[] sums, YuvScale to, int max) {
        int[] codes = new int[sums.length];
        for (int x = 0; x < codes.length; x++) {
            codes[x] = (int) (to.chromaCode(sums[x] / 4) * (1 << FRACTION));
        }
        PlaneRows.write(plane, y, rounded(codes, y, max));
    }

    /** Codes with fraction bits to whole ones, with dither, within bounds, in their place. */
    private static int[] rounded(int[] codes, int y, int max) {
        int[] thresholds = Dither.row(y, FRACTION);
        for (int x = 0; x < codes.length; x++) {
            codes[x] = Math.max(0, Math.min(max, codes[x] + thresholds[x & Dither.SIZE - 1] >> FRACTION));
        }
        return codes;
    }

    /** Between code values and signals. */
    private record YuvScale(
            float black,
            float middle,
            float lumaScale,
            float chromaScale,
            float red,
            float green,
            float blue,
            float redOfV,
            float blueOfU,
            float greenOfU,
            float greenOfV) {

        YuvScale(ColourTags tags, int bits) {
            this(
                    tags.black(bits),
                    1 << bits - 1,
                    (float) tags.lumaScale(bits),
                    (float) tags.chromaScale(bits),
                    (float) tags.matrix().red(),
                    (float) tags.matrix().green(),
                    (float) tags.matrix().blue(),
                    (float) (2 * (1 - tags.matrix().red())),
                    (float) (2 * (1 - tags.matrix().blue())),
                    (float) (2
                            * (1 - tags.matrix().blue())
                            * tags.matrix().blue()
                            / tags.matrix().green()),
                    (float) (2
                            * (1 - tags.matrix().red())
                            * tags.matrix().red()
                            / tags.matrix().green()));
        }

        float luma(int code) {
            return (code - black) / lumaScale;
        }

        float chroma(int code) {
            return (code - middle) / chromaScale;
        }

        float lumaCode(float signal) {
            return black + lumaScale * signal;
        }

        float chromaCode(float signal) {
            return middle + chromaScale * signal;
        }
    }
}
