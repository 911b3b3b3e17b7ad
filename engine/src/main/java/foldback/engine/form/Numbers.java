package foldback.engine.form;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Numbers of a stated range.
 *
 * @param least of those that are admitted, and {@code most}
 * @param rounded whether it is written rounded far below what matters, so that 30 degrees read 30 and not 29.999999999999996
 */
record Numbers(double least, double most, boolean rounded) implements Form<Double> {
    private static final double STEPS = 1e9;

    @Override
    public Double read(JsonNode node, String path) {
        if (!node.isNumber()) {
            throw new DocumentException("'" + path + "' must be a number: " + Json.brief(node));
        }
        // What is too large for a number of the machine is no number in the range, either.
        double number = node.asDouble(Double.NaN);
        if (!(number >= least && number <= most)) {
            throw new DocumentException(
                    "'" + path + "' must be " + plain(least) + " to " + plain(most) + ": " + Json.brief(node));
        }
        return number;
    }

    @Override
    public JsonNode write(Double value) {
        return node(rounded ? Math.rint(value * STEPS) / STEPS : value);
    }

    @Override
    public ObjectNode schema() {
        ObjectNode schema = Json.NODES.objectNode().put("type", "number");
        schema.set("minimum", node(least));
        schema.set("maximum", node(most));
        return schema;
    }

    private static JsonNode node(double value) {
        return isWhole(value) ? Json.NODES.numberNode((long) value) : Json.NODES.numberNode(value);
    }

    private static String plain(double value) {
        return isWhole(value) ? Long.toString((long) value) : Double.toString(value);
    }

    private static boolean isWhole(double value) {
        return value == Math.rint(value) && Math.abs(value) < 1e15;
    }
}
