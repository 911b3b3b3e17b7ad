package foldback.core.solve.adjust;

import foldback.core.match.Neighbourhood;
import foldback.core.match.Spread;
import foldback.core.match.TiePoint;
import foldback.core.match.TurnPoint;
import foldback.core.match.Turns;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A point as the adjustment sees it: tie points that start from the same place of one lens are one point seen by several lenses,
 * which tells its distance and so more of the rig than each by itself.
 *
 * @param lenses that see it, first the one that the tie points start from
 * @param stands where the rig stood in each view: each moment has its own, counted from 0; other stands than the first view's are seen
 *     only from stand 0
 * @param xy where, x and y for each
 * @param whitening of each view the lower triangle that makes what its two coordinates are off of variance one: xx, yx, yy
 */
record WorldPoint(int[] lenses, int[] stands, double[] xy, double[] whitening) {

    /** What rounding may leave of a thin covariance. */
    private static final double THINNEST = 1e-12;

    /**
     * World points, and where the rig stood.
     *
     * @param firstFromStand of each stand how the rig turned from the first one, about; null where nothing was seen from both
     * @param number of each tie point's world point
     * @param view of each tie point's other lens in it
     */
    record All(List<WorldPoint> points, Rotation[] firstFromStand, int[] number, int[] view) {}

    private record Place(int stand, int lens, double x, double y) {}

    /** A place seen again, of a tie point of that number, or of none. */
    private record Again(int lens, int stand, double x, double y, Spread spread, RigLens seeing, int tie) {}

    /**
     * Brings tie points together.
     *
     * @param rig about as it is: how exactly a place is known in one picture tells it of the others
     * @param turns that begin at the ties' moment 0
     */
    static All of(List<TiePoint> ties, Turns turns, Rig rig) {
        List<Integer> moments =
                new ArrayList<>(ties.stream().map(TiePoint::moment).distinct().toList());
        if (!turns.points().isEmpty()) {
            // Whoever turned did so from moment 0: it is the first stand.
            moments.remove((Integer) 0);
            moments.add(0, 0);
        }
        Rotation[] firstFromStand = new Rotation[moments.size() + turns.turns().size()];
        if (!turns.points().isEmpty()) {
            firstFromStand[0] = Rotation.IDENTITY;
        }
        Map<Place, List<Again>> together = new LinkedHashMap<>();
        for (int i = 0; i < ties.size(); i++) {
            TiePoint tie = ties.get(i);
            int stand = moments.indexOf(tie.moment());
            RigLens second = rig.lenses().get(tie.second());
            together.computeIfAbsent(new Place(stand, tie.first(), tie.x1(), tie.y1()), place -> new ArrayList<>())
                    .add(new Again(tie.second(), stand, tie.x2(), tie.y2(), tie.spread(), second, i));
        }
        for (TurnPoint point : turns.points()) {
            int stand = moments.size() + point.turn();
            firstFromStand[stand] = turns.turns().get(point.turn()).referenceFromTurned();
            RigLens lens = rig.lenses().get(point.second());
            RigLens turned = lens.withRotation(firstFromStand[stand].times(lens.rigFromLens()));
            together.computeIfAbsent(new Place(0, point.first(), point.x1(), point.y1()), place -> new ArrayList<>())
                    .add(new Again(point.second(), stand, point.x2(), point.y2(), point.spread(), turned, -1));
        }
        int[] number = new int[ties.size()];
        int[] view = new int[ties.size()];
        List<WorldPoint> points = new ArrayList<>();
        together.forEach((place, views) -> {
            for (int k = 0; k < views.size(); k++) {
                if (views.get(k).tie >= 0) {
                    number[views.get(k).tie] = points.size();
                    view[views.get(k).tie] = k + 1;
                }
            }
            points.add(of(place, views, rig));
        });
        return new All(points, firstFromStand, number, view);
    }

    private static WorldPoint of(Place place, List<Again> views, Rig rig) {
        int[] lenses = new int[views.size() + 1];
        int[] stands = new int[lenses.length];
        double[] xy = new double[2 * lenses.length];
        double[] whitening = new double[3 * lenses.length];
        lenses[0] = place.lens;
        stands[0] = place.stand;
        xy[0] = place.x;
        xy[1] = place.y;
        double[] ofFirst = new double[3];
        for (int k = 0; k < views.size(); k++) {
            Again again = views.get(k);
            lenses[k + 1] = again.lens;
            stands[k + 1] = again.stand;
            xy[2 * k + 2] = again.x;
            xy[2 * k + 3] = again.y;
            whiten(again.spread.covariance(), whitening, 3 * (k + 1));
            double[] map = Neighbourhood.map(
                    again.seeing, again.x, again.y, rig.lenses().get(place.lens), place.x, place.y);
            double[] covariance = again.spread.through(map).covariance();
            for (int c = 0; c < 3; c++) {
                ofFirst[c] += covariance[c] / views.size();
            }
        }
        whiten(ofFirst, whitening, 0);
        return new WorldPoint(lenses, stands, xy, whitening);
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

    int views() {
        return lenses.length;
    }

    /** Where the rig stood in its first view. */
    int stand() {
        return stands[0];
    }

    /** Whether a view is from another stand than the first one. */
    boolean isFromElsewhere(int view) {
        return stands[view] != stands[0];
    }
}
