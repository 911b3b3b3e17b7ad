package foldback.sim.film;

import java.util.Random;

/**
 * The sound of the saltworks at one microphone: wind of its own, water, steps and claps that all microphones share, each
 * with the delay of its place. Samples are 16 bits at 48 kHz.
 */
final class SoundScape {
    static final int RATE = 48000;
    private static final double SPEED_OF_SOUND = 343;
    /** Take times of the claps, seconds. */
    static final double[] CLAPS = {0.9, 1.45, 5.2};

    private SoundScape() {}

    /**
     * @param start take time of the first sample, seconds
     * @param distance from the events to the microphone, metres
     * @param muffled 0 for an open microphone, towards 1 for one in a pocket
     */
    static short[] record(double start, double seconds, double distance, double muffled, long seed) {
        int count = (int) Math.round(seconds * RATE);
        double[] mix = new double[count];
        wind(mix, new Random(seed * 31 + 7));
        double delay = distance / SPEED_OF_SOUND;
        for (double clap : CLAPS) {
            burst(mix, (clap + delay - start) * RATE, 0.5, 0.006, 900, new Random(Math.round(clap * 1000)));
        }
        for (int step = -20; step < 60; step++) {
            double at = step * 0.588 + 0.02 * Math.sin(step * 12.9);
            burst(mix, (at + delay - start) * RATE, 0.05, 0.020, 260, new Random(5000 + step));
        }
        water(mix, start - delay);
        double state = 0;
        short[] samples = new short[count];
        for (int i = 0; i < count; i++) {
            state += (1 - 0.93 * muffled) * (mix[i] - state);
            samples[i] = (short) Math.round(32767 * Math.max(-1, Math.min(1, state)));
        }
        return samples;
    }

    private static void wind(double[] mix, Random random) {
        double low = 0;
        double slow = 0;
        for (int i = 0; i < mix.length; i++) {
            low += 0.012 * (random.nextGaussian() - low);
            slow += 0.00006 * (random.nextGaussian() * 14 - slow);
            mix[i] += 0.16 * low * (1 + 0.6 * Math.tanh(slow));
        }
    }

    /** A trickle at the sluice: short rising tones, the same for all microphones but for their delay. */
    private static void water(double[] mix, double start) {
        for (int drop = 0; drop < 400; drop++) {
            Random random = new Random(9000 + drop);
            double at = (-4 + 34 * random.nextDouble() - start) * RATE;
            double pitch = 700 + 1400 * random.nextDouble();
            int from = (int) Math.max(0, at);
            for (int i = from; i < Math.min(mix.length, at + 0.03 * RATE); i++) {
                double t = (i - at) / RATE;
                mix[i] += 0.018 * Math.exp(-t * 160) * Math.sin(2 * Math.PI * pitch * (1 + 6 * t) * t);
            }
        }
    }

    private static void burst(double[] mix, double at, double level, double decay, double cut, Random random) {
        double smooth = Math.min(1, 2 * Math.PI * cut / RATE * 3);
        double state = 0;
        int first = (int) Math.ceil(at);
        for (int i = first; i < at + decay * 8 * RATE; i++) {
            state += smooth * (random.nextGaussian() - state);
            if (i >= 0 && i < mix.length) {
                mix[i] += level * state * Math.exp(-(i - at) / (decay * RATE));
            }
        }
    }

    /** A RIFF WAVE file of one channel. */
    static byte[] wave(short[] samples) {
        java.nio.ByteBuffer bytes =
                java.nio.ByteBuffer.allocate(44 + 2 * samples.length).order(java.nio.ByteOrder.LITTLE_ENDIAN);
        bytes.put("RIFF".getBytes(java.nio.charset.StandardCharsets.US_ASCII)).putInt(36 + 2 * samples.length);
        bytes.put("WAVEfmt ".getBytes(java.nio.charset.StandardCharsets.US_ASCII))
                .putInt(16)
                .putShort((short) 1);
        bytes.putShort((short) 1)
                .putInt(RATE)
                .putInt(2 * RATE)
                .putShort((short) 2)
                .putShort((short) 16);
        bytes.put("data".getBytes(java.nio.charset.StandardCharsets.US_ASCII)).putInt(2 * samples.length);
        for (short sample : samples) {
            bytes.putShort(sample);
        }
        return bytes.array();
    }
}
