package foldback.core.recipe.light;

import foldback.core.keys.Amount;
import foldback.core.keys.Track;

/** A correction by hand over time, each of its numbers on a track of its own; units as in {@link Trim}. */
public record TrimTracks(
        Track<Amount> exposure,
        Track<Amount> temperature,
        Track<Amount> tint,
        Track<Amount> red,
        Track<Amount> green,
        Track<Amount> blue,
        Track<Amount> black) {
    public static final TrimTracks NONE = still(Trim.NONE);

    /** A correction that never changes. */
    public static TrimTracks still(Trim trim) {
        return new TrimTracks(
                still(trim.exposure()),
                still(trim.temperature()),
                still(trim.tint()),
                still(trim.red()),
                still(trim.green()),
                still(trim.blue()),
                still(trim.black()));
    }

    private static Track<Amount> still(double value) {
        return Track.still(new Amount(value));
    }

    public Trim at(double seconds) {
        return new Trim(
                exposure.at(seconds).value(),
                temperature.at(seconds).value(),
                tint.at(seconds).value(),
                red.at(seconds).value(),
                green.at(seconds).value(),
                blue.at(seconds).value(),
                black.at(seconds).value());
    }

    /** Whether it is the same at all times. */
    public boolean isStill() {
        return exposure.isStill()
                && temperature.isStill()
                && tint.isStill()
                && red.isStill()
                && green.isStill()
                && blue.isStill()
                && black.isStill();
    }
}
