package foldback.engine.document;

import static foldback.engine.form.Forms.MOST_SECONDS;
import static foldback.engine.form.Forms.degrees;
import static foldback.engine.form.Forms.either;
import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.number;
import static foldback.engine.form.Forms.oneOf;

import foldback.core.keys.Amount;
import foldback.core.keys.Easing;
import foldback.core.keys.Key;
import foldback.core.keys.Track;
import foldback.core.keys.Values;
import foldback.engine.form.Form;
import foldback.engine.form.object.ObjectForm;

/** Values over time as JSON: one value where nothing changes, else a list of keys. */
public final class TrackJson {
    private TrackJson() {}

    /** A number over time; each key says the way to the next. */
    public static Form<Track<Amount>> amounts(double least, double most) {
        return amounts(number(least, most).as(Amount::new, Amount::value));
    }

    /** An angle over time, radians; in documents in degrees. */
    public static Form<Track<Amount>> angles(double leastDegrees, double mostDegrees) {
        return amounts(degrees(leastDegrees, mostDegrees).as(Amount::new, Amount::value));
    }

    private static Form<Track<Amount>> amounts(Form<Amount> amount) {
        ObjectForm<Key<Amount>> key = ObjectForm.of(fields -> {
            var at = fields.required("at_s", time(), Key<Amount>::seconds);
            var value = fields.required("value", amount, Key<Amount>::value);
            var way = fields.unusual(
                    "way",
                    oneOf(Easing.class).described("To the next key; a curve where nothing is said."),
                    Easing.CURVE,
                    Key<Amount>::easing);
            return read -> new Key<>(read.get(at), read.get(value), read.get(way));
        });
        return track(amount, key);
    }

    /** Several numbers that change together, along curves. */
    static <V extends Values<V>> Form<Track<V>> together(ObjectForm<V> form) {
        ObjectForm<Key<V>> key = ObjectForm.of(fields -> {
            var at = fields.required("at_s", time(), Key<V>::seconds);
            var value = fields.inline(form, Key<V>::value);
            return read -> new Key<>(read.get(at), read.get(value));
        });
        return track(form, key);
    }

    private static <V extends Values<V>> Form<Track<V>> track(Form<V> value, Form<Key<V>> key) {
        return either(
                value.as(Track::still, track -> track.keys().get(0).value()),
                list(key, 1, Integer.MAX_VALUE).as(Track::new, Track::keys),
                Track::keyed);
    }

    /** When something is, take time, seconds. */
    public static Form<Double> time() {
        return number(-MOST_SECONDS, MOST_SECONDS);
    }
}
