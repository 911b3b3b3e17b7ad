package foldback.gauge;

import java.util.List;
import java.util.Locale;
import java.util.function.ToDoubleFunction;

/** One measured figure and the bar it is held against. */
public record Figure(String name, double value, String unit, Bar bar, double limit) {

    public enum Bar {
        AT_MOST,
        AT_LEAST
    }

    /** The value that a share of the outcomes, more than 0, stays at or below. */
    public static <T> double percentile(List<T> outcomes, ToDoubleFunction<T> of, double share) {
        double[] sorted = outcomes.stream().mapToDouble(of).sorted().toArray();
        return sorted[(int) Math.ceil(share * sorted.length) - 1];
    }

    boolean holds() {
        return bar == Bar.AT_MOST ? value <= limit : value >= limit;
    }

    String line() {
        return String.format(
                Locale.ROOT,
                "%-62s %10.4f %-9s %s %-8s %s",
                name,
                value,
                unit,
                bar == Bar.AT_MOST ? "at most " : "at least",
                limit,
                holds() ? "holds" : "MISSED");
    }
}
