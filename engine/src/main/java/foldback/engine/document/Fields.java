package foldback.engine.document;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * One object of a document while it is read: every field asked for is checked, every field not asked for is refused, and
 * messages name the field by its path.
 */
public final class Fields {
    public static final JsonMapper JSON = JsonMapper.builder().build();
    /** No take is longer, and no clip starts farther from another: eleven days. */
    public static final double MOST_SECONDS = 1e6;
    /** Longer than any path, reason or note. */
    private static final int MOST_TEXT = 2000;
    /** What a name may have, as the database and lists do. */
    public static final int MOST_NAME = 120;

    private final String path;
    private final JsonNode node;
    private final Set<String> asked = new HashSet<>();

    private Fields(String path, JsonNode node) {
        this.path = path;
        this.node = node;
        if (!node.isObject()) {
            throw new DocumentException("'" + path + "' must be an object");
        }
    }

    /** The root of a document of this format and version 1. */
    public static Fields root(String text, String kind) {
        return root(parsed(text, kind), kind, 1);
    }

    /** The object that a document's text stands for. */
    public static ObjectNode parsed(String text, String kind) {
        try {
            if (JSON.readTree(text) instanceof ObjectNode object) {
                return object;
            }
        } catch (JacksonException broken) {
            throw new DocumentException("the " + kind + " is not JSON: line "
                    + (broken.getLocation() == null ? "?" : broken.getLocation().getLineNr()) + ", "
                    + broken.getOriginalMessage());
        }
        throw new DocumentException("the " + kind + " must be a JSON object");
    }

    /** The root of a document of this format and version. */
    public static Fields root(ObjectNode document, String kind, int known) {
        Fields fields = new Fields(kind, document);
        String format = fields.text("format");
        if (!format.equals("foldback-" + kind)) {
            throw new DocumentException("'" + kind + ".format' must be 'foldback-" + kind + "': '" + format + "'");
        }
        long version = fields.whole("version", 1, Integer.MAX_VALUE);
        if (version != known) {
            throw new DocumentException("'" + kind + ".version' is " + version + "; this program knows "
                    + (known == 1 ? "version 1" : "versions 1 to " + known));
        }
        return fields;
    }

    private String at(String key) {
        return "'" + path + "." + key + "'";
    }

    public boolean has(String key) {
        asked.add(key);
        return node.has(key) && !node.get(key).isNull();
    }

    private JsonNode need(String key) {
        if (!has(key)) {
            throw new DocumentException(at(key) + " is missing");
        }
        return node.get(key);
    }

    public String text(String key) {
        return text(key, MOST_TEXT);
    }

    /** Text of so many letters at the most. */
    public String text(String key, int most) {
        JsonNode value = need(key);
        if (!value.isString()) {
            throw new DocumentException(at(key) + " must be text: " + brief(value));
        }
        return inLength(key, value.stringValue(), most);
    }

    private String inLength(String key, String text, int most) {
        if (text.length() > most) {
            throw new DocumentException(
                    at(key) + " must be at most " + most + " letters long: it has " + text.length());
        }
        return text;
    }

    /** A value as a message can hold it. */
    private static String brief(JsonNode value) {
        String text = value.toString();
        return text.length() > 60 ? text.substring(0, 60) + "…" : text;
    }

    public Optional<String> optionalText(String key) {
        return has(key) ? Optional.of(text(key)) : Optional.empty();
    }

    public String oneOf(String key, List<String> allowed) {
        String value = text(key);
        if (!allowed.contains(value)) {
            throw new DocumentException(
                    at(key) + " must be one of " + String.join(", ", allowed) + ": '" + value + "'");
        }
        return value;
    }

    /** A constant by its name in small letters. */
    public <E extends Enum<E>> E oneOf(Class<E> type, String key) {
        List<String> names = Arrays.stream(type.getEnumConstants())
                .map(each -> each.name().toLowerCase(Locale.ROOT))
                .toList();
        return Enum.valueOf(type, oneOf(key, names).toUpperCase(Locale.ROOT));
    }

    public boolean flag(String key) {
        JsonNode value = need(key);
        if (!value.isBoolean()) {
            throw new DocumentException(at(key) + " must be true or false: " + brief(value));
        }
        return value.booleanValue();
    }

