package foldback.core.match.points;

import boofcv.abst.feature.detdesc.DetectDescribePoint;
import boofcv.abst.feature.detect.interest.ConfigFastHessian;
import boofcv.factory.feature.detdesc.FactoryDetectDescribe;
import boofcv.struct.feature.TupleDesc_F64;
import boofcv.struct.image.GrayF32;
import foldback.core.lens.Lens;
import foldback.core.match.view.Picture;
import foldback.core.match.view.TangentView;
import foldback.core.space.Direction;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

/**
 * Finds features of a lens picture on flat views that cover what it sees (SURF: Bay, Ess, Tuytelaars and Van Gool 2008, in
 * BoofCV's quick form). On the views the lens's distortion is out of the descriptions' way.
 */
final class FeatureFinder {
    private static final int VIEW = 360;
    private static final double VIEW_FIELD = Math.toRadians(64);
    private static final double RING_STEP = Math.toRadians(44);
    private static final int EACH_SCALE = 120;
    private static final int BORDER = 6;
    /** Features nearer than this are one, found on two views; radians. */
    private static final double ONE = Math.toRadians(0.35);

    private FeatureFinder() {}

    /**
     * Finds features.
     *
     * @param wanted directions in the lens's frame that matter
     */
    static List<Feature> find(Lens lens, Picture picture, Predicate<Direction> wanted) {
        DetectDescribePoint<GrayF32, TupleDesc_F64> surf = FactoryDetectDescribe.surfFast(
                new ConfigFastHessian(4, 2, EACH_SCALE, 1, 9, 4, 3), null, null, GrayF32.class);
        TangentView view = new TangentView(VIEW, 2 * Math.tan(VIEW_FIELD / 2) / VIEW);
        List<Feature> features = new ArrayList<>();
        for (double[] frame : frames(lens.halfField())) {
            int before = features.size();
            if (view.look(lens, picture, frame) > VIEW * VIEW / 20) {
                on(view, surf, lens, wanted, features, before);
            }
        }
        return features;
    }

    /** Views in rings about the axis, each upright as seen from it. */
    private static List<double[]> frames(double half) {
        List<double[]> frames = new ArrayList<>();
        double last = Math.max(0, half - VIEW_FIELD / 3);
        int rings = (int) Math.ceil(last / RING_STEP);
        for (int ring = 0; ring <= rings; ring++) {
            double out = rings == 0 ? 0 : last * ring / rings;
            int count = (int) Math.max(1, Math.ceil(2 * Math.PI * Math.sin(out) / RING_STEP - 0.01));
            for (int i = 0; i < count; i++) {
                double turn = 2 * Math.PI * i / count;
                double cos = Math.cos(turn);
                double sin = Math.sin(turn);
                frames.add(new double[] {
                    -sin,
                    cos,
                    0,
                    -cos * Math.cos(out),
                    -sin * Math.cos(out),
                    Math.sin(out),
                    cos * Math.sin(out),
                    sin * Math.sin(out),
                    Math.cos(out)
                });
            }
        }
        return frames;
    }

    private static void on(
            TangentView view,
            DetectDescribePoint<GrayF32, TupleDesc_F64> surf,
            Lens lens,
            Predicate<Direction> wanted,
            List<Feature> features,
            int others) {
        GrayF32 gray = new GrayF32(VIEW, VIEW);
        fill(view.values, gray.data);
        surf.detect(gray);
        for (int i = 0; i < surf.getNumberOfFeatures(); i++) {
            double u = surf.getLocation(i).x;
            double v = surf.getLocation(i).y;
            int at = (int) Math.round(v) * VIEW + (int) Math.round(u);
            double x = between(view.places, u, v, 0);
            double y = between(view.places, u, v, 1);
            if (at < 0 || at >= view.values.length || Float.isNaN(view.values[at])) {
                continue;
            }
            if (!(lens.frame().depthInside(x, y) > BORDER)) {
                continue;
            }
            Direction ray = lens.unproject(x, y);
            if (!wanted.test(ray)) {
                continue;
            }
            double[] r = {ray.x(), ray.y(), ray.z()};
            if (isNew(r, features, others)) {
                features.add(new Feature(x, y, r, surf.getSet(i) == 0, unit(surf.getDescription(i).data)));
            }
        }
    }

    private static boolean isNew(double[] ray, List<Feature> features, int others) {
        double least = Math.cos(ONE);
        for (int i = 0; i < others; i++) {
            double[] o = features.get(i).ray();
            if (ray[0] * o[0] + ray[1] * o[1] + ray[2] * o[2] > least) {
                return false;
            }
        }
        return true;
    }

    /** Unseen places get the mean, so that the rim is no blob. */
    private static void fill(float[] values, float[] into) {
        double sum = 0;
        int count = 0;
        for (float value : values) {
            if (!Float.isNaN(value)) {
                sum += value;
                count++;
            }
        }
        float mean = (float) (sum / Math.max(1, count));
        for (int i = 0; i < values.length; i++) {
            into[i] = Float.isNaN(values[i]) ? mean : values[i];
        }
    }

    /** Column {@code c} of the places between grid places. */
    private static double between(double[] places, double u, double v, int c) {
        int left = Math.max(0, Math.min(VIEW - 2, (int) u));
        int top = Math.max(0, Math.min(VIEW - 2, (int) v));
        double fu = u - left;
        double fv = v - top;
        int i = top * VIEW + left;
        double above = places[2 * i + c] * (1 - fu) + places[2 * (i + 1) + c] * fu;
        double below = places[2 * (i + VIEW) + c] * (1 - fu) + places[2 * (i + VIEW + 1) + c] * fu;
        return above * (1 - fv) + below * fv;
    }

    private static float[] unit(double[] description) {
        double sum = 0;
        for (double each : description) {
            sum += each * each;
        }
        double scale = 1 / Math.sqrt(Math.max(1e-12, sum));
        float[] unit = new float[description.length];
        for (int i = 0; i < unit.length; i++) {
            unit[i] = (float) (scale * description[i]);
        }
        return unit;
    }
}
