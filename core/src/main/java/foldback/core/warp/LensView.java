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
     * Projects a row of canvas directions.
     *
     * @param sinYaw of each column, read
     * @param cosYaw of each column, read
     * @param pitch of the row
     * @param rays work space of 3 per column, written with the ray in the lens's frame
     * @param angles of the rays from the lens's axis, radians, written
     * @param xy source coordinates in pixels, 2 per column, written; NaN where the model says nothing
     */
    void projectRow(double[] sinYaw, double[] cosYaw, double pitch, double[] rays, double[] xy, double[] angles) {
        double cosPitch = StrictMath.cos(pitch);
        double y = -StrictMath.sin(pitch);
        double[] m = lensFromCanvas;
        for (int i = 0; i < sinYaw.length; i++) {
            double x = sinYaw[i] * cosPitch;
            double z = cosYaw[i] * cosPitch;
            rays[3 * i] = m[0] * x + m[1] * y + m[2] * z - offsetX;
            rays[3 * i + 1] = m[3] * x + m[4] * y + m[5] * z - offsetY;
            rays[3 * i + 2] = m[6] * x + m[7] * y + m[8] * z - offsetZ;
        }
        lens.project(rays, xy, angles, sinYaw.length);
    }

    /** The exact source coordinates of one canvas place; the slow way, for references and single points. */
    public double[] project(Canvas canvas, double canvasX, double canvasY) {
        double yaw = canvas.yawAt(canvasX);
        double[] rays = new double[3];
        double[] xy = new double[2];
        projectRow(
                new double[] {StrictMath.sin(yaw)},
                new double[] {StrictMath.cos(yaw)},
                canvas.pitchAt(canvasY),
                rays,
                xy,
                new double[1]);
        return xy;
    }
}
