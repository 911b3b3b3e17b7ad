package foldback.core.warp;

import foldback.core.lens.Lens;
import foldback.core.rig.RigLens;
import foldback.core.space.Rotation;

/**
 * One lens as the canvas sees it: exact projection of canvas places into its picture.
 *
 * <p>With a finite meeting distance a canvas direction stands for the point at that distance from the rig's origin.
 */
public final class LensView {
    private final Lens lens;
    private final double[] lensFromCanvas;
    private final double offsetX;
    private final double offsetY;
    private final double offsetZ;

    /**
     * @param rigFromCanvas the rotation from canvas to rig
     * @param meetingMetres where the lenses' pictures agree; infinite for far
     */
    public LensView(RigLens rigLens, Rotation rigFromCanvas, double meetingMetres) {
        if (!(meetingMetres > 0)) {
            throw new IllegalArgumentException("'meetingMetres' must be above 0: " + meetingMetres);
        }
        this.lens = rigLens.lens();
        Rotation lensFromRig = rigLens.rigFromLens().inverse();
        this.lensFromCanvas = lensFromRig.times(rigFromCanvas).matrix();
        double[] m = lensFromRig.matrix();
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

    /**
     * Projects rays of the canvas.
     *
     * @param rays 3 a place, of length 1, replaced by those in the lens's frame
     * @param angles of the rays from the lens's axis, radians, written
     * @param xy source coordinates in pixels, 2 a place, written; NaN where the model or the ray says nothing
     */
    void project(double[] rays, double[] xy, double[] angles, int count) {
        double[] m = lensFromCanvas;
        for (int i = 0; i < count; i++) {
            double x = rays[3 * i];
            double y = rays[3 * i + 1];
            double z = rays[3 * i + 2];
            rays[3 * i] = m[0] * x + m[1] * y + m[2] * z - offsetX;
            rays[3 * i + 1] = m[3] * x + m[4] * y + m[5] * z - offsetY;
            rays[3 * i + 2] = m[6] * x + m[7] * y + m[8] * z - offsetZ;
        }
        lens.project(rays, xy, angles, count);
    }

    /** The exact source coordinates of one canvas place; the slow way, for references and single points. */
    public double[] project(Canvas canvas, double canvasX, double canvasY) {
        double[] ray = new double[3];
        double[] xy = new double[2];
        canvas.projection().ray(canvasX, canvasY, canvas.width(), canvas.height(), ray);
        project(ray, xy, new double[1], 1);
        return xy;
    }
}
