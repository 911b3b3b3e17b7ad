package foldback.engine.document;

import foldback.core.keys.Amount;
import foldback.core.keys.Track;
import foldback.core.recipe.light.Stops;
import foldback.core.recipe.light.Trim;
import foldback.core.recipe.light.TrimTracks;
import foldback.engine.form.Form;
import foldback.engine.form.object.Field;
import foldback.engine.form.object.Fields;
import foldback.engine.form.object.ObjectForm;
import java.util.function.Function;

/** Corrections by hand as JSON. */
final class TrimJson {
    static final Form<TrimTracks> FORM = ObjectForm.<TrimTracks>of(fields -> {
        var exposure = stops(fields, "exposure_stops", TrimTracks::exposure);
        var temperature = number(fields, "temperature_mired", Trim.MOST_MIRED, TrimTracks::temperature);
        var tint = stops(fields, "tint_stops", TrimTracks::tint);
        var red = stops(fields, "red_stops", TrimTracks::red);
        var green = stops(fields, "green_stops", TrimTracks::green);
        var blue = stops(fields, "blue_stops", TrimTracks::blue);
        var black = number(fields, "black", Trim.MOST_BLACK, TrimTracks::black);
        return read -> new TrimTracks(
                read.get(exposure),
                read.get(temperature),
                read.get(tint),
                read.get(red),
                read.get(green),
                read.get(blue),
                read.get(black));
    });

    private TrimJson() {}

    private static Field<Track<Amount>> stops(
            Fields<TrimTracks> fields, String name, Function<TrimTracks, Track<Amount>> of) {
        return number(fields, name, Stops.MOST, of);
    }

    /** A number that is 0 at all times where it is left out. */
    private static Field<Track<Amount>> number(
            Fields<TrimTracks> fields, String name, double most, Function<TrimTracks, Track<Amount>> of) {
        return fields.unusual(name, TrackJson.amounts(-most, most), Track.still(Amount.ZERO), of);
    }
}
