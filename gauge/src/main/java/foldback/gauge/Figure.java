package foldback.gauge;

import java.util.Locale;

/** One measured figure and the bar it is held against. */
public record Figure(String name, double value, String unit, Bar bar, double limit) {

    public enum Bar {
        AT_MOST,
        AT_LEAST
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
