package foldback.core.recipe.light;

import foldback.core.keys.Track;
import foldback.core.tone.Vignetting;
import java.util.Optional;

/**
 * Exposure and white balance of one lens: what was measured, and what was set by hand on top.
 *
 * @param vignetting towards its rim, where it is of another kind than other lenses
 */
public record LensBalance(String slot, Track<Stops> measured, TrimTracks trim, Optional<Vignetting> vignetting) {

    /** A lens that loses towards its rim as all do. */
    public LensBalance(String slot, Track<Stops> measured, TrimTracks trim) {
        this(slot, measured, trim, Optional.empty());
    }

    /** What red, green and blue are lifted by in all at a take time, measured and by hand, stops. */
    public double[] channelsAt(double seconds) {
        double[] channels = measured.at(seconds).channels();
        double[] own = trim.at(seconds).channels();
        for (int c = 0; c < channels.length; c++) {
            channels[c] += own[c];
        }
        return channels;
    }

    /** Left as it is. */
    public static LensBalance none(String slot) {
        return new LensBalance(slot, Track.still(Stops.NONE), TrimTracks.NONE);
    }
}
