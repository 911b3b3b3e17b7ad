package foldback.engine.stage;

import foldback.core.time.TimeSpan;
import java.util.Optional;

/**
 * A part of a take that something is asked for of.
 *
 * @param from take time; the take's own without it
 * @param to take time; the take's own without it
 */
public record RangeOrder(Optional<Double> from, Optional<Double> to) {
    public RangeOrder {
        from = from == null ? Optional.empty() : from;
        to = to == null ? Optional.empty() : to;
    }

    /** @throws IllegalArgumentException where it ends before it begins */
    public void check() {
        if (from.isPresent() && to.isPresent() && !(to.get() > from.get())) {
            throw new IllegalArgumentException("The range ends before it begins: mark another one.");
        }
    }

    /** What of a take it is. */
    public TimeSpan within(TimeSpan whole) {
        return new TimeSpan(
                Math.max(whole.from(), from.orElse(whole.from())), Math.min(whole.to(), to.orElse(whole.to())));
    }
}
