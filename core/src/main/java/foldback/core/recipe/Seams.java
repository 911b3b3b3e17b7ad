package foldback.core.recipe;

import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/**
 * How lenses meet.
 *
 * @param way how what they show differently is brought together
 * @param feather full ramp across a seam, radians; 0 is a hard cut
 * @param meetingMetres where the lenses' pictures agree; infinite for far
 * @param memorySeconds over what time the flow is taken together; 0 is each frame by itself
 * @param measure how far apart lenses show the same, where that was measured
 */
public record Seams(Way way, double feather, double meetingMetres, double memorySeconds, Optional<SeamMeasure> measure)
        implements Decisions<Seams> {
    public static final Seams DEFAULT = new Seams(Math.toRadians(4), Double.POSITIVE_INFINITY);
    public static final double MOST_MEMORY = 4;
    /** Long enough to be calm, short enough for who walks by. */
    public static final double USUAL_MEMORY = 0.25;

    /** How lenses meet. */
    public enum Way {
        /** One fades into the other; what is near is seen twice. */
        FEATHER,
        /** Both are warped onto each other where they overlap, as far as they show the same, and fade then. */
        FLOW
    }

    public static final Section<Seams> SECTION = Section.of("seams", Seams.class, DEFAULT);

    public Seams {
        if (!(feather >= 0 && feather <= Math.PI / 2)) {
            throw new IllegalArgumentException("'feather' must be 0 to 90 degrees: " + Math.toDegrees(feather));
        }
        if (!(meetingMetres >= 0.2)) {
            throw new IllegalArgumentException("'meetingMetres' must be 0.2 or more: " + meetingMetres);
        }
        if (!(memorySeconds >= 0 && memorySeconds <= MOST_MEMORY)) {
            throw new IllegalArgumentException("'memorySeconds' must be 0 to " + MOST_MEMORY + ": " + memorySeconds);
        }
    }

    /** Lenses that fade into each other. */
    public Seams(double feather, double meetingMetres) {
        this(Way.FEATHER, feather, meetingMetres, USUAL_MEMORY, Optional.empty());
    }

    /** The same by flow, of which this is known. */
    public Seams flowing(SeamMeasure known) {
        return new Seams(Way.FLOW, feather, meetingMetres, memorySeconds, Optional.of(known));
    }

    @Override
    public Seams withSlots(UnaryOperator<String> slotOf) {
        return this;
    }

    @Override
    public Seams showing(Predicate<String> isOn) {
        return this;
    }
}
