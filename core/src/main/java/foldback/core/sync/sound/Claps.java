package foldback.core.sync.sound;

import foldback.core.sound.SoundTrack;
import java.util.Arrays;
import java.util.Comparator;
import java.util.stream.IntStream;

/** Claps and other bangs of a sound: moments at which it grows loud at once. */
public final class Claps {
    /** A clap rises at least by this factor of energy in four milliseconds, as a logarithm. */
    private static final double LEAST_RISE = Math.log(12);

    private static final double APART_SECONDS = 0.12;
    private static final int MOST = 24;

    private Claps() {}

    /** Clip times of the clearest, rising, seconds; to four milliseconds. */
    public static double[] find(SoundTrack track) {
        float[] rises = Onsets.rises(track.samples(), track.rate());
        int apart = (int) (APART_SECONDS * Onsets.RATE);
        return IntStream.range(0, rises.length)
                .filter(i -> rises[i] >= LEAST_RISE && isHighest(rises, i, apart))
                .boxed()
                .sorted(Comparator.comparingDouble((Integer i) -> -rises[i]))
                .limit(MOST)
                .mapToDouble(i -> track.startSeconds() + (double) i / Onsets.RATE)
                .sorted()
                .toArray();
    }

    private static boolean isHighest(float[] rises, int at, int apart) {
        int from = Math.max(0, at - apart);
        int to = Math.min(rises.length, at + apart + 1);
        float[] around = Arrays.copyOfRange(rises, from, to);
        for (int i = 0; i < around.length; i++) {
            if (around[i] > rises[at] || around[i] == rises[at] && from + i < at) {
                return false;
            }
        }
        return true;
    }
}
