package foldback.core.recipe;

import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import foldback.core.space.Rotation;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/** The world direction, and the lean about it, that land upright in the canvas centre; radians. */
public record Level(double yaw, double pitch, double roll) implements Decisions<Level> {
    public static final Level NONE = new Level(0, 0, 0);
    public static final Section<Level> SECTION = Section.of("level", Level.class, NONE);

    public Level {
        if (!Double.isFinite(yaw) || !Double.isFinite(pitch) || !Double.isFinite(roll)) {
            throw new IllegalArgumentException("angles must be finite: " + yaw + ", " + pitch + ", " + roll);
        }
    }

    public Rotation worldFromCanvas() {
        return Rotation.ofYawPitchRoll(yaw, pitch, roll);
    }

    @Override
    public Level withSlots(UnaryOperator<String> slotOf) {
        return this;
    }

    @Override
    public Level showing(Predicate<String> isOn) {
        return this;
    }
}
