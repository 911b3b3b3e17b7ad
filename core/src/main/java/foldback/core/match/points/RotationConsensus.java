package foldback.core.match.points;

import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;

/**
 * The rotation between two lenses that most matches agree on (RANSAC: Fischler and Bolles 1981; scored as by Torr and Zisserman's
 * MSAC, 2000). Two rays decide a rotation; near things and what is not yet known of the lenses are allowed for by some degrees.
 */
final class RotationConsensus {
    private static final int TRIES = 3000;
    private static final double LEAST_APART = Math.toRadians(4);
    private static final long SEED = 20061;

    private RotationConsensus() {}

    /**
     * What was found.
     *
     * @param firstFromSecond takes rays of the second lens to the first
     * @param inliers matches that agree
     * @param score the same with the near ones counting more
     */
    record Found(Rotation firstFromSecond, List<FeatureMatcher.Match> inliers, double score) {}

    /** Finds the rotation of some matches; none of them agree where there are fewer than two. */
    static Found find(List<FeatureMatcher.Match> matches, double tolerance) {
        int n = matches.size();
        double[] a = new double[3 * n];
        double[] b = new double[3 * n];
        for (int i = 0; i < n; i++) {
            System.arraycopy(matches.get(i).first().ray(), 0, a, 3 * i, 3);
            System.arraycopy(matches.get(i).second().ray(), 0, b, 3 * i, 3);
        }
        SplittableRandom random = new SplittableRandom(SEED);
        double[] best = null;
        double bestScore = -1;
        for (int t = 0; t < TRIES && n >= 2; t++) {
            int i = random.nextInt(n);
            int j = random.nextInt(n);
            double[] m = i == j ? null : turn(a, b, i, j, tolerance);
            if (m == null) {
                continue;
            }
            double score = score(m, a, b, tolerance);
            if (score > bestScore) {
                bestScore = score;
                best = m;
            }
        }
        if (best == null) {
            return new Found(Rotation.IDENTITY, List.of(), 0);
        }
        List<FeatureMatcher.Match> inliers = new ArrayList<>();
        double least = Math.cos(tolerance);
        for (int i = 0; i < n; i++) {
            if (dot(best, a, b, i) > least) {
                inliers.add(matches.get(i));
            }
        }
        return new Found(rotation(best), inliers, bestScore);
    }

    /** The rotation by two rays: their middle and their plane are laid over each other; null where they are too near. */
    private static double[] turn(double[] a, double[] b, int i, int j, double tolerance) {
        double between = angle(a, i, j);
        double other = angle(b, i, j);
        if (between < LEAST_APART || Math.abs(between - other) > tolerance || between > Math.PI - LEAST_APART) {
            return null;
        }
        double[] one = basis(a, i, j);
        double[] two = basis(b, i, j);
        double[] m = new double[9];
        for (int r = 0; r < 3; r++) {
            for (int c = 0; c < 3; c++) {
                for (int k = 0; k < 3; k++) {
                    m[3 * r + c] += one[3 * k + r] * two[3 * k + c];
                }
            }
        }
        return m;
    }

    private static double angle(double[] rays, int i, int j) {
        double dot = rays[3 * i] * rays[3 * j] + rays[3 * i + 1] * rays[3 * j + 1] + rays[3 * i + 2] * rays[3 * j + 2];
        return Math.acos(Math.max(-1, Math.min(1, dot)));
    }

    private static double[] basis(double[] rays, int i, int j) {
        Direction p = new Direction(rays[3 * i], rays[3 * i + 1], rays[3 * i + 2]);
        Direction q = new Direction(rays[3 * j], rays[3 * j + 1], rays[3 * j + 2]);
        Direction middle = new Direction(p.x() + q.x(), p.y() + q.y(), p.z() + q.z());
        Direction normal = new Direction(
                p.y() * q.z() - p.z() * q.y(), p.z() * q.x() - p.x() * q.z(), p.x() * q.y() - p.y() * q.x());
        return new double[] {
            middle.x(),
            middle.y(),
            middle.z(),
            normal.x(),
            normal.y(),
            normal.z(),
            middle.y() * normal.z() - middle.z() * normal.y(),
            middle.z() * normal.x() - middle.x() * normal.z(),
            middle.x() * normal.y() - middle.y() * normal.x()
        };
    }

    private static double dot(double[] m, double[] a, double[] b, int i) {
        double x = b[3 * i];
        double y = b[3 * i + 1];
        double z = b[3 * i + 2];
        return a[3 * i] * (m[0] * x + m[1] * y + m[2] * z)
                + a[3 * i + 1] * (m[3] * x + m[4] * y + m[5] * z)
                + a[3 * i + 2] * (m[6] * x + m[7] * y + m[8] * z);
    }

    /** For small angles 2 - 2 cos is their square. */
    private static double score(double[] m, double[] a, double[] b, double tolerance) {
        double most = 2 - 2 * Math.cos(tolerance);
        double score = 0;
        for (int i = 0; i < a.length / 3; i++) {
            score += Math.max(0, 1 - (2 - 2 * dot(m, a, b, i)) / most);
        }
        return score;
    }

    private static Rotation rotation(double[] m) {
        double w = Math.sqrt(Math.max(0, 1 + m[0] + m[4] + m[8])) / 2;
        double x = Math.sqrt(Math.max(0, 1 + m[0] - m[4] - m[8])) / 2;
        double y = Math.sqrt(Math.max(0, 1 - m[0] + m[4] - m[8])) / 2;
        double z = Math.sqrt(Math.max(0, 1 - m[0] - m[4] + m[8])) / 2;
        return new Rotation(
                w, Math.copySign(x, m[7] - m[5]), Math.copySign(y, m[2] - m[6]), Math.copySign(z, m[3] - m[1]));
    }
}
