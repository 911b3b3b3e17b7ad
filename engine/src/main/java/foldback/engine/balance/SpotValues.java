package foldback.engine.balance;

import foldback.core.picture.Frame;
import foldback.core.picture.SignalReader;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.LensBalance;
import foldback.core.recipe.light.Trim;
import foldback.core.rig.Rig;
import foldback.core.tone.LightCurve;
import foldback.core.warp.Canvas;
import foldback.core.warp.LensView;
import java.util.ArrayList;
import java.util.List;

/** What each lens says at a spot of the sphere, as recorded and as corrected. */
public final class SpotValues {
    private static final Canvas CANVAS = new Canvas(1280, 640);
    private static final int REACH = 1;
    private static final int CHANNELS = 3;

    private SpotValues() {}

    /**
     * One lens's values.
     *
     * @param recorded signals of red, green and blue, 1 at full scale: the mean of 3 x 3 pixels
     * @param corrected the same with all corrections, over full scale where they come there
     */
    public record Value(String slot, double[] recorded, double[] corrected) {}

    /**
     * Reads.
     *
     * @param x of the canvas, as a share of its width
     * @param y of the canvas, as a share of its height
     * @param frames of the lenses that are on, in their order
     * @return a value for each lens that sees the spot
     */
    public static List<Value> read(Recipe whole, double x, double y, double seconds, List<Frame> frames) {
        Recipe recipe = whole.showing();
        Rig rig = recipe.rig().scaledTo(frames);
        List<Value> values = new ArrayList<>();
        for (int i = 0; i < frames.size(); i++) {
            LensView view = new LensView(
                    rig.lenses().get(i),
                    recipe.level().at(seconds),
                    recipe.seams().meetingMetres());
            double[] at = view.project(CANVAS, x * CANVAS.width(), y * CANVAS.height());
            // NaN compares as false.
            if (view.lens().frame().depthInside(at[0], at[1]) > REACH + 1) {
                double[] recorded = signals(frames.get(i), (int) at[0], (int) at[1]);
                double share = view.lens().frame().fieldShare(at[0], at[1]);
                String slot = rig.lenses().get(i).slot();
                LightCurve curve = recipe.balance().curveOf(frames.get(i).tags());
                values.add(new Value(slot, recorded, corrected(recipe, slot, curve, recorded, share, seconds)));
            }
        }
        return values;
    }

    private static double[] corrected(
            Recipe recipe, String slot, LightCurve curve, double[] recorded, double share, double seconds) {
        LensBalance lens = recipe.balance().of(slot);
        Trim all = recipe.balance().whole().at(seconds);
        double[] own = lens.channelsAt(seconds);
        double[] whole = all.channels();
        double black = lens.trim().at(seconds).black() + all.black();
        double[] corrected = new double[CHANNELS];
        for (int c = 0; c < CHANNELS; c++) {
            double stops =
                    own[c] + whole[c] + recipe.balance().vignettingOf(slot).stopsAt(share);
            double light = (curve.toLight(recorded[c]) - black) / (1 - black);
            corrected[c] = curve.toSignal(light * StrictMath.pow(2, stops));
        }
        return corrected;
    }

    private static double[] signals(Frame frame, int x, int y) {
        SignalReader reader = new SignalReader(frame);
        double[] mean = new double[CHANNELS];
        double[] rgb = new double[CHANNELS];
        int samples = (2 * REACH + 1) * (2 * REACH + 1);
        for (int j = -REACH; j <= REACH; j++) {
            for (int i = -REACH; i <= REACH; i++) {
                reader.read(x + i, y + j, rgb);
                for (int c = 0; c < CHANNELS; c++) {
                    mean[c] += rgb[c] / samples;
                }
            }
        }
        return mean;
    }
}
