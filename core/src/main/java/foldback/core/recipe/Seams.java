package foldback.core.recipe;

import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/**
 * How lenses meet.
 *
 * @param feather full ramp across a seam, radians; 0 is a hard cut
 * @param meetingMetres where the lenses' pictures agree; infinite for far
 */
public record Seams(double feather, double meetingMetres) implements Decisions<Seams> {
    public static final Seams DEFAULT = new Seams(Math.toRadians(4), Double.POSITIVE_INFINITY);
    public static final Section<Seams> SECTION = Section.of("seams", Seams.class, DEFAULT);

    public Seams {
        if (!(feather >= 0 && feather <= Math.PI / 2)) {
            throw new IllegalArgumentException("'feather' must be 0 to 90 degrees: " + Math.toDegrees(feather));
        }
        if (!(meetingMetres >= 0.2)) {
            throw new IllegalArgumentException("'meetingMetres' must be 0.2 or more: " + meetingMetres);
        }
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
