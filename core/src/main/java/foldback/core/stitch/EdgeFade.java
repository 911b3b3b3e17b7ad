package foldback.core.stitch;

import foldback.core.picture.BytePlane;
import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.picture.ShortPlane;
import foldback.core.run.Threads;
import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import foldback.core.warp.Canvas;
import foldback.core.warp.CanvasPath;
import foldback.core.warp.projection.Projection;

/** Fades a picture to black far from what is ahead, and shows nothing beyond. Owned by one maker of pictures. */
public final class EdgeFade implements SphereLayer {
    private static final int FULL = 256;

    private final double edge;
    private final double soft;
    private final CanvasPath path;
    private final RotationPath looks;
    private Mask luma;
    private Mask chroma;
    private Canvas canvas;
    private Rotation turn;

    /**
     * @param edge from what is ahead on, radians
     * @param soft over what of it the picture fades, radians
     * @param path of the pictures' canvas
     * @param looks the rotation from the canvas to what is ahead, over time
     */
    public EdgeFade(double edge, double soft, CanvasPath path, RotationPath looks) {
        this.edge = edge;
        this.soft = soft;
        this.path = path;
        this.looks = looks;
    }

    /** What counts of the samples of a plane, 0 to 256, and in which rows and from where to where it is less than all. */
    private record Mask(int width, short[] weights, int[] begins, int[] ends) {}

    @Override
    public void lay(double seconds, Frame picture, Threads threads) throws InterruptedException {
        Canvas now = path.at(seconds);
        Rotation looking = looks.at(seconds);
        if (!now.equals(canvas) || !looking.equals(turn)) {
            canvas = now;
            turn = looking;
            luma = mask(1, 1, picture.width(), picture.height(), threads);
            int across = picture.width() / picture.u().width();
            int down = picture.height() / picture.u().height();
            chroma = across == 1 && down == 1
                    ? luma
                    : mask(across, down, picture.u().width(), picture.u().height(), threads);
        }
        int bits = picture.format().bits();
        int middle = 1 << (bits - 1);
        fade(picture.y(), luma, picture.tags().black(bits), threads);
        fade(picture.u(), chroma, middle, threads);
        fade(picture.v(), chroma, middle, threads);
    }

    /** @param across luma samples for one of the plane's */
    private Mask mask(int across, int down, int width, int height, Threads threads) throws InterruptedException {
        Mask mask = new Mask(width, new short[width * height], new int[height], new int[height]);
        double[] forward = turn.matrix();
        threads.share(height, () -> {
            double[] rays = new double[3 * width];
            Projection.RowRays rows =
                    canvas.projection().rows(canvas.width(), canvas.height(), 0.5 * across, across, width);
            return row -> {
                rows.of((row + 0.5) * down, rays);
                fill(mask, row, rays, forward);
            };
        });
        return mask;
    }

    private void fill(Mask mask, int row, double[] rays, double[] m) {
        int width = mask.width;
        int first = -1;
        int last = -1;
        for (int x = 0; x < width; x++) {
            double ahead = m[6] * rays[3 * x] + m[7] * rays[3 * x + 1] + m[8] * rays[3 * x + 2];
            double angle = Math.acos(Math.max(-1, Math.min(1, ahead)));
            double share = soft == 0 ? (angle < edge ? 1 : 0) : Math.max(0, Math.min(1, (edge - angle) / soft));
            // Where the canvas shows nothing the share is not a number, and the cast makes 0 of it.
            int weight = (int) Math.round(FULL * share * share * (3 - 2 * share));
            mask.weights[row * width + x] = (short) weight;
            if (weight < FULL) {
                first = first < 0 ? x : first;
                last = x;
            }
        }
        mask.begins[row] = Math.max(0, first);
        mask.ends[row] = last + 1;
    }

    private static void fade(Plane plane, Mask mask, int towards, Threads threads) throws InterruptedException {
        threads.share(plane.height(), () -> row -> {
            int at = plane.offset() + row * plane.stride();
            int from = row * mask.width;
            if (plane instanceof BytePlane bytes) {
                fade(bytes.data(), at, mask.weights, from, mask.begins[row], mask.ends[row], towards);
            } else {
                short[] data = ((ShortPlane) plane).data();
                fade(data, at, mask.weights, from, mask.begins[row], mask.ends[row], towards);
            }
        });
    }

    private static void fade(byte[] data, int at, short[] weights, int from, int begin, int end, int towards) {
        for (int x = begin; x < end; x++) {
            int value = (data[at + x] & 0xff) - towards;
            data[at + x] = (byte) (towards + (value * weights[from + x] + FULL / 2 >> 8));
        }
    }

    private static void fade(short[] data, int at, short[] weights, int from, int begin, int end, int towards) {
        for (int x = begin; x < end; x++) {
            int value = data[at + x] - towards;
            data[at + x] = (short) (towards + (value * weights[from + x] + FULL / 2 >> 8));
        }
    }
}
