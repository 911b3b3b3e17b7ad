package foldback.core.solve.adjust;

import foldback.core.solve.TiePoint;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A point as the adjustment sees it: tie points that start from the same place of one lens are one point seen by several lenses,
 * which tells its distance and so more of the rig than each by itself.
 *
 * @param lenses that see it, first the one that the tie points start from
 * @param xy where, x and y for each
 * @param sigma of its places, pixels
 */
record WorldPoint(int[] lenses, double[] xy, double sigma) {

    private record Place(int moment, int lens, double x, double y) {}

    /**
     * Brings tie points together.
     *
     * @param number of each tie point's world point, written
     * @param view of each tie point's other lens in it, written
     */
    static List<WorldPoint> of(List<TiePoint> ties, int[] number, int[] view) {
        Map<Place, List<Integer>> together = new LinkedHashMap<>();
        for (int i = 0; i < ties.size(); i++) {
            TiePoint tie = ties.get(i);
            together.computeIfAbsent(
                            new Place(tie.moment(), tie.first(), tie.x1(), tie.y1()), place -> new ArrayList<>())
                    .add(i);
        }
        List<WorldPoint> points = new ArrayList<>();
        for (List<Integer> group : together.values()) {
            TiePoint head = ties.get(group.get(0));
            int[] lenses = new int[group.size() + 1];
            double[] xy = new double[2 * lenses.length];
            lenses[0] = head.first();
            xy[0] = head.x1();
            xy[1] = head.y1();
            double sigma = 0;
            for (int k = 0; k < group.size(); k++) {
                TiePoint tie = ties.get(group.get(k));
                lenses[k + 1] = tie.second();
                xy[2 * k + 2] = tie.x2();
                xy[2 * k + 3] = tie.y2();
                sigma += tie.sigmaPx() / group.size();
                number[group.get(k)] = points.size();
                view[group.get(k)] = k + 1;
            }
            points.add(new WorldPoint(lenses, xy, sigma));
        }
        return points;
    }

    int views() {
        return lenses.length;
    }
}
