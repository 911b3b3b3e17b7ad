package foldback.sim.sound;

import java.util.SplittableRandom;

/**
 * What an event sounds like, by place, kind and number. Not by {@link java.util.Random}: seeds that lie in one distance from each
 * other give it sequences that are related, and other places would sound a little like this one.
 */
final class Chance {
    private Chance() {}

    static SplittableRandom of(long place, int kind, long which) {
        return new SplittableRandom(
                new SplittableRandom(place * 8 + kind).nextLong() ^ new SplittableRandom(which).nextLong());
    }

    /** Noise through a one-pole low-pass, fading by e every {@code decay} seconds, for eight of these. */
    static double[] burst(double level, double decay, double cutHz, SplittableRandom random) {
        double smooth = Math.min(1, 2 * Math.PI * cutHz / SoundScape.RATE * 3);
        double[] values = new double[(int) (decay * 8 * SoundScape.RATE)];
        double state = 0;
        for (int i = 0; i < values.length; i++) {
            state += smooth * (random.nextGaussian() - state);
            values[i] = level * state * Math.exp(-i / (decay * SoundScape.RATE));
        }
        return values;
    }
}
