package foldback.core.sync.sound;

import foldback.core.sound.SoundTrack;

/** A sound with its liveliness added up, so that any part of it is weighed at once. */
final class Heard {
    private static final int STEP = 64;
    final SoundTrack track;
    private final double[] upTo;

    Heard(SoundTrack track) {
        this.track = track;
        short[] samples = track.samples();
        upTo = new double[samples.length / STEP + 1];
        for (int i = 1; i < upTo.length; i++) {
            upTo[i] = upTo[i - 1] + LoudWindows.liveliness(samples, (i - 1) * STEP, i * STEP);
        }
    }

    int length() {
        return track.samples().length;
    }

    /** The liveliness between two samples, to the next {@value #STEP}. */
    double liveliness(long from, long to) {
        return upTo[step(to)] - upTo[step(from)];
    }

    private int step(long sample) {
        return (int) Math.max(0, Math.min(upTo.length - 1, (sample + STEP / 2) / STEP));
    }
}
