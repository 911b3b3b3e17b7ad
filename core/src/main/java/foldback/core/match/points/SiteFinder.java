package foldback.core.match.points;

import foldback.core.match.TiePoint;
import foldback.core.match.view.Picture;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Chooses places of an overlap whose surroundings can be laid over each other well: those where the picture changes in both
 * directions (Shi and Tomasi 1994), spread evenly.
 */
final class SiteFinder {
    private static final int REACH = 4;
    /** Less is noise: squared codes a pixel. */
    static final double LEAST_CHANGE = 2;

    private static final double FREE_STEPS = 8;

    private SiteFinder() {}

    /**
     * Chooses sites.
     *
     * @param steps of the grid on which they will be compared, pixels of the lens
     * @param rim pixels that a site stays inside both pictures' rims
     * @param apart least angle between sites, radians
     * @param there points that are there already; sites keep away from them
     * @return numbers of the grid's directions
     */
    static List<Integer> choose(
            SphereGrid grid, int lens, Picture picture, double steps, double rim, double apart, List<TiePoint> there) {
        int level = Picture.level(steps);
        double least = LEAST_CHANGE / (1 << 2 * level);
        double[] score = new double[grid.count];
        IntStream.range(0, grid.count)
                .parallel()
                .filter(k -> grid.depths[lens][k] > rim && isSeenAfter(grid, lens, k, rim))
                .filter(k -> isFree(grid, lens, k, steps, there))
                .forEach(
                        k -> score[k] = change(picture, grid.places[lens][2 * k], grid.places[lens][2 * k + 1], level));
        int[] best = IntStream.range(0, grid.count)
                .filter(k -> score[k] > least)
                .boxed()
                .sorted(Comparator.comparingDouble((Integer k) -> -score[k]))
                .mapToInt(Integer::intValue)
                .toArray();
        return spread(grid.directions, best, Math.cos(apart));
    }

    /** Of places in order of their worth those that keep away from better ones. */
    private static List<Integer> spread(double[] directions, int[] best, double near) {
        int[] chosen = new int[best.length];
        int count = 0;
        for (int k : best) {
            int other = 0;
            while (other < count && dot(directions, k, chosen[other]) <= near) {
                other++;
            }
            if (other == count) {
                chosen[count++] = k;
            }
        }
        return Arrays.stream(chosen, 0, count).boxed().toList();
    }

    /** Whether one of the lenses after this sees a direction: each two lenses are compared once. */
    private static boolean isSeenAfter(SphereGrid grid, int lens, int k, double rim) {
        for (int j = lens + 1; j < grid.depths.length; j++) {
            if (grid.depths[j][k] > rim) {
                return true;
            }
        }
        return false;
    }

    private static boolean isFree(SphereGrid grid, int lens, int k, double steps, List<TiePoint> there) {
        double near = FREE_STEPS * steps;
        for (TiePoint point : there) {
            double dx = point.x1() - grid.places[lens][2 * k];
            double dy = point.y1() - grid.places[lens][2 * k + 1];
            if (dx * dx + dy * dy < near * near) {
                return false;
            }
        }
        return true;
    }

    private static double dot(double[] d, int a, int b) {
        return d[3 * a] * d[3 * b] + d[3 * a + 1] * d[3 * b + 1] + d[3 * a + 2] * d[3 * b + 2];
    }

    /** The smaller eigenvalue of the mean structure tensor around a place: squared codes a pixel. */
    static double change(Picture picture, double x, double y, int level) {
        double step = 1 << level;
        double xx = 0;
        double xy = 0;
        double yy = 0;
        for (int j = -REACH; j <= REACH; j += 2) {
            for (int i = -REACH; i <= REACH; i += 2) {
                double px = x + i * step;
                double py = y + j * step;
                float gx = picture.at(px + step, py, level) - picture.at(px - step, py, level);
                float gy = picture.at(px, py + step, level) - picture.at(px, py - step, level);
                if (Float.isNaN(gx) || Float.isNaN(gy)) {
                    return 0;
                }
                xx += gx * gx;
                xy += gx * gy;
                yy += gy * gy;
            }
        }
        int n = (REACH + 1) * (REACH + 1) * 4;
        double half = (xx + yy) / 2;
        return (half - Math.sqrt((xx - yy) * (xx - yy) / 4 + xy * xy)) / n;
    }
}
