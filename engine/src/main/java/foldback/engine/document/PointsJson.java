package foldback.engine.document;

import foldback.core.match.Spread;
import foldback.core.match.TiePoint;
import foldback.core.match.TiePoint.Origin;
import foldback.core.match.TiePoints;
import java.util.List;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Tie points as JSON; there are thousands, so each is a row of numbers. */
public final class PointsJson {
    /** Pixels, pixels of uncertainty, angles, numbers of lenses and moments: none is larger. */
    private static final double MOST_VALUE = 1e6;

    /** What stands in a row. */
    private static final int MOMENT = 0;

    private static final int FIRST = 1;
    private static final int SECOND = 4;
    private static final int LONG = 7;
    private static final int BY_HAND = 8;
    private static final int SHORT = 9;
    private static final int ANGLE = 10;
    private static final int ROW = 11;
    /** Rows of before end here: a point was as exact in all directions. */
    private static final int EVEN_ROW = 9;

    private PointsJson() {}

    /** @param slots of the lenses that the points' numbers stand for */
    public static String write(TiePoints points, List<String> slots) {
        ObjectNode root = Fields.JSON.createObjectNode();
        root.put("format", "foldback-tie-points").put("version", 1);
        ArrayNode names = root.putArray("slots");
        slots.forEach(names::add);
        ArrayNode moments = root.putArray("moments_s");
        points.moments().forEach(moments::add);
        ArrayNode rows = root.putArray("points");
        for (TiePoint point : points.points()) {
            rows.addArray()
                    .add(point.moment())
                    .add(point.first())
                    .add(px(point.x1()))
                    .add(px(point.y1()))
                    .add(point.second())
                    .add(px(point.x2()))
                    .add(px(point.y2()))
                    .add(px(point.spread().longPx()))
                    .add(point.origin() == Origin.BY_HAND ? 1 : 0)
                    .add(px(point.spread().shortPx()))
                    .add(Math.rint(point.spread().angle() * 1000) / 1000);
        }
        return Fields.JSON.writeValueAsString(root);
    }

    /** Thousandths of a pixel: far below what a point is placed to. */
    private static double px(double value) {
        return Math.max(1e-3, Math.rint(value * 1000) / 1000);
    }

    /**
     * Reads points.
     *
     * @param slots of the lenses in the order of the rig that they are for
     * @throws DocumentException where a row is wrong, or a slot is not the rig's
     */
    public static TiePoints read(String text, List<String> slots) {
        Fields root = Fields.root(text, "tie-points");
        List<Integer> lenses = root.texts("slots").stream()
                .map(slot -> {
                    if (!slots.contains(slot)) {
                        throw new DocumentException("'slots': the rig has no lens '" + slot + "'");
                    }
                    return slots.indexOf(slot);
                })
                .toList();
        List<Double> moments = root.numbers("moments_s", -Fields.MOST_SECONDS, Fields.MOST_SECONDS);
        List<TiePoint> points = root.rows("points", MOST_VALUE, ROW, EVEN_ROW).stream()
                .map(row -> root.checked(() -> point(row, lenses, moments.size())))
                .toList();
        root.end();
        return new TiePoints(moments, points);
    }

    private static TiePoint point(double[] row, List<Integer> lenses, int moments) {
        int moment = (int) row[MOMENT];
        int first = (int) row[FIRST];
        int second = (int) row[SECOND];
        if (moment < 0
                || moment >= moments
                || Math.min(first, second) < 0
                || Math.max(first, second) >= lenses.size()) {
            throw new DocumentException("'points': a row names a moment or a lens that is not there");
        }
        return new TiePoint(
                lenses.get(first),
                row[FIRST + 1],
                row[FIRST + 2],
                lenses.get(second),
                row[SECOND + 1],
                row[SECOND + 2],
                row.length == ROW ? new Spread(row[LONG], row[SHORT], row[ANGLE]) : Spread.even(row[LONG]),
                moment,
                row[BY_HAND] == 1 ? Origin.BY_HAND : Origin.FOUND);
    }
}
