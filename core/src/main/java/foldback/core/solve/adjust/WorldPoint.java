package foldback.core.solve.adjust;

import foldback.core.match.Neighbourhood;
import foldback.core.match.TiePoint;
import foldback.core.rig.Rig;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A point as the adjustment sees it: tie points that start from the same place of one lens are one point seen by several lenses,
 * which tells its distance and so more of the rig than each by itself.
 *
 * @param lenses that see it, first the one that the tie points start from
 * @param xy where, x and y for each
 * @param whitening of each view the lower triangle that makes what its two coordinates are off of variance one: xx, yx, yy
 * @param stand where the rig stood: each moment has its own, counted from 0
 */
record WorldPoint(int[] lenses, double[] xy, double[] whitening, int stand) {

    /** What rounding may leave of a thin covariance. */
    private static final double THINNEST = 1e-12;

    private record Place(int moment, int lens, double x, double y) {}

    /**
     * Brings tie points together.
     *
     * @param rig about as it is: how exactly a place is known in one picture tells it of the others
     * @param number of each tie point's world point, written
     * @param view of each tie point's other lens in it, written
     */
    static List<WorldPoint> of(List<TiePoint> ties, Rig rig, int[] number, int[] view) {
        Map<Place, List<Integer>> together = new LinkedHashMap<>();
        for (int i = 0; i < ties.size(); i++) {
            TiePoint tie = ties.get(i);
            together.computeIfAbsent(
                            new Place(tie.moment(), tie.first(), tie.x1(), tie.y1()), place -> new ArrayList<>())
                    .add(i);
        }
        Map<Integer, Integer> stands = new HashMap<>();
        List<WorldPoint> points = new ArrayList<>();
        for (List<Integer> group : together.values()) {
            TiePoint head = ties.get(group.get(0));
            int[] lenses = new int[group.size() + 1];
            double[] xy = new double[2 * lenses.length];
            lenses[0] = head.first();
            xy[0] = head.x1();
            xy[1] = head.y1();
            double[] whitening = new double[3 * lenses.length];
            double[] ofFirst = new double[3];
            int stand = stands.computeIfAbsent(head.moment(), moment -> stands.size());
            for (int k = 0; k < group.size(); k++) {
                TiePoint tie = ties.get(group.get(k));
                lenses[k + 1] = tie.second();
                xy[2 * k + 2] = tie.x2();
                xy[2 * k + 3] = tie.y2();
                whiten(tie.spread().covariance(), whitening, 3 * (k + 1));
                double[] map = Neighbourhood.map(
                        rig.lenses().get(tie.second()),
                        tie.x2(),
                        tie.y2(),
                        rig.lenses().get(tie.first()),
                        xy[0],
                        xy[1]);
                double[] covariance = tie.spread().through(map).covariance();
                for (int c = 0; c < 3; c++) {
                    ofFirst[c] += covariance[c] / group.size();
                }
                number[group.get(k)] = points.size();
                view[group.get(k)] = k + 1;
            }
            whiten(ofFirst, whitening, 0);
            points.add(new WorldPoint(lenses, xy, whitening, stand));
        }
        return points;
    }

    /** Writes the inverse of a covariance's lower triangular root. */
    private static void whiten(double[] covariance, double[] into, int at) {
        double a = Math.sqrt(covariance[0]);
        double b = covariance[1] / a;
        double c = Math.sqrt(Math.max(covariance[2] - b * b, THINNEST * covariance[2]));
        into[at] = 1 / a;
        into[at + 1] = -b / (a * c);
        into[at + 2] = 1 / c;
    }

    /** How many stands points have. */
    static int stands(List<WorldPoint> points) {
        return 1 + points.stream().mapToInt(WorldPoint::stand).max().orElse(0);
    }

    int views() {
        return lenses.length;
    }
}
