package foldback.core.recipe.geometry;

import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import foldback.core.rig.Eye;
import foldback.core.rig.EyePair;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/**
 * A take's geometry.
 *
 * @param rig its lenses are those of the clips; stated for any picture size of the clips' aspect
 * @param source where its numbers come from, for people
 * @param measure what the last solve on this take said, if there was one; kept beside numbers set by hand afterwards
 * @param points content hash of the take's tie points, if it has some: they lie beside the recipe, since they are many
 * @param off slots of lenses whose pictures are not used: blurred, dead or blocked ones
 */
public record Geometry(Rig rig, String source, Optional<RigMeasure> measure, Optional<String> points, List<String> off)
        implements Decisions<Geometry> {
    public static final Section<Geometry> SECTION = Section.required("rig", Geometry.class);

    /** What {@link #source} says once numbers were set by hand. */
    public static final String BY_HAND = "set by hand";

    /** What {@link #source} says of a rig that was solved. */
    public static final String SOLVED = "solved on this take";

    public Geometry {
        off = List.copyOf(off);
        for (String slot : off) {
            if (rig.lenses().stream().noneMatch(lens -> lens.slot().equals(slot))) {
                throw new IllegalArgumentException(
                        "lens '" + slot + "' is off, but the rig '" + rig.name() + "' has no such slot");
            }
        }
        if (rig.slots().stream().allMatch(off::contains)) {
            throw new IllegalArgumentException("all lenses are off: one must stay on");
        }
    }

    /** A rig of which nothing was measured on this take, all its lenses on. */
    public static Geometry of(Rig rig, String source) {
        return new Geometry(rig, source, Optional.empty(), Optional.empty(), List.of());
    }

    /**
     * Another rig for the same take, on which nothing was measured; its tie points stay.
     *
     * @param others slots of lenses that are off, as far as the rig has them
     */
    public Geometry withRig(Rig given, String from, List<String> others) {
        List<String> slots = given.slots();
        return new Geometry(
                given,
                from,
                Optional.empty(),
                points,
                others.stream().filter(slots::contains).toList());
    }

    public Geometry withPoints(String hash) {
        return new Geometry(rig, source, measure, Optional.of(hash), off);
    }

    public Geometry withOff(List<String> slots) {
        return new Geometry(rig, source, measure, points, slots);
    }

    /** The rig stays: its clips are what moves. */
    @Override
    public Geometry withSlots(UnaryOperator<String> slotOf) {
        return withOff(off.stream().map(slotOf).sorted().toList());
    }

    @Override
    public Geometry showing(Predicate<String> isOn) {
        return off.isEmpty() ? this : new Geometry(rigOn(), source, measure, points, List.of());
    }

    /** Whether a lens's picture is used. */
    public boolean isOn(String slot) {
        return !off.contains(slot);
    }

    /**
     * What one eye sees from where it is: the lenses of the other one are off.
     *
     * @throws IllegalArgumentException where no lens that is on serves the eye
     */
    public Geometry forEye(Eye eye) {
        List<String> others = rig.lenses().stream()
                .filter(lens -> !isOn(lens.slot()) || !lens.eye().serves(eye))
                .map(RigLens::slot)
                .toList();
        if (others.size() == rig.lenses().size()) {
            throw new IllegalArgumentException(
                    "no lens is for the " + eye.name().toLowerCase(Locale.ROOT) + " eye");
        }
        Geometry seen = others.size() == off.size() ? this : withOff(others);
        return EyePair.of(rigOn())
                .filter(pair -> eye != Eye.BOTH)
                .map(pair -> seen.from(pair.of(eye)))
                .orElse(seen);
    }

    /** The same rig about another place of it. */
    private Geometry from(Position place) {
        Position back = new Position(-place.x(), -place.y(), -place.z());
        List<RigLens> lenses = rig.lenses().stream()
                .map(lens -> lens.withPupil(lens.pupil().plus(back)))
                .toList();
        return new Geometry(new Rig(rig.name(), lenses), source, measure, points, off);
    }

    /** The rig of the lenses that are on. */
    public Rig rigOn() {
        return off.isEmpty()
                ? rig
                : new Rig(
                        rig.name(),
                        rig.lenses().stream().filter(lens -> isOn(lens.slot())).toList());
    }

    /** Whether points were added or taken away since the rig was solved. */
    public boolean pointsAreNewer() {
        return measure.isPresent()
                && points.isPresent()
                && !points.get().equals(measure.get().points());
    }
}
