package foldback.core.motion;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Vectors along a take of which the steps from each to the next are known, and some of them themselves, each with its standard error: those that fit
 * best, by least squares with Cauchy's weights, to which a few that are quite wrong are outliers. The first is 0.
 */
final class RobustChain {
    private static final int ROUNDS = 12;
    /** Of the standard error, beyond which what disagrees counts less (Holland and Welsch 1977, rounded). */
    private static final double CAUCHY = 2;

    private static final double PINNED = 1e12;

    private final List<Link> steps = new ArrayList<>();
    private final List<Link> known = new ArrayList<>();

    /** What is known of a vector, or of the step to it. */
    private record Link(int at, double[] value, double sigma) {

        double weight(double[] off) {
            double sum = 0;
            for (int k = 0; k < 3; k++) {
                sum += Math.pow(off[k] - value[k], 2);
            }
            return 1 / (sigma * sigma * (1 + sum / Math.pow(CAUCHY * sigma, 2)));
        }
    }

    /** Adds another vector, with the step that leads to it. */
    void add(double[] step, double sigma) {
        steps.add(new Link(steps.size() + 1, step, sigma));
    }

    /** Adds what is known of the last vector. */
    void addKnown(double[] value, double sigma) {
        known.add(new Link(steps.size(), value, sigma));
    }

    /** The vectors, of which there is one more than there are steps. */
    double[][] solve() {
        int count = steps.size() + 1;
        double[][] vectors = new double[count][3];
        double[] ofSteps = new double[steps.size()];
        double[] ofKnown = new double[known.size()];
        Arrays.setAll(ofSteps, i -> steps.get(i).weight(steps.get(i).value()));
        Arrays.setAll(ofKnown, i -> known.get(i).weight(known.get(i).value()));
        for (int round = 0; round < ROUNDS; round++) {
            for (int axis = 0; axis < 3; axis++) {
                double[] solved = solve(axis, ofSteps, ofKnown);
                for (int i = 0; i < count; i++) {
                    vectors[i][axis] = solved[i];
                }
            }
            Arrays.setAll(ofSteps, i -> steps.get(i).weight(difference(vectors[i + 1], vectors[i])));
            Arrays.setAll(ofKnown, i -> known.get(i).weight(vectors[known.get(i).at()]));
        }
        return vectors;
    }

    private static double[] difference(double[] a, double[] b) {
        return new double[] {a[0] - b[0], a[1] - b[1], a[2] - b[2]};
    }

    /** One axis: a matrix of three diagonals (Thomas's algorithm). */
    private double[] solve(int axis, double[] ofSteps, double[] ofKnown) {
        int count = ofSteps.length + 1;
        double[] diagonal = new double[count];
        double[] beside = new double[count];
        double[] right = new double[count];
        diagonal[0] = PINNED;
        for (int i = 0; i < ofSteps.length; i++) {
            double weight = ofSteps[i];
            double step = steps.get(i).value()[axis];
            diagonal[i] += weight;
            diagonal[i + 1] += weight;
            beside[i] = -weight;
            right[i] -= weight * step;
            right[i + 1] += weight * step;
        }
        for (int i = 0; i < ofKnown.length; i++) {
            diagonal[known.get(i).at()] += ofKnown[i];
            right[known.get(i).at()] += ofKnown[i] * known.get(i).value()[axis];
        }
        for (int i = 1; i < count; i++) {
            double by = beside[i - 1] / diagonal[i - 1];
            diagonal[i] -= by * beside[i - 1];
            right[i] -= by * right[i - 1];
        }
        double[] solved = new double[count];
        for (int i = count - 1; i >= 0; i--) {
            double after = i + 1 < count ? beside[i] * solved[i + 1] : 0;
            solved[i] = (right[i] - after) / diagonal[i];
        }
        return solved;
    }
}
