package foldback.engine.document.rig;

import static foldback.engine.form.Forms.exact;
import static foldback.engine.form.Forms.like;
import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.seconds;

import foldback.core.match.Spread;
import foldback.core.match.TiePoint;
import foldback.core.match.TiePoint.Origin;
import foldback.core.match.TiePoints;
import foldback.core.match.TurnPoint;
import foldback.core.match.Turns;
import foldback.core.space.Rotation;
import foldback.engine.form.DocumentException;
import foldback.engine.form.object.Document;
import foldback.engine.form.object.ObjectForm;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import tools.jackson.databind.JsonNode;
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

    /** What stands in a row of a point that was seen again after a turn, lenses as above. */
    private static final int TURN = 0;

    private static final int TURN_SHORT = 8;
    private static final int TURN_ANGLE = 9;
    private static final int TURN_ROW = 10;

    /** What stands in a row of a turn. */
    private static final int TURNED = 4;

    public static final Document<Rows> DOCUMENT =
            new Document<>("tie-points", "Tie points", List.of(PointsJson::toSecond), ObjectForm.of(fields -> {
                var slots = fields.required(
                        "slots",
                        list(like("[A-Z][A-Z0-9]?", "a capital letter, or two signs"))
                                .described("the lenses that the points' numbers stand for"),
                        Rows::slots);
                var moments = fields.required(
                        "moments_s",
                        list(seconds()).described("take times that the points' moments are numbers of"),
                        Rows::moments);
                var points = fields.required(
                        "points",
                        list(list(exact(-MOST_VALUE, MOST_VALUE), ROW, ROW))
                                .described(
                                        "moment, first lens, x and y in its picture, second lens, x and y in its picture, "
                                                + "standard deviation along the less certain direction (pixels), 1 where placed by "
                                                + "hand, standard deviation across that direction, the direction (radians from x "
                                                + "towards y)"),
                        Rows::points);
                var turns = fields.optional(
                        "turns",
                        list(list(exact(-MOST_VALUE, MOST_VALUE), TURNED, TURNED))
                                .described(
                                        "where the rig had turned to since the first of the moments: take time (seconds), "
                                                + "yaw, pitch and roll (degrees)"),
                        Rows::turns);
                var turnPoints = fields.optional(
                        "turn_points",
                        list(list(exact(-MOST_VALUE, MOST_VALUE), TURN_ROW, TURN_ROW))
                                .described(
                                        "turn, lens at the first of the moments, x and y in its picture, lens after the turn, "
                                                + "x and y in its picture, standard deviations and direction as of points"),
                        Rows::turnPoints);
                return read -> new Rows(
                        read.get(slots), read.get(moments), read.get(points), read.get(turns), read.get(turnPoints));
            }));

    /** What a document of tie points says. */
    public record Rows(
            List<String> slots,
            List<Double> moments,
            List<List<Double>> points,
            Optional<List<List<Double>>> turns,
            Optional<List<List<Double>>> turnPoints) {}

    private PointsJson() {}

    /** Rows of nine numbers were of points that are as exact in all directions. */
    private static void toSecond(ObjectNode document) {
        for (JsonNode row : document.path("points")) {
            if (row instanceof ArrayNode numbers && numbers.size() == SHORT) {
                numbers.add(numbers.get(LONG)).add(0);
            }
        }
    }

    /** @param slots of the lenses that the points' numbers stand for */
    public static String write(TiePoints points, List<String> slots) {
        return DOCUMENT.writeCompact(new Rows(
                slots,
                points.moments(),
                points.points().stream().map(PointsJson::row).toList(),
                some(IntStream.range(0, points.turned().size())
                        .mapToObj(n -> turn(points, n))
                        .toList()),
                some(points.turns().points().stream().map(PointsJson::row).toList())));
    }

    private static <T> Optional<List<T>> some(List<T> list) {
        return list.isEmpty() ? Optional.empty() : Optional.of(list);
    }

    private static List<Double> turn(TiePoints points, int n) {
        Rotation turn = points.turns().turns().get(n).referenceFromTurned();
        return List.of(points.turned().get(n), degrees(turn.yaw()), degrees(turn.pitch()), degrees(turn.roll()));
    }

    private static double degrees(double radians) {
        return Math.rint(Math.toDegrees(radians) * 1e4) / 1e4;
    }

    private static List<Double> row(TurnPoint point) {
        return List.of(
                (double) point.turn(),
                (double) point.first(),
                px(point.x1()),
                px(point.y1()),
                (double) point.second(),
                px(point.x2()),
                px(point.y2()),
                px(point.spread().longPx()),
                px(point.spread().shortPx()),
                Math.rint(point.spread().angle() * 1000) / 1000);
    }

    private static List<Double> row(TiePoint point) {
        return List.of(
                (double) point.moment(),
                (double) point.first(),
                px(point.x1()),
                px(point.y1()),
                (double) point.second(),
                px(point.x2()),
                px(point.y2()),
                px(point.spread().longPx()),
                point.origin() == Origin.BY_HAND ? 1.0 : 0.0,
                px(point.spread().shortPx()),
                Math.rint(point.spread().angle() * 1000) / 1000);
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
        Rows rows = DOCUMENT.read(text);
        List<Integer> lenses =
                rows.slots().stream().map(slot -> lens(slot, slots)).toList();
        List<List<Double>> turns = rows.turns().orElse(List.of());
        return new TiePoints(
                rows.moments(),
                rows.points().stream()
                        .map(row -> point(row, lenses, rows.moments().size()))
                        .toList(),
                new Turns(
                        IntStream.range(0, turns.size())
                                .mapToObj(n -> new Turns.Turn(n, turn(turns.get(n))))
                                .toList(),
                        rows.turnPoints().orElse(List.of()).stream()
                                .map(row -> turnPoint(row, lenses, turns.size()))
                                .toList()),
                turns.stream().map(row -> row.get(0)).toList());
    }

    private static Rotation turn(List<Double> row) {
        return Rotation.ofYawPitchRoll(
                Math.toRadians(row.get(1)), Math.toRadians(row.get(2)), Math.toRadians(row.get(3)));
    }

    private static TurnPoint turnPoint(List<Double> row, List<Integer> lenses, int turns) {
        int first = row.get(FIRST).intValue();
        int second = row.get(SECOND).intValue();
        check("turn_points", row.get(TURN).intValue(), turns, first, second, lenses.size());
        try {
            return new TurnPoint(
                    lenses.get(first),
                    row.get(FIRST + 1),
                    row.get(FIRST + 2),
                    lenses.get(second),
                    row.get(SECOND + 1),
                    row.get(SECOND + 2),
                    new Spread(row.get(LONG), row.get(TURN_SHORT), row.get(TURN_ANGLE)),
                    row.get(TURN).intValue());
        } catch (IllegalArgumentException wrong) {
            throw new DocumentException("'turn_points': " + wrong.getMessage());
        }
    }

    private static void check(String field, int moment, int moments, int first, int second, int lenses) {
        if (moment < 0 || moment >= moments || Math.min(first, second) < 0 || Math.max(first, second) >= lenses) {
            throw new DocumentException("'" + field + "': a row names a moment or a lens that is not there");
        }
    }

    private static int lens(String slot, List<String> slots) {
        if (!slots.contains(slot)) {
            throw new DocumentException("'slots': the rig has no lens '" + slot + "'");
        }
        return slots.indexOf(slot);
    }

    private static TiePoint point(List<Double> row, List<Integer> lenses, int moments) {
        int moment = row.get(MOMENT).intValue();
        int first = row.get(FIRST).intValue();
        int second = row.get(SECOND).intValue();
        check("points", moment, moments, first, second, lenses.size());
        try {
            return new TiePoint(
                    lenses.get(first),
                    row.get(FIRST + 1),
                    row.get(FIRST + 2),
                    lenses.get(second),
                    row.get(SECOND + 1),
                    row.get(SECOND + 2),
                    new Spread(row.get(LONG), row.get(SHORT), row.get(ANGLE)),
                    moment,
                    row.get(BY_HAND) == 1 ? Origin.BY_HAND : Origin.FOUND);
        } catch (IllegalArgumentException wrong) {
            throw new DocumentException("'points': " + wrong.getMessage());
        }
    }
}
