package foldback.engine.document.spec;

import java.util.Locale;
import java.util.Optional;

/**
 * The sound that goes along with a deliverable.
 *
 * @param slot the lens whose sound it is; empty for the take's own recording
 * @param level by how much it is louder than it was recorded, decibels; negative for quieter
 * @param fadeIn from silence at the start, seconds
 * @param fadeOut to silence at the end, seconds
 */
public record Soundtrack(Optional<String> slot, double level, double fadeIn, double fadeOut, Place place) {
    /** Quieter is silence. */
    public static final double LEAST_LEVEL = -60;

    public static final double MOST_LEVEL = 24;
    public static final double LONGEST_FADE = 60;

    /** Where the sound goes. */
    public enum Place {
        /** Into the film. */
        INSIDE,
        /** Into a WAV file beside the film, which stays without. */
        BESIDE,
        /** Both. */
        BOTH
    }

    /** A lens's sound inside the film, as it was recorded. */
    public static Soundtrack of(String slot) {
        return new Soundtrack(Optional.of(slot), 0, 0, 0, Place.INSIDE);
    }

    public boolean isInside() {
        return place != Place.BESIDE;
    }

    /** Whether a file beside the film holds it. */
    public boolean isBeside() {
        return place != Place.INSIDE;
    }

    /** @throws IllegalArgumentException where a film of that length has no room for the fades */
    public void checkFits(double seconds) {
        if (fadeIn + fadeOut > seconds + 1e-6) {
            throw new IllegalArgumentException(String.format(
                    Locale.ROOT,
                    "The sound fades for %.2f s, and the range lasts %.2f s: shorten the fades or take a longer range.",
                    fadeIn + fadeOut,
                    seconds));
        }
    }
}
