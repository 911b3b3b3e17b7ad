package foldback.core.space;

import java.util.List;
import org.ejml.simple.SimpleMatrix;
import org.ejml.simple.SimpleSVD;

/** The rotation that fits directions best by least squares (Wahba 1965; solved after Markley 1988). */
public final class RotationFit {
    private RotationFit() {}

    /** The rotation that takes each direction of {@code from} as near as can be to its partner in {@code to}. */
    public static Rotation between(List<Direction> from, List<Direction> to) {
        SimpleMatrix sums = new SimpleMatrix(3, 3);
        for (int i = 0; i < from.size(); i++) {
            Direction p = from.get(i);
            Direction q = to.get(i);
            double[] a = {q.x(), q.y(), q.z()};
            double[] b = {p.x(), p.y(), p.z()};
            for (int k = 0; k < 9; k++) {
                sums.set(k / 3, k % 3, sums.get(k / 3, k % 3) + a[k / 3] * b[k % 3]);
            }
        }
        return Rotation.ofMatrix(nearest(sums));
    }

    /** The rotation matrix, by rows, for which the sum of products with a 3 x 3 matrix is largest. */
    public static double[] nearest(SimpleMatrix matrix) {
        SimpleSVD<SimpleMatrix> svd = matrix.svd();
        double sense = svd.getU().determinant() * svd.getV().determinant();
        SimpleMatrix keep = SimpleMatrix.diag(1, 1, Math.signum(sense));
        SimpleMatrix rotation = svd.getU().mult(keep).mult(svd.getV().transpose());
        double[] rows = new double[9];
        for (int k = 0; k < 9; k++) {
            rows[k] = rotation.get(k / 3, k % 3);
        }
        return rows;
    }
}
