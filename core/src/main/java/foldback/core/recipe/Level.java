package foldback.core.recipe;

import foldback.core.keys.RotationKeys;
import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/**
 * The world direction, and the lean about it, that land upright in the canvas centre; radians.
 *
 * @param keys the same over time, in place of the three angles
 * @param lines that say which way is up
 */
public record Level(double yaw, double pitch, double roll, Optional<RotationKeys> keys, List<LevelLine> lines)
        implements Decisions<Level> {
    public static final Level NONE = new Level(0, 0, 0);
    public static final Section<Level> SECTION = Section.of("level", Level.class, NONE);

    public Level {
        if (!Double.isFinite(yaw) || !Double.isFinite(pitch) || !Double.isFinite(roll)) {
            throw new IllegalArgumentException("angles must be finite: " + yaw + ", " + pitch + ", " + roll);
        }
        lines = List.copyOf(lines);
    }

    /** One that stays. */
    public Level(double yaw, double pitch, double roll) {
        this(yaw, pitch, roll, Optional.empty(), List.of());
    }

    /** The rotation from the canvas to the view, without keys: what plans are compiled for. */
    public Rotation still() {
        return Rotation.ofYawPitchRoll(yaw, pitch, roll);
    }

    /** The rotation from the canvas to the view at a take time. */
    public Rotation at(double seconds) {
        return keys.map(path -> path.at(seconds)).orElseGet(this::still);
    }

    /** The same with the picture, at all times, turned the shortest way until what a direction of the view shows is upright at a time. */
    public Level upright(Direction up, double seconds) {
        Rotation turn = Rotation.between(at(seconds).apply(Direction.UP), up);
        Rotation turned = turn.times(still());
        return new Level(turned.yaw(), turned.pitch(), turned.roll(), keys.map(path -> path.turned(turn)), lines);
    }

    /** The same with what lies at a yaw of the upright picture brought to its front, at all times; radians. */
    public Level facing(double yawOfPicture) {
        Rotation turn = Rotation.ofYawPitchRoll(yawOfPicture, 0, 0);
        Rotation turned = still().times(turn);
        return new Level(turned.yaw(), turned.pitch(), turned.roll(), keys.map(path -> path.after(turn)), lines);
    }

    public Level withLines(List<LevelLine> drawn) {
        return new Level(yaw, pitch, roll, keys, drawn);
    }

    @Override
    public Level withSlots(UnaryOperator<String> slotOf) {
        return withLines(lines.stream().map(line -> line.withSlots(slotOf)).toList());
    }

    /** Lines that a lens drew that is off say nothing until it is on again. */
    @Override
    public Level showing(Predicate<String> isOn) {
        return withLines(lines.stream().filter(line -> line.isSeenBy(isOn)).toList());
    }
}
