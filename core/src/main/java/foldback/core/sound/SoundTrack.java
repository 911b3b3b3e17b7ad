package foldback.core.sound;

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
}
