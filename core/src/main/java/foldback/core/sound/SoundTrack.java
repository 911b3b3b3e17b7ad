package foldback.core.sound;

import java.util.Arrays;

/**
 * One channel of sound.
 *
 * @param samples shared, not to be changed; full scale is the range of a short
 * @param rate samples per second
 * @param startSeconds clip time of the first sample, counted from the clip's first frame
 */
public record SoundTrack(short[] samples, int rate, double startSeconds) {

    public SoundTrack {
        if (rate <= 0 || !Double.isFinite(startSeconds)) {
            throw new IllegalArgumentException(
                    "a sound needs a rate above 0 and a start: " + rate + ", " + startSeconds);
        }
    }

    /** The part between two clip times, seconds; what it does not have is left out. */
    public SoundTrack between(double from, double to) {
        int first = (int) Math.max(0, Math.min(samples.length, Math.round((from - startSeconds) * rate)));
        int last = (int) Math.max(first, Math.min(samples.length, Math.round((to - startSeconds) * rate)));
        return new SoundTrack(Arrays.copyOfRange(samples, first, last), rate, startSeconds + (double) first / rate);
    }
}
