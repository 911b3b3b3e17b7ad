package foldback.core.motion;

import foldback.core.lens.Lens;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.List;

/**
 * Two pictures of one lens of a rig, compared at places all over them under the turn that is expected, what the rig's turn is off that, and what
 * is near. Each place has a residual, in codes, and a row of eight numbers by which it changes: for a turn of the rig about x, y and z, radians;
 * for by how much that turn grows from the first line to the last; and for the gain and the bias of the brightness.
 */
final class LensPair {
    static final int ROW = 8;
    static final int GAIN = 6;
    static final int BIAS = 7;
    /** From coarse to fine. */
    static final int LEVELS = 2;
    /** Patches across the picture; larger ones are of no one nearness, in smaller ones noise passes for nearness. */
    private static final int PATCHES_ACROSS = 12;

    static final int PATCHES = PATCHES_ACROSS * PATCHES_ACROSS;

    private static final int MOST_PLACES = 3000;
    /** Places nearer to the edge are left out, pixels. */
    private static final double MARGIN = 2;

    /** Of each place: its residual, its row, its ray in the rig, and its patch. */
    final float[] residuals;

    final float[] rows;
    final float[] rays;
    final int[] patches;
    private final List<Size> sizes = new ArrayList<>();
    private final Rotation lensFromRig;
    private final float[] m = new float[9];
    private final float[] near = new float[3];
    private final Spread spread = new Spread();
    private final int firstPatch;
    private int count;
    private double scale;
    private double information;
    private double gain;
    private double bias;
    private float share;
    private boolean shown;

    /** One size of the pictures, with the places' rays in the rig, their patches, and where the turn that is expected has them in both pictures. */
    private record Size(Lens lens, TurnLevel level, float[] rays, int[] patches, float[] expected) {}

    /**
     * A lens's pair.
     *
     * @param of the lens of the small pictures
     * @param number of the lens in its rig
     */
    LensPair(RigLens of, int number) {
        firstPatch = number * PATCHES;
        lensFromRig = of.rigFromLens().inverse();
        double[] matrix = lensFromRig.matrix();
        for (int i = 0; i < 9; i++) {
            m[i] = (float) matrix[i];
        }
        Lens at = of.lens();
        int most = 0;
        for (int k = 0; k < LEVELS; k++) {
            sizes.add(size(at, of.rigFromLens()));
            most = Math.max(most, sizes.get(k).patches.length);
            at = at.scaledTo(at.frame().width() / 2, at.frame().height() / 2);
        }
        residuals = new float[most];
        rows = new float[ROW * most];
        rays = new float[3 * most];
        patches = new int[most];
    }

    private Size size(Lens lens, Rotation rigFromLens) {
        TurnLevel level = new TurnLevel(lens, MOST_PLACES);
        int places = level.x.length;
        float[] ofRig = new float[3 * places];
        int[] own = new int[places];
        for (int i = 0; i < places; i++) {
            Direction ray = rigFromLens.apply(lens.unproject(level.x[i] + 0.5, level.y[i] + 0.5));
            ofRig[3 * i] = (float) ray.x();
            ofRig[3 * i + 1] = (float) ray.y();
            ofRig[3 * i + 2] = (float) ray.z();
            int across = (int) level.x[i] * PATCHES_ACROSS / level.width;
            int down = (int) level.y[i] * PATCHES_ACROSS / level.height;
            own[i] = firstPatch + down * PATCHES_ACROSS + across;
        }
        return new Size(lens, level, ofRig, own, new float[4 * places]);
    }

    /** Takes a picture; the one before becomes the earlier one. */
    void take(byte[] luma) {
        sizes.forEach(size -> size.level.turnOver());
        sizes.get(0).level.take(luma);
        for (int i = 1; i < sizes.size(); i++) {
            sizes.get(i).level.takeHalf(sizes.get(i - 1).level);
        }
    }

    /** Has nothing to say of this pair. */
    void leaveOut() {
        shown = false;
        count = 0;
    }

    /**
     * Begins with what is expected between its two pictures.
     *
     * @param earlierFromLater takes directions of the rig as it was turned at the later picture to those as it was at the earlier one
     * @param share of the rig's two moments that is between its pictures: all that is found is for the rig's
     */
    void expect(Rotation earlierFromLater, double share) {
        shown = true;
        this.share = (float) share;
        gain = 1;
        bias = 0;
        double[] v =
                lensFromRig.times(earlierFromLater).times(lensFromRig.inverse()).vector();
        Rotation half = Rotation.ofVector(0.5 * v[0], 0.5 * v[1], 0.5 * v[2]);
        for (Size size : sizes) {
            place(size, half.times(lensFromRig), 0);
            place(size, half.inverse().times(lensFromRig), 2);
        }
    }

