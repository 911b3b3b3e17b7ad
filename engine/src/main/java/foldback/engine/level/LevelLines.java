package foldback.engine.level;

import foldback.core.level.GuideLine;
import foldback.core.level.LevelSettings;
import foldback.core.level.Upright;
import foldback.core.level.UprightSolver;
import foldback.core.recipe.Level;
import foldback.core.recipe.LevelLine;
import foldback.core.recipe.LevelLine.LensPoint;
import foldback.core.recipe.Recipe;
import foldback.core.space.Direction;
import foldback.engine.steady.TakeShake;
import foldback.engine.take.Take;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;

/** Lines that are drawn on the sphere to say which way is up. */
public final class LevelLines {
    /** The level decides how a steadied picture turns, and so where lines of other moments lie: solved until that rests. */
    private static final int ROUNDS = 4;
    /** Parts that a line is shown by. */
    private static final int PARTS = 32;

    private final TakeShake shake;

    public LevelLines(TakeShake shake) {
        this.shake = shake;
    }

    /**
     * A line as it lies on the sphere.
     *
     * @param number among all lines of the level
     * @param canvas places along it, shares of the canvas's width and height
     */
    public record Shown(int number, LevelLine line, List<double[]> canvas) {}

    /**
     * A line that was drawn from a place of the canvas to another, with what the lenses show there.
     *
     * @param ends shares of the canvas's width and height
     * @throws IllegalArgumentException where no lens sees an end
     */
    public LevelLine drawn(Recipe recipe, Take shown, GuideLine.Kind kind, double seconds, List<double[]> ends) {
        Sight sight = sight(recipe, shown);
        List<LensPoint> points = new ArrayList<>();
        for (double[] end : ends) {
            Direction view = recipe.level().at(seconds).apply(Sight.ofCanvas(end[0], end[1]));
            points.add(sight.inLens(view, seconds)
                    .orElseThrow(() -> new IllegalArgumentException(
                            "No lens sees an end of the line: draw it where there is a picture.")));
        }
        LevelLine line = new LevelLine(kind, seconds, points);
        // Says so where it is too short.
        guide(sight, line);
        return line;
    }

    /** What a take's lines say; empty where it has none. */
    public Optional<Upright> upright(Recipe recipe, Take shown) {
        Level level = recipe.level().showing(isOn(recipe));
        if (level.lines().isEmpty()) {
            return Optional.empty();
        }
        Sight sight = sight(recipe, shown);
        List<GuideLine> guides =
                level.lines().stream().map(line -> guide(sight, line)).toList();
        Direction before = level.at(moment(level)).apply(Direction.UP);
        return Optional.of(new UprightSolver(LevelSettings.DEFAULT).solve(guides, before));
    }

    /** The level that a take's lines say, with the front where it was. */
    public Level solved(Recipe recipe, Take shown) {
        Recipe solved = recipe;
        for (int round = 0; round < ROUNDS; round++) {
            Level level = solved.level();
            Level next = upright(solved, shown)
                    .map(found -> level.upright(found.up(), moment(level)))
                    .orElse(level);
            solved = solved.with(Level.SECTION, next);
        }
        return solved.level();
    }

    /** The lines as they lie on the sphere at a moment. */
    public List<Shown> shown(Recipe recipe, Take shown, double seconds) {
        Sight sight = sight(recipe, shown);
        Level level = recipe.level();
        return IntStream.range(0, level.lines().size())
                .filter(number -> level.lines().get(number).isSeenBy(isOn(recipe)))
                .mapToObj(number -> {
                    LevelLine line = level.lines().get(number);
                    return new Shown(number, line, onCanvas(guide(sight, line), level, seconds));
                })
                .toList();
    }

    private static Predicate<String> isOn(Recipe recipe) {
        return slot -> !recipe.geometry().off().contains(slot);
    }

    /** Lines of several moments hang on one level; with keys, on that of the first line's. */
    private static double moment(Level level) {
        return level.lines().isEmpty() ? 0 : level.lines().get(0).seconds();
    }

    private Sight sight(Recipe recipe, Take shown) {
        return new Sight(recipe, shown, shake.steadied(recipe, shown));
    }

    private static GuideLine guide(Sight sight, LevelLine line) {
        return new GuideLine(
                line.kind(),
                line.points().stream()
                        .map(point -> sight.inView(point, line.seconds()))
                        .toList());
    }

    private static List<double[]> onCanvas(GuideLine guide, Level level, double seconds) {
        Direction from = guide.points().get(0);
        Direction to = guide.points().get(guide.points().size() - 1);
        return IntStream.rangeClosed(0, PARTS)
                .mapToObj(part -> {
                    double share = (double) part / PARTS;
                    // Along the chord, which lies in the great circle's plane.
                    Direction on = new Direction(
                            from.x() + share * (to.x() - from.x()),
                            from.y() + share * (to.y() - from.y()),
                            from.z() + share * (to.z() - from.z()));
                    return Sight.canvas(level.at(seconds).inverse().apply(on));
                })
                .toList();
    }
}
