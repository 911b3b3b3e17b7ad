package foldback.core.warp;

import foldback.core.lens.Lens;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.List;

/**
 * One lens as the canvas sees it: exact projection of canvas places into its picture.
 *
 * <p>With a finite meeting distance a canvas direction stands for the point at that distance from the rig's origin. A lens
 * whose picture is read row by row while the rig turns sees each row from where it was then.
 */
public final class LensView {
    /** A row's time is found from where the row before said; each round gains a factor of how far a picture moves in a row. */
    private static final int ROUNDS = 30;

    /** How far outside of a picture rows are still read, heights of the picture. */
    private static final double BEYOND = 0.2;

    private final Lens lens;
    private final RayShift shift;
    /** Rotations from the canvas, to the lens or, where rays are shifted, to the rig, at places equally far from each other, from the first row's upper edge to the last one's lower. */
    private final double[][] fromCanvas;

    private final double[] lensFromRig;

    private final double offsetX;
    private final double offsetY;
    private final double offsetZ;

    /**
     * A lens whose rows are all read at once, or that stands still.
     *
     * @param rigFromCanvas the rotation from canvas to rig
     * @param meetingMetres where the lenses' pictures agree; infinite for far
     */
    public LensView(RigLens rigLens, Rotation rigFromCanvas, double meetingMetres) {
        this(rigLens, List.of(rigFromCanvas), meetingMetres, RayShift.NONE);
    }

    /**
     * One that is read row by row.
     *
     * @param rigFromCanvas the rotation from canvas to rig at times equally far from each other, from when the first row is
     *     read to when the last one was; a single one where all are read at once
     * @param meetingMetres where the lenses' pictures agree; infinite for far
     * @param shift how what the lens is asked for is moved
     */
    public LensView(RigLens rigLens, List<Rotation> rigFromCanvas, double meetingMetres, RayShift shift) {
        if (!(meetingMetres > 0)) {
            throw new IllegalArgumentException("'meetingMetres' must be above 0: " + meetingMetres);
        }
        this.lens = rigLens.lens();
        this.shift = shift;
        Rotation toLens = rigLens.rigFromLens().inverse();
        this.fromCanvas = rigFromCanvas.stream()
                .map(rotation -> (isShifted() ? rotation : toLens.times(rotation)).matrix())
                .toArray(double[][]::new);
        this.lensFromRig = toLens.matrix();
        double[] m = lensFromRig;
        double x = rigLens.pupil().x() / meetingMetres;
        double y = rigLens.pupil().y() / meetingMetres;
        double z = rigLens.pupil().z() / meetingMetres;
        this.offsetX = m[0] * x + m[1] * y + m[2] * z;
        this.offsetY = m[3] * x + m[4] * y + m[5] * z;
        this.offsetZ = m[6] * x + m[7] * y + m[8] * z;
    }

    public Lens lens() {
        return lens;
    }

    /** Whether rays that are turned stay as long as they are: they do for a lens that sees from the rig's origin. */
    boolean keepsLengths() {
        return !isShifted() && !readsRowByRow() && offsetX == 0 && offsetY == 0 && offsetZ == 0;
    }

    /** Whether rows are seen from different rotations. */
    boolean readsRowByRow() {
        return fromCanvas.length > 1;
    }

    /**
     * Turns rays of the canvas into the lens's frame as it is when its middle row is read.
     *
     * @param rays 3 a place, of length 1, read
     * @param out 3 a place, written
     */
    void turn(double[] rays, double[] out, int count) {
        double[] m = fromCanvas[fromCanvas.length / 2];
        for (int i = 0; i < count; i++) {
            turn(m, rays, out, i);
        }
        reachLens(out, count);
    }

    private static void turn(double[] m, double[] rays, double[] out, int i) {
        double x = rays[3 * i];
        double y = rays[3 * i + 1];
        double z = rays[3 * i + 2];
        out[3 * i] = m[0] * x + m[1] * y + m[2] * z;
        out[3 * i + 1] = m[3] * x + m[4] * y + m[5] * z;
        out[3 * i + 2] = m[6] * x + m[7] * y + m[8] * z;
    }

    private boolean isShifted() {
        return shift != RayShift.NONE;
    }

    /** Shifts rays that were turned, if any are, and sees them from the lens's pupil. */
    private void reachLens(double[] rays, int count) {
        if (isShifted()) {
            shift.shift(rays, count);
        }
        for (int i = 0; i < count; i++) {
            if (isShifted()) {
                turn(lensFromRig, rays, rays, i);
            }
            rays[3 * i] -= offsetX;
            rays[3 * i + 1] -= offsetY;
            rays[3 * i + 2] -= offsetZ;
        }
    }

    /**
     * The same, each ray at the time at which a row is read.
     *
     * @param xy 2 a place, read: the row is that of its y; rows a little outside of the picture go on as those inside do, so
     *     that there is no kink at its sides
     */
    void turnByRow(double[] rays, double[] xy, double[] out, int count) {
        double[] m = new double[9];
        int last = fromCanvas.length - 1;
        double height = lens.frame().height();
        for (int i = 0; i < count; i++) {
            double row = Math.max(-BEYOND, Math.min(1 + BEYOND, xy[2 * i + 1] / height));
            double share = row * last;
            // NaN is cast to 0; its place stays unknown.
            int before = Math.max(0, Math.min(last - 1, (int) share));
            double part = share - before;
            for (int k = 0; k < m.length; k++) {
                double from = fromCanvas[before][k];
                m[k] = from + (fromCanvas[before + 1][k] - from) * part;
            }
            turn(m, rays, out, i);
        }
        reachLens(out, count);
    }

    /** Where the lens sees a direction of the frame that its rotations are from, while its middle row is read; NaN where it does not. */
    public double[] project(Direction direction) {
        double[] xy = new double[2];
        project(new double[] {direction.x(), direction.y(), direction.z()}, xy, 1);
        return xy;
    }

    /**
     * The same for many.
     *
     * @param rays 3 a direction, of length 1, read
     * @param xy 2 a direction, written
     */
    public void project(double[] rays, double[] xy, int count) {
        double[] turned = new double[3 * count];
        turn(rays, turned, count);
        lens.project(turned, xy, new double[count], count);
    }

    /** The exact source coordinates of one canvas place; the slow way, for references and single points. */
    public double[] project(Canvas canvas, double canvasX, double canvasY) {
        double[] ray = new double[3];
        double[] turned = new double[3];
        double[] xy = new double[2];
        canvas.projection().ray(canvasX, canvasY, canvas.width(), canvas.height(), ray);
        turn(ray, turned, 1);
        lens.project(turned, xy, new double[1], 1);
        for (int i = 0; i < ROUNDS && readsRowByRow(); i++) {
            turnByRow(ray, xy, turned, 1);
            lens.project(turned, xy, new double[1], 1);
        }
        return xy;
    }
}
