package foldback.core.finish;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import java.util.Optional;
import java.util.stream.IntStream;

/** Takes 4:2:0 canvases through a colour transform and to the depth that is delivered, with dither. Safe for many threads. */
public final class CanvasFinish {
    private final Optional<ColourTransform> transform;

    /** @param transform none where only bits are to be lost */
    public CanvasFinish(Optional<ColourTransform> transform) {
        this.transform = transform;
    }

    /** Fills {@code out} from a canvas of the same size. */
    public void finish(Frame canvas, Frame out) {
        IntStream.range(0, canvas.height() / 2).parallel().forEach(row -> {
            if (transform.isPresent()) {
                transformRow(transform.get(), canvas, out, 2 * row);
            } else {
                reduceRow(canvas.y(), out.y(), 2 * row, canvas, out);
                reduceRow(canvas.y(), out.y(), 2 * row + 1, canvas, out);
                reduceRow(canvas.u(), out.u(), row, canvas, out);
                reduceRow(canvas.v(), out.v(), row, canvas, out);
            }
        });
    }

    private static void reduceRow(Plane from, Plane to, int y, Frame canvas, Frame out) {
        float share = (float) (1 << out.format().bits()) / (1 << canvas.format().bits());
        for (int x = 0; x < from.width(); x++) {
            to.set(x, y, code(from.get(x, y) * share, x, y, out));
        }
    }

    private static int code(float value, int x, int y, Frame out) {
        return Math.max(0, Math.min(out.format().maxValue(), (int) Math.floor(value + Dither.at(x, y))));
    }

    /** Two rows of luma and the row of chroma between them. */
    private static void transformRow(ColourTransform transform, Frame canvas, Frame out, int y) {
        YuvScale in = new YuvScale(canvas.tags(), canvas.format().bits());
        YuvScale to = new YuvScale(out.tags(), out.format().bits());
        float[] rgb = new float[3];
        for (int x = 0; x < canvas.width(); x += 2) {
            float u = in.chroma(canvas.u().get(x / 2, y / 2));
            float v = in.chroma(canvas.v().get(x / 2, y / 2));
            float uSum = 0;
            float vSum = 0;
            for (int k = 0; k < 4; k++) {
                int px = x + (k & 1);
                int py = y + (k >> 1);
                float luma = in.luma(canvas.y().get(px, py));
                rgb[0] = luma + in.redOfV() * v;
                rgb[1] = luma - in.greenOfU() * u - in.greenOfV() * v;
                rgb[2] = luma + in.blueOfU() * u;
                transform.apply(rgb);
                float made = to.red() * rgb[0] + to.green() * rgb[1] + to.blue() * rgb[2];
                uSum += (rgb[2] - made) / to.blueOfU();
                vSum += (rgb[0] - made) / to.redOfV();
                out.y().set(px, py, code(to.lumaCode(made), px, py, out));
            }
            out.u().set(x / 2, y / 2, code(to.chromaCode(uSum / 4), x / 2, y / 2, out));
            out.v().set(x / 2, y / 2, code(to.chromaCode(vSum / 4), x / 2, y / 2, out));
        }
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
