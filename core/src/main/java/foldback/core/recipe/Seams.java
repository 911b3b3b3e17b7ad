package foldback.core.recipe;

import foldback.core.matte.MattePath;
import foldback.core.matte.Stroke;
import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
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
 * @param strokes where lenses are painted in or out; the later one lies on top
 * @param measure how far apart lenses show the same, where that was measured
 */
public record Seams(
        Way way,
        double feather,
        double meetingMetres,
        double memorySeconds,
        List<Guard> guards,
        List<Stroke> strokes,
        Optional<SeamMeasure> measure)
        implements Decisions<Seams> {
    public static final Seams DEFAULT = new Seams(Math.toRadians(4), Double.POSITIVE_INFINITY);
    public static final double MOST_MEMORY = 4;
    public static final int MOST_GUARDS = 40;
    public static final int MOST_STROKES = 300;
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
        strokes = List.copyOf(strokes);
        if (strokes.size() > MOST_STROKES) {
            throw new IllegalArgumentException(
                    "a take has " + MOST_STROKES + " strokes of paint at most: " + strokes.size());
        }
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
        this(Way.FEATHER, feather, meetingMetres, USUAL_MEMORY, List.of(), List.of(), Optional.empty());
    }

    /** The same of which this is known, by a way that makes use of it. */
    public Seams measured(SeamMeasure known) {
        return new Seams(
                way == Way.PATH ? way : Way.FLOW,
                feather,
                meetingMetres,
                memorySeconds,
                guards,
                strokes,
                Optional.of(known));
    }

    /** What lenses count where several show the same. */
    public WeightMap weights() {
        return way == Way.BANDS ? new WeightMap.Bands(feather) : new WeightMap.Feather(feather);
    }

    /** Where lenses of a rig are painted in or out over time. */
    public MattePath mattes(Rig rig) {
        return strokes.isEmpty()
                ? MattePath.NONE
                : new MattePath(rig.lenses().stream().map(RigLens::slot).toList(), strokes);
    }

    /** The same with other guards and strokes. */
    private Seams with(List<Guard> others, List<Stroke> painted) {
        return new Seams(way, feather, meetingMetres, memorySeconds, others, painted, measure);
    }

    /** The same with other guards. */
    public Seams withGuards(List<Guard> others) {
        return with(others, strokes);
    }

    /** The same that is painted otherwise. */
    public Seams withStrokes(List<Stroke> others) {
        return with(guards, others);
    }

    @Override
    public Seams withSlots(UnaryOperator<String> slotOf) {
        return with(
                guards.stream().map(guard -> guard.withSlots(slotOf)).toList(),
                strokes.stream().map(stroke -> stroke.withSlots(slotOf)).toList());
    }

    @Override
    public Seams showing(Predicate<String> isOn) {
        return with(
                guards.stream()
                        .filter(guard -> guard.lens().map(isOn::test).orElse(true))
                        .toList(),
                strokes.stream().filter(stroke -> isOn.test(stroke.lens())).toList());
    }
}
