package foldback.engine.rig;

import foldback.core.match.Moment;
import foldback.core.match.TiePoint;
import foldback.core.match.points.PointFinder;
import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.rig.Rig;
import foldback.core.run.Run;
import foldback.core.solve.PointFit;
import foldback.core.space.Direction;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * How much of what two lenses share is far off at each of some moments. A card is off by degrees, so no distance can be told from
 * one moment; but what is far is seen at the same places by both lenses whenever there is something far, and near things never lie
 * beyond it. So each part of an overlap is compared with itself at the other moments.
 */
final class FarThings {
    /** Pictures are looked at no wider than this, pixels. */
    private static final int WIDEST = 1000;

    /** Nine moments are compared: a fifth of the points of a solve tells as much of them. */
    private static final PointFinder.Search SEARCH =
            new PointFinder.Search(Math.toRadians(3), 1.6, 0).sparse(Math.toRadians(4));
    /** Parts of an overlap are about so wide, radians. */
    private static final double CELL = Math.toRadians(8);
    /** What is seen so much nearer than the farthest of its part is not far, radians. */
    private static final double NEARER = Math.toRadians(0.25);
    /** Of a part with so many points the farthest may be a false match. */
    private static final int MANY = 4;

    private static final int LEAST = 12;

    private FarThings() {}

    /** A part of the overlap of two lenses. */
    private record Cell(int first, int second, long across, long down) {
        static Cell of(TiePoint point, Direction seen) {
            double pitch = Math.asin(seen.y());
            double yaw = Math.atan2(seen.x(), seen.z()) * Math.cos(pitch);
            return new Cell(point.first(), point.second(), Math.round(yaw / CELL), Math.round(pitch / CELL));
        }
    }

    /** @param aside how far the second lens sees it towards where near things are, radians */
    private record Seen(int moment, Cell cell, double aside) {}

    /**
     * The share of far things among what is found.
     *
     * @param card about as the rig is
     * @param times take times
     * @return one for each time, 0 to 1; NaN where too little is found, and for all of a single time
     */
    static double[] shares(Rig card, LensFrames frames, double[] times, Run run) {
        List<Seen> all = new ArrayList<>();
        for (int m = 0; m < times.length; m++) {
            run.check();
            all.addAll(seen(card, frames, times[m], m));
            run.step((m + 1.0) / times.length);
        }
        Map<Cell, List<Double>> asides = new HashMap<>();
        all.forEach(seen ->
                asides.computeIfAbsent(seen.cell, cell -> new ArrayList<>()).add(seen.aside));
        Map<Cell, Double> farthest = new HashMap<>();
        asides.forEach((cell, values) -> farthest.put(cell, farthest(values)));
        int[] far = new int[times.length];
        int[] count = new int[times.length];
        for (Seen seen : all) {
            count[seen.moment]++;
            far[seen.moment] += seen.aside < farthest.get(seen.cell) + NEARER ? 1 : 0;
        }
        double[] shares = new double[times.length];
        for (int m = 0; m < times.length; m++) {
            shares[m] = times.length == 1 || count[m] < LEAST ? Double.NaN : (double) far[m] / count[m];
        }
        return shares;
    }

    private static double farthest(List<Double> asides) {
        double[] sorted = asides.stream().mapToDouble(aside -> aside).sorted().toArray();
        return sorted[sorted.length < MANY ? 0 : 1];
    }

    private static List<Seen> seen(Rig card, LensFrames frames, double seconds, int number) {
        Frame[] small = IntStream.range(0, card.lenses().size())
                .parallel()
                .mapToObj(lens -> frames.near(lens, seconds, halvings(card, lens)))
                .toArray(Frame[]::new);
        List<Plane> lumas = Arrays.stream(small).map(Frame::y).toList();
        Moment moment = new Moment(lumas, small[0].format().bits());
        Rig fitting = RigLane.fitted(card, moment);
        List<Seen> found = new ArrayList<>();
        for (TiePoint point : new PointFinder(fitting, moment, number).patches(fitting, SEARCH, Run.QUIET)) {
            PointFit fit = PointFit.of(fitting, point);
            if (!Double.isNaN(fit.asideRad())) {
                found.add(new Seen(number, Cell.of(point, fit.one()), fit.asideRad()));
            }
        }
        return found;
    }

    private static int halvings(Rig card, int lens) {
        return halvings(card, lens, WIDEST);
    }

    /** How often a lens's picture is halved to be no wider than that, pixels. */
    static int halvings(Rig card, int lens, int widest) {
        int halvings = 0;
        while (card.lenses().get(lens).lens().frame().width() >> halvings > widest) {
            halvings++;
        }
        return halvings;
    }
}
