package foldback.core.seam;

import foldback.core.match.view.Picture;
import foldback.core.rig.RigLens;
import foldback.core.warp.LensView;

/** Where a lens sees the pixels of a strip: found once for a rig, looked at in many pictures. Immutable. */
final class StripView {
    /** Pixels inside the rim that count as seen. */
    private static final double RIM_PX = 3;

    private final int count;
    private final int level;
    /** x and y of each pixel in the lens's picture; NaN where it does not see it. */
    private final float[] places;

    StripView(SeamStrip strip, RigLens lens, double meetingMetres) {
        LensView view = new LensView(lens, strip.stripFromRig().inverse(), meetingMetres);
        count = strip.columns() * strip.rows();
        places = new float[2 * count];
        double[] rays = new double[3 * strip.columns()];
        double[] xy = new double[2 * strip.columns()];
        for (int row = 0; row < strip.rows(); row++) {
            double across = strip.across(row);
            for (int column = 0; column < strip.columns(); column++) {
                double along = strip.along(column);
                rays[3 * column] = Math.sin(along) * Math.cos(across);
                rays[3 * column + 1] = -Math.sin(across);
                rays[3 * column + 2] = Math.cos(along) * Math.cos(across);
            }
            view.project(rays, xy, strip.columns());
            for (int column = 0; column < strip.columns(); column++) {
                double x = xy[2 * column];
                double y = xy[2 * column + 1];
                int at = row * strip.columns() + column;
                boolean seen = lens.lens().frame().depthInside(x, y) > RIM_PX;
                places[2 * at] = seen ? (float) x : Float.NaN;
                places[2 * at + 1] = seen ? (float) y : Float.NaN;
            }
        }
        level = Picture.level(strip.stepRad() * lens.lens().focalPx());
    }

    /** The level of a lens's picture that is fine enough. */
    int level() {
        return level;
    }

    /** What the lens shows at the strip's pixels, codes of 8 bits; NaN where it sees nothing. */
    float[] of(Picture picture) {
        float[] values = new float[count];
        picture.sample(places, level, values);
        return values;
    }
}
