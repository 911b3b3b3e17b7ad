package foldback.engine.document;

import java.util.Locale;
import tools.jackson.databind.node.ObjectNode;

/** How numbers are written: rounded far below what matters, so that 30 degrees read 30 and not 29.999999999999996. */
public final class Numbers {
    private static final double STEPS = 1e9;

    private Numbers() {}

    public static double degrees(double radians) {
        return round(Math.toDegrees(radians));
    }

    public static double round(double value) {
        // Adding 0 turns -0 into 0.
        return Math.rint(value * STEPS) / STEPS + 0.0;
    }

    /** How a name of a fixed set stands in documents. */
    public static String lower(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT);
    }

    public static String pretty(ObjectNode node) {
        return Fields.JSON.writerWithDefaultPrettyPrinter().writeValueAsString(node) + "\n";
    }
}
