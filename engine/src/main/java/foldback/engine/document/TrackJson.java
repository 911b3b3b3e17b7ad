package foldback.engine.document;

import foldback.core.keys.Amount;
import foldback.core.keys.Easing;
import foldback.core.keys.Key;
import foldback.core.keys.Track;
import java.util.List;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Numbers over time as JSON: a number where nothing changes, else a list of keys, each with {@code at_s}, {@code value} and, where it
 * is no curve, the {@code way} to the next.
 */
public final class TrackJson {
    private static final String AT = "at_s";
    private static final String VALUE = "value";
    private static final String WAY = "way";

    private TrackJson() {}

    /** A track whose numbers all are in a range; 0 at all times where the document says nothing. */
    public static Track<Amount> read(Fields fields, String key, double least, double most) {
        if (!fields.has(key)) {
            return Track.still(Amount.ZERO);
        }
        if (!fields.isList(key)) {
            return Track.still(new Amount(fields.number(key, least, most)));
        }
        List<Key<Amount>> keys = fields.list(
                key,
                each -> new Key<>(
                        each.number(AT, -Fields.MOST_SECONDS, Fields.MOST_SECONDS),
                        new Amount(each.number(VALUE, least, most)),
                        each.has(WAY) ? each.oneOf(Easing.class, WAY) : Easing.CURVE));
        return fields.checked(() -> new Track<>(keys));
    }

    /** Writes nothing for 0 at all times. */
    public static void write(Track<Amount> track, ObjectNode to, String key) {
        double first = track.keys().get(0).value().value();
        if (!track.keyed()) {
            if (first != 0) {
                to.put(key, Numbers.round(first));
            }
            return;
        }
        ArrayNode keys = to.putArray(key);
        for (Key<Amount> each : track.keys()) {
            ObjectNode node = keys.addObject()
                    .put(AT, Numbers.round(each.seconds()))
                    .put(VALUE, Numbers.round(each.value().value()));
            if (each.easing() != Easing.CURVE) {
                node.put(WAY, Numbers.lower(each.easing()));
            }
        }
    }
}