    /** Where places are in the earlier or the later picture, where the turn is as expected. */
    private static void place(Size size, Rotation lensFromRig, int at) {
        double[] t = lensFromRig.matrix();
        int places = size.patches.length;
        float[] from = size.rays;
        double[] turned = new double[3 * places];
        for (int i = 0; i < 3 * places; i += 3) {
            for (int k = 0; k < 3; k++) {
                turned[i + k] = t[3 * k] * from[i] + t[3 * k + 1] * from[i + 1] + t[3 * k + 2] * from[i + 2];
            }
        }
        double[] xy = new double[2 * places];
        size.lens.project(turned, xy, new double[places], places);
        for (int i = 0; i < places; i++) {
            boolean inside = size.lens.frame().depthInside(xy[2 * i], xy[2 * i + 1]) >= MARGIN;
            size.expected[4 * i + at] = inside ? (float) (xy[2 * i] - 0.5) : Float.NaN;
            size.expected[4 * i + at + 1] = (float) (xy[2 * i + 1] - 0.5);
        }
    }

    /**
     * Compares the pictures.
     *
     * @param level 0 for the finest
     * @param turn of the world in the rig from the earlier to the later moment beyond what is expected, about x, y and z, and what it grows by
     */
    void compare(int level, double[] turn, Parallax parallax) {
        count = 0;
        if (!shown) {
            return;
        }
        Size size = sizes.get(level);
        TurnLevel pictures = size.level;
        float[] before = pictures.before();
        float[] after = pictures.after();
        float[] moves = pictures.moves;
        float most = pictures.width - 1.001f;
        float lowest = pictures.height - 1.001f;
        float brighter = (float) gain;
        int n = 0;
        for (int i = 0; i < size.patches.length; i++) {
            int ray = 3 * i;
            float late = pictures.y[i] / pictures.height - 0.5f;
            parallax.move(size.patches[i], size.rays[ray], size.rays[ray + 1], size.rays[ray + 2], near);
            float wx = 0.5f * share * (float) (turn[0] + late * turn[3] + near[0]);
            float wy = 0.5f * share * (float) (turn[1] + late * turn[4] + near[1]);
            float wz = 0.5f * share * (float) (turn[2] + late * turn[5] + near[2]);
            float tx = m[0] * wx + m[1] * wy + m[2] * wz;
            float ty = m[3] * wx + m[4] * wy + m[5] * wz;
            float tz = m[6] * wx + m[7] * wy + m[8] * wz;
            int move = 6 * i;
            float dx = moves[move] * tx + moves[move + 1] * ty + moves[move + 2] * tz;
            float dy = moves[move + 3] * tx + moves[move + 4] * ty + moves[move + 5] * tz;
            float x0 = size.expected[4 * i] - dx;
            float y0 = size.expected[4 * i + 1] - dy;
            float x1 = size.expected[4 * i + 2] + dx;
            float y1 = size.expected[4 * i + 3] + dy;
            // Where one of them is not seen it is no number, which no comparison holds of.
            if (!(x0 >= 0
                    && x1 >= 0
                    && y0 >= 0
                    && y1 >= 0
                    && x0 <= most
                    && x1 <= most
                    && y0 <= lowest
                    && y1 <= lowest)) {
                continue;
            }
            float newer = pictures.look(after, x1, y1);
            float slopeX = pictures.slopeX;
            float slopeY = pictures.slopeY;
            float older = pictures.look(before, x0, y0);
            slopeX = 0.5f * share * (slopeX + brighter * pictures.slopeX);
            slopeY = 0.5f * share * (slopeY + brighter * pictures.slopeY);
            residuals[n] = newer - brighter * older - (float) bias;
            float r0 = slopeX * moves[move] + slopeY * moves[move + 3];
            float r1 = slopeX * moves[move + 1] + slopeY * moves[move + 4];
            float r2 = slopeX * moves[move + 2] + slopeY * moves[move + 5];
            int r = ROW * n;
            for (int c = 0; c < 3; c++) {
                rows[r + c] = m[c] * r0 + m[3 + c] * r1 + m[6 + c] * r2;
                rows[r + 3 + c] = late * rows[r + c];
                rays[3 * n + c] = size.rays[ray + c];
            }
            rows[r + GAIN] = -older;
            rows[r + BIAS] = -1;
            patches[n] = size.patches[i];
            n++;
        }
        count = n;
        scale = spread.of(residuals, count);
        information = 1 / (scale * scale);
    }

    /** Places that were compared. */
    int count() {
        return count;
    }

    /** Standard deviation of the residuals, codes. */
    double scale() {
        return scale;
    }

    /** What one residual tells: one over their variance. */
    double information() {
        return information;
    }

    /** Corrects the brightness. */
    void brighten(double gainOff, double biasOff) {
        gain += gainOff;
        bias += biasOff;
    }
}
