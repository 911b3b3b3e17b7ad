package foldback.core.matte;

import java.util.List;
import java.util.TreeSet;

/** What is painted in lenses over time. Two that are equal paint the same. */
public final class MattePath {
    public static final MattePath NONE = new MattePath(List.of(), List.of());

    /** Paint comes and goes in so many steps: what stays the same for a while is found once. */
    private static final int STEPS = 16;

    private final List<String> slots;
    private final List<Stroke> strokes;

    /**
     * Of the lenses of a rig.
     *
     * @param slots of its lenses, in order
     * @param strokes the later one lies on top; those of other lenses paint nothing
     */
    public MattePath(List<String> slots, List<Stroke> strokes) {
        this.slots = List.copyOf(slots);
        this.strokes =
                strokes.stream().filter(stroke -> slots.contains(stroke.lens())).toList();
    }

    /** Whether nothing is painted at any time. */
    public boolean isNone() {
        return strokes.isEmpty();
    }

    /** What is painted at a take time. */
    public Mattes at(double seconds) {
        List<LensMatte> lenses =
                slots.stream().map(slot -> matte(slot, seconds)).toList();
        return lenses.stream().allMatch(LensMatte::isNone) ? Mattes.NONE : new Mattes(lenses);
    }

    private LensMatte matte(String slot, double seconds) {
        List<LensMatte.Painted> painted = strokes.stream()
                .filter(stroke -> stroke.lens().equals(slot))
                .map(stroke -> new LensMatte.Painted(stroke, Math.rint(STEPS * stroke.strength(seconds)) / STEPS))
                .filter(stroke -> stroke.strength() > 0)
                .toList();
        return painted.isEmpty() ? LensMatte.NONE : new LensMatte(painted);
    }

    /** Times between which all that differs differs: of the strokes' starts and ends, rising; 0 where nothing changes. */
    public List<Double> times() {
        TreeSet<Double> times = new TreeSet<>();
        strokes.forEach(stroke -> stroke.during().ifPresent(during -> {
            times.add(during.from());
            times.add(during.to());
        }));
        return times.isEmpty() ? List.of(0.0) : List.copyOf(times);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof MattePath path && slots.equals(path.slots) && strokes.equals(path.strokes);
    }

    @Override
    public int hashCode() {
        return 31 * slots.hashCode() + strokes.hashCode();
    }
}
