package foldback.core.balance;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.rig.Rig;
import foldback.core.space.Rotation;
import foldback.core.tone.Transfer;
import foldback.core.warp.Canvas;
import foldback.core.warp.LensView;
import java.util.ArrayList;
import java.util.List;

/**
 * Finds places that two lenses see alike: patches of the sphere in the overlaps, unclipped, not too dark, and textured
 * alike (normalised correlation), so that parallax and movers fall out.
 */
public final class PatchFinder {
    private static final int ROWS = 60;
    private static final int SIDE = 7;
    private static final double SPACING = Math.toRadians(0.35);
    private static final double RIM_PX_SHARE = 0.02;
    private static final double DARKEST = 0.01;
    private static final double BRIGHTEST_SIGNAL = 0.92;
    private static final double MIN_CORRELATION = 0.85;
    /** Below this contrast, a share of the mean, a patch counts as plain: smooth sky is compared by its level alone. */
    private static final double PLAIN = 0.02;

    private PatchFinder() {}

    /**
     * Pairs of patches of one instant.
     *
     * @param rig stated for the frames
     * @param frames of the lenses, in their order
     */
    public static List<PatchPair> find(Rig rig, List<Frame> frames, double meetingMetres) {
        Canvas canvas = new Canvas(4 * ROWS, 2 * ROWS);
        List<LensView> views = rig.lenses().stream()
                .map(lens -> new LensView(lens, Rotation.IDENTITY, meetingMetres))
                .toList();
        List<PatchPair> pairs = new ArrayList<>();
        double[][][] patches = new double[views.size()][][];
        boolean[] covered = new boolean[views.size()];
        for (int row = 0; row < canvas.height(); row++) {
            // Fewer columns near the poles keep the density even.
            int columns = (int) Math.max(1, Math.round(canvas.width() * Math.cos(canvas.pitchAt(row + 0.5))));
            for (int column = 0; column < columns; column++) {
                double x = (column + 0.5) * canvas.width() / columns;
                int covering = 0;
                for (int lens = 0; lens < patches.length; lens++) {
                    covered[lens] = shows(views.get(lens), canvas, x, row + 0.5);
                    covering += covered[lens] ? 1 : 0;
                }
                if (covering < 2) {
                    continue;
                }
                for (int lens = 0; lens < patches.length; lens++) {
                    patches[lens] =
                            covered[lens] ? patch(views.get(lens), frames.get(lens), canvas, x, row + 0.5) : null;
                }
                for (int i = 0; i < patches.length; i++) {
                    for (int j = i + 1; j < patches.length; j++) {
                        if (patches[i] != null && patches[j] != null && alike(patches[i], patches[j])) {
                            pairs.add(new PatchPair(i, j, mean(patches[i]), mean(patches[j])));
                        }
                    }
                }
            }
        }
        return pairs;
    }

    private static boolean shows(LensView view, Canvas canvas, double x, double y) {
        double[] at = view.project(canvas, x, y);
        // NaN compares as false.
        return view.lens().frame().depthInside(at[0], at[1])
                > RIM_PX_SHARE * view.lens().frame().width();
    }

    /** Linear light at SIDE x SIDE places around one, red, green, blue each; null where the lens does not show all well. */
    private static double[][] patch(LensView view, Frame frame, Canvas canvas, double x, double y) {
        double[][] light = new double[SIDE * SIDE][];
        double pitch = canvas.pitchAt(y);
        double stepY = SPACING / Math.PI * canvas.height();
        double stepX = SPACING / (2 * Math.PI) * canvas.width() / Math.max(0.05, Math.cos(pitch));
        double rim = RIM_PX_SHARE * view.lens().frame().width();
        for (int k = 0; k < light.length; k++) {
            double px = x + (k % SIDE - SIDE / 2) * stepX;
            double py = y + (k / SIDE - SIDE / 2) * stepY;
            double[] at = view.project(canvas, px, py);
            // NaN compares as false.
            if (!(view.lens().frame().depthInside(at[0], at[1]) > rim)) {
                return null;
            }
            light[k] = lightAt(frame, at[0], at[1]);
            if (light[k] == null) {
                return null;
            }
        }
        return light;
    }

    private static double[] lightAt(Frame frame, double x, double y) {
        ColourTags tags = frame.tags();
        int bits = frame.format().bits();
        int px = (int) x;
        int py = (int) y;
        int cx = px >> frame.format().chromaShiftX();
        int cy = py >> frame.format().chromaShiftY();
        double luma = (frame.y().get(px, py) - tags.black(bits)) / tags.lumaScale(bits);
        int mid = 1 << (bits - 1);
        double u = (frame.u().get(cx, cy) - mid) / tags.chromaScale(bits);
        double v = (frame.v().get(cx, cy) - mid) / tags.chromaScale(bits);
        double red = luma + 2 * (1 - tags.matrix().red()) * v;
        double blue = luma + 2 * (1 - tags.matrix().blue()) * u;
        double green = (luma - tags.matrix().red() * red - tags.matrix().blue() * blue)
                / tags.matrix().green();
        Transfer curve = Transfer.of(tags.transfer());
        double[] light = {curve.toLight(red), curve.toLight(green), curve.toLight(blue)};
        boolean clipped = red > BRIGHTEST_SIGNAL || green > BRIGHTEST_SIGNAL || blue > BRIGHTEST_SIGNAL;
        boolean dark = light[0] < DARKEST || light[1] < DARKEST || light[2] < DARKEST;
        return clipped || dark ? null : light;
    }

    private static boolean alike(double[][] a, double[][] b) {
        double meanA = mean(a)[1];
        double meanB = mean(b)[1];
        double aa = 0;
        double bb = 0;
        double ab = 0;
        for (int k = 0; k < a.length; k++) {
            double da = a[k][1] / meanA - 1;
            double db = b[k][1] / meanB - 1;
            aa += da * da;
            bb += db * db;
            ab += da * db;
        }
        double plain = PLAIN * PLAIN * a.length;
        if (aa < plain && bb < plain) {
            return true;
        }
        return ab / Math.sqrt(aa * bb) > MIN_CORRELATION;
    }

    private static double[] mean(double[][] light) {
        double[] mean = new double[3];
        for (double[] sample : light) {
            for (int c = 0; c < 3; c++) {
                mean[c] += sample[c] / light.length;
            }
        }
        return mean;
    }
}
