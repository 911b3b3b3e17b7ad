package foldback.core.recipe;

import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import foldback.core.steady.SteadySettings;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/**
 * What is done about a rig's shake.
 *
 * @param measure what was measured of it; nothing is steadied before
 * @param settings what of its turning is shown
 * @param readOutSeconds how long each lens takes from its first line to its last, for which lines are put right; 0 leaves them
 * @param exposureSeconds how long a picture is exposed, where that is known: what turns meanwhile is blurred
 * @param log the motion log that the measure is of, besides the pictures
 */
public record Steady(
        Optional<ShakeMeasure> measure,
        SteadySettings settings,
        double readOutSeconds,
        Optional<Double> exposureSeconds,
        Optional<MotionLogRef> log)
        implements Decisions<Steady> {
    public static final Steady NONE =
            new Steady(Optional.empty(), SteadySettings.start(0), 0, Optional.empty(), Optional.empty());
    public static final Section<Steady> SECTION = Section.of("steady", Steady.class, NONE);
    public static final double MOST_READ_OUT = 0.1;
    public static final double MOST_EXPOSURE = 1;

    public Steady {
        if (!(readOutSeconds >= 0 && readOutSeconds <= MOST_READ_OUT)) {
            throw new IllegalArgumentException("a read-out takes 0 to " + MOST_READ_OUT + " s: " + readOutSeconds);
        }
        if (!exposureSeconds.map(time -> time > 0 && time <= MOST_EXPOSURE).orElse(true)) {
            throw new IllegalArgumentException(
                    "an exposure lasts up to " + MOST_EXPOSURE + " s: " + exposureSeconds.get());
        }
    }

    public Steady withLog(Optional<MotionLogRef> other) {
        return new Steady(measure, settings, readOutSeconds, exposureSeconds, other);
    }

    public Steady withExposure(Optional<Double> seconds) {
        return new Steady(measure, settings, readOutSeconds, seconds, log);
    }

    /** The same that shows something else of what was measured. */
    Steady showing(SteadySettings other) {
        return new Steady(measure, other, readOutSeconds, exposureSeconds, log);
    }

    public Steady withMeasure(ShakeMeasure other, SteadySettings shown) {
        return new Steady(Optional.of(other), shown, readOutSeconds, exposureSeconds, log);
    }

    /** Which lens is where changes nothing about how the rig moved. */
    @Override
    public Steady withSlots(UnaryOperator<String> slotOf) {
        return this;
    }

    @Override
    public Steady showing(Predicate<String> isOn) {
        return this;
    }
}
