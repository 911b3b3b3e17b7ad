package foldback.core.lens;

import foldback.core.space.Direction;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.CommonOps_DDRM;

/** Fisheyes of any law in the form that has room for distortion. */
public final class KannalaBrandt {
    private static final int SAMPLES = 200;
    private static final int TERMS = 4;

    private KannalaBrandt() {}

    /**
     * The fisheye with odd polynomial that fits a lens over its field best, by least squares of the radius; the lens itself where it is
     * one already.
     *
     * @throws IllegalArgumentException for a lens that is no fisheye
     */
    public static FisheyeLens of(Lens lens) {
        if (lens instanceof FisheyeLens fisheye) {
            return fisheye;
        }
        if (!(lens instanceof ClosedFormFisheye)) {
            throw new IllegalArgumentException("only fisheyes have an odd polynomial of the angle");
        }
        double half = lens.halfField();
        DMatrixRMaj a = new DMatrixRMaj(SAMPLES, TERMS + 1);
        DMatrixRMaj b = new DMatrixRMaj(SAMPLES, 1);
        double[] xy = new double[2];
        for (int i = 0; i < SAMPLES; i++) {
            double angle = half * (i + 1) / SAMPLES;
            Direction ray = Direction.ofYawPitch(angle, 0);
            lens.project(new double[] {ray.x(), ray.y(), ray.z()}, xy, new double[1], 1);
            b.set(i, 0, xy[0] - lens.frame().cx());
            for (int k = 0; k <= TERMS; k++) {
                a.set(i, k, Math.pow(angle, 2 * k + 1));
            }
        }
        DMatrixRMaj x = new DMatrixRMaj(TERMS + 1, 1);
        CommonOps_DDRM.solve(a, b, x);
        double focal = x.get(0);
        return new FisheyeLens(
                lens.frame(), focal, x.get(1) / focal, x.get(2) / focal, x.get(3) / focal, x.get(4) / focal);
    }
}
