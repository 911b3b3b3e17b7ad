package foldback.engine.stage;

import java.util.List;
import java.util.Optional;

/**
 * What a stage shows over time.
 *
 * @param whole one curve for the take; none where there is nothing to measure
 * @param finer curves of its parts: lenses, seams, tracks
 */
public record Lane(Optional<Curve> whole, List<Curve> finer) {
    public static final Lane EMPTY = new Lane(Optional.empty(), List.of());

    /**
     * One quantity over time.
     *
     * @param label of the part it is about; empty for the whole take
     * @param unit with a space before it where one belongs there
     * @param limit between good and doubtful
     * @param decimals that its figures are shown with
     * @param points take time in seconds and value; moments of which nothing can be said are left out
     */
    public record Curve(String label, String unit, double limit, int decimals, List<double[]> points) {}
}
