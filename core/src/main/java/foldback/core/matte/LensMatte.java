package foldback.core.matte;

import java.util.List;

/**
 * What is painted in a lens's picture at a moment. Two that are equal paint the same.
 *
 * @param painted the later one lies on top
 */
public record LensMatte(List<Painted> painted) {
    static final LensMatte NONE = new LensMatte(List.of());

    /**
     * A stroke as it counts at the moment.
     *
     * @param strength above 0, up to 1
     */
    public record Painted(Stroke stroke, double strength) {}

    public LensMatte {
        painted = List.copyOf(painted);
    }

    public boolean isNone() {
        return painted.isEmpty();
    }
}
