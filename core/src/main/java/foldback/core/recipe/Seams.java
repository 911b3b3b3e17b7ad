package foldback.core.recipe;

import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import foldback.core.seam.guard.Guard;
import foldback.core.stitch.weight.WeightMap;
import java.util.List;
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
 * @param guards what seams go round; the earlier one wins where two want a seam on two sides
 * @param measure how far apart lenses show the same, where that was measured
 */
public record Seams(
        Way way,
        double feather,
        double meetingMetres,
        double memorySeconds,
        List<Guard> guards,
        Optional<SeamMeasure> measure)
        implements Decisions<Seams> {
    public static final Seams DEFAULT = new Seams(Math.toRadians(4), Double.POSITIVE_INFINITY);
    public static final double MOST_MEMORY = 4;
    public static final int MOST_GUARDS = 40;
    /** Long enough to be calm, short enough for who walks by. */
    public static final double USUAL_MEMORY = 0.25;

    /** How lenses meet. */
    public enum Way {
        /** One fades into the other; what is near is seen twice. */
        FEATHER,
        /** Fine detail is cut over the feather, coarse differences of light are spread over the whole overlap. */
        BANDS,
        /** Cut where both show the same, as far as that goes: a path of its own through the overlap, that follows what moves. */
        PATH,
        /** Both are warped onto each other where they overlap, as far as they show the same, and fade then. */
        FLOW
    }

    public static final Section<Seams> SECTION = Section.of("seams", Seams.class, DEFAULT);

    public Seams {
        guards = List.copyOf(guards);
        if (guards.size() > MOST_GUARDS) {
            throw new IllegalArgumentException("a take has " + MOST_GUARDS + " guards at most: " + guards.size());
        }
        if (guards.stream().map(Guard::name).distinct().count() < guards.size()) {
            throw new IllegalArgumentException("guards of a take have a name each");
        }
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
        this(Way.FEATHER, feather, meetingMetres, USUAL_MEMORY, List.of(), Optional.empty());
    }

    /** The same of which this is known, by a way that makes use of it. */
    public Seams measured(SeamMeasure known) {
        return new Seams(
                way == Way.PATH ? way : Way.FLOW, feather, meetingMetres, memorySeconds, guards, Optional.of(known));
    }

    /** What lenses count where several show the same. */
    public WeightMap weights() {
        return way == Way.BANDS ? new WeightMap.Bands(feather) : new WeightMap.Feather(feather);
    }

    /** The same with other guards. */
    public Seams withGuards(List<Guard> others) {
        return new Seams(way, feather, meetingMetres, memorySeconds, others, measure);
    }

    @Override
    public Seams withSlots(UnaryOperator<String> slotOf) {
        return withGuards(guards.stream().map(guard -> guard.withSlots(slotOf)).toList());
    }

    @Override
    public Seams showing(Predicate<String> isOn) {
        return withGuards(guards.stream()
                .filter(guard -> guard.lens().map(isOn::test).orElse(true))
                .toList());
    }
}
