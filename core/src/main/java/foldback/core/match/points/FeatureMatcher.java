package foldback.core.match.points;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Pairs the features of two lenses that are most alike, each the other's best and clearly better than its next (Lowe 2004). */
final class FeatureMatcher {
    private static final double MOST_RATIO = 0.85;

    private FeatureMatcher() {}

    /**
     * Two features that may be one world point.
     *
     * @param ratio of its distance to the next best one's, squared
     */
    record Match(Feature first, Feature second, double ratio) {}

    /** Which features may belong together. */
    interface Gate {
        boolean test(double[] firstRay, double[] secondRay);
    }

    static List<Match> match(List<Feature> one, List<Feature> two, Gate gate) {
        int[] back = new int[two.size()];
        double[] backBest = new double[two.size()];
        Arrays.fill(back, -1);
        Arrays.fill(backBest, Double.MAX_VALUE);
        int[] best = new int[one.size()];
        double[] ratio = new double[one.size()];
        for (int i = 0; i < one.size(); i++) {
            Feature a = one.get(i);
            double least = Double.MAX_VALUE;
            double next = Double.MAX_VALUE;
            best[i] = -1;
            for (int j = 0; j < two.size(); j++) {
                Feature b = two.get(j);
                if (a.bright() != b.bright() || !gate.test(a.ray(), b.ray())) {
                    continue;
                }
                double distance = distance(a.description(), b.description());
                if (distance < backBest[j]) {
                    backBest[j] = distance;
                    back[j] = i;
                }
                if (distance < least) {
                    next = least;
                    least = distance;
                    best[i] = j;
                } else if (distance < next) {
                    next = distance;
                }
            }
            ratio[i] = next == Double.MAX_VALUE ? MOST_RATIO : least / Math.max(1e-9, next);
        }
        List<Match> matches = new ArrayList<>();
        for (int i = 0; i < one.size(); i++) {
            if (best[i] >= 0 && back[best[i]] == i && ratio[i] <= MOST_RATIO) {
                matches.add(new Match(one.get(i), two.get(best[i]), ratio[i]));
            }
        }
        return matches;
    }

    private static double distance(float[] a, float[] b) {
        float sum = 0;
        for (int i = 0; i < a.length; i++) {
            float d = a[i] - b[i];
            sum += d * d;
        }
        return sum;
    }
}
