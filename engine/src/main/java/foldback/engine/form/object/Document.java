package foldback.engine.form.object;

import foldback.engine.form.DocumentException;
import foldback.engine.form.Forms;
import foldback.engine.form.Json;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A document: an object that says its format and version.
 *
 * @param kind its name, also in messages; the format is "foldback-" and the kind
 * @param title for people
 * @param upgrades the step at place n leads from version n + 1 to the next; today's version is the one after the last step
 */
public record Document<T>(String kind, String title, List<Consumer<ObjectNode>> upgrades, ObjectForm<T> form) {
    private static final String FORMAT = "format";
    private static final String VERSION = "version";

    /**
     * Reads a document of any version that there was.
     *
     * @throws DocumentException where it is none, or of a version that is not known
     */
    public T read(String text) {
        return read(upgraded(text));
    }

    /** A document in today's form, whatever version wrote it; what is of no version that there was is left as it is. */
    public ObjectNode upgraded(String text) {
        ObjectNode document = Json.parse(text, kind);
        JsonNode stated = document.path(VERSION);
        int from = stated.isIntegralNumber() && stated.canConvertToInt() ? stated.intValue() : version();
        for (int version = from; version >= 1 && version < version(); version++) {
            upgrades.get(version - 1).accept(document);
            document.put(VERSION, version + 1);
        }
        return document;
    }

    /** Reads a document in today's form. */
    public T read(ObjectNode document) {
        String format = Forms.text().read(Json.need(document, FORMAT, kind), kind + "." + FORMAT);
        if (!format.equals(format())) {
            throw new DocumentException("'" + kind + ".format' must be '" + format() + "': '" + format + "'");
        }
        int stated = Forms.whole(1, Integer.MAX_VALUE).read(Json.need(document, VERSION, kind), kind + "." + VERSION);
        if (stated != version()) {
            throw new DocumentException("'" + kind + ".version' is " + stated + "; this program knows "
                    + (version() == 1 ? "version 1" : "versions 1 to " + version()));
        }
        return form.read(document, kind, Set.of(FORMAT, VERSION));
    }

    /** For people to read. */
    public String write(T value) {
        return Json.pretty(node(value));
    }

    /** On one line, for large documents. */
    public String writeCompact(T value) {
        return Json.MAPPER.writeValueAsString(node(value));
    }

    private ObjectNode node(T value) {
        ObjectNode node = Json.NODES.objectNode().put(FORMAT, format()).put(VERSION, version());
        form.writeInto(value, node);
        return node;
    }

    /** Its schema as a file. */
    public String schema() {
        ObjectSchema schema = new ObjectSchema();
        schema.property(FORMAT, Json.NODES.objectNode().put("const", format()));
        schema.property(VERSION, Json.NODES.objectNode().put("const", version()));
        schema.require(FORMAT);
        schema.require(VERSION);
        form.describe(schema);
        ObjectNode root = Json.NODES.objectNode();
        root.put("$schema", "https://json-schema.org/draft/2020-12/schema").put("title", title);
        root.setAll(schema.node());
        return Json.pretty(root);
    }

    private String format() {
        return "foldback-" + kind;
    }

    private int version() {
        return upgrades.size() + 1;
    }
}