    public List<String> texts(String key) {
        JsonNode value = need(key);
        List<String> texts = new ArrayList<>();
        for (JsonNode each : value) {
            if (!each.isString()) {
                throw new DocumentException(at(key) + " must be a list of texts: " + brief(value));
            }
            texts.add(inLength(key, each.stringValue(), MOST_TEXT));
        }
        if (!value.isArray()) {
            throw new DocumentException(at(key) + " must be a list of texts: " + brief(value));
        }
        return texts;
    }

    /** A number; every one has a range, which its schema states. */
    public double number(String key, double least, double most) {
        return inRange(at(key), need(key), least, most);
    }

    private static double inRange(String name, JsonNode value, double least, double most) {
        if (!value.isNumber()) {
            throw new DocumentException(name + " must be a number: " + brief(value));
        }
        // What is too large for a number of the machine is no number in the range, either.
        double number = value.asDouble(Double.NaN);
        if (!(number >= least && number <= most)) {
            throw new DocumentException(name + " must be " + plain(least) + " to " + plain(most) + ": " + brief(value));
        }
        return number;
    }

    public int whole(String key, long least, long most) {
        JsonNode value = need(key);
        if (!value.isIntegralNumber()
                || !value.canConvertToLong()
                || value.longValue() < least
                || value.longValue() > most) {
            throw new DocumentException(
                    at(key) + " must be a whole number, " + least + " to " + most + ": " + brief(value));
        }
        return value.intValue();
    }

    public Fields object(String key) {
        return new Fields(path + "." + key, need(key));
    }

    public boolean isList(String key) {
        return need(key).isArray();
    }

    public <T> List<T> list(String key, Function<Fields, T> read) {
        JsonNode value = need(key);
        if (!value.isArray()) {
            throw new DocumentException(at(key) + " must be a list");
        }
        List<T> items = new ArrayList<>();
        for (int i = 0; i < value.size(); i++) {
            Fields item = new Fields(path + "." + key + "[" + i + "]", value.get(i));
            items.add(item.checked(() -> read.apply(item)));
            item.end();
        }
        return items;
    }

    public double[] numbers(String key, int count, double least, double most) {
        return numbers(path + "." + key, need(key), count, least, most);
    }

    /** Numbers of any count. */
    public List<Double> numbers(String key, double least, double most) {
        JsonNode value = need(key);
        return Arrays.stream(numbers(path + "." + key, value, value.size(), least, most))
                .boxed()
                .toList();
    }

    /** Rows of numbers no larger than {@code most}, each row of one of the counts that are told. */
    public List<double[]> rows(String key, double most, int... counts) {
        JsonNode value = need(key);
        if (!value.isArray()) {
            throw new DocumentException(at(key) + " must be a list");
        }
        List<double[]> rows = new ArrayList<>(value.size());
        for (int i = 0; i < value.size(); i++) {
            int size = value.get(i).size();
            int count = Arrays.stream(counts).filter(c -> c == size).findFirst().orElse(counts[0]);
            rows.add(numbers(path + "." + key + "[" + i + "]", value.get(i), count, -most, most));
        }
        return rows;
    }

    private static double[] numbers(String name, JsonNode value, int count, double least, double most) {
        if (!value.isArray() || value.size() != count) {
            throw new DocumentException("'" + name + "' must be a list of " + count + " numbers");
        }
        double[] numbers = new double[count];
        for (int i = 0; i < count; i++) {
            numbers[i] = inRange("'" + name + "[" + i + "]'", value.get(i), least, most);
        }
        return numbers;
    }

    /** Runs what makes a value; what the value itself refuses is told with the path. */
    public <T> T checked(java.util.function.Supplier<T> make) {
        try {
            return make.get();
        } catch (IllegalArgumentException refused) {
            throw new DocumentException("'" + path + "': " + refused.getMessage());
        }
    }

    /** Refuses fields that nobody asked for. */
    public void end() {
        for (String key : node.propertyNames()) {
            if (!asked.contains(key)) {
                throw new DocumentException(at(key) + " is not known here");
            }
        }
    }

    private static String plain(double value) {
        return value == Math.rint(value) && Math.abs(value) < 1e15
                ? Long.toString((long) value)
                : Double.toString(value);
    }
}
