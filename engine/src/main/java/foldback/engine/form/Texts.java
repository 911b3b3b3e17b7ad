package foldback.engine.form;

import java.util.Optional;
import java.util.regex.Pattern;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Texts.
 *
 * @param most letters that one may have
 * @param shape what all of them look like, where they are not free
 */
record Texts(int most, Optional<Shape> shape) implements Form<String> {

    /**
     * What a text looks like.
     *
     * @param wanted completes "must be ..."
     */
    record Shape(Pattern pattern, String wanted) {}

    @Override
    public String read(JsonNode node, String path) {
        if (!node.isString()) {
            throw new DocumentException("'" + path + "' must be text: " + Json.brief(node));
        }
        String text = node.stringValue();
        if (text.length() > most) {
            throw new DocumentException(
                    "'" + path + "' must be at most " + most + " letters long: it has " + text.length());
        }
        shape.filter(it -> !it.pattern().matcher(text).matches()).ifPresent(it -> {
            throw new DocumentException("'" + path + "' must be " + it.wanted() + ": '" + text + "'");
        });
        return text;
    }

    @Override
    public JsonNode write(String value) {
        return Json.NODES.stringNode(value);
    }

    @Override
    public ObjectNode schema() {
        ObjectNode schema = Json.NODES.objectNode().put("type", "string");
        return shape.map(it -> schema.put("pattern", "^" + it.pattern() + "$"))
                .orElseGet(() -> schema.put("maxLength", most));
    }
}
