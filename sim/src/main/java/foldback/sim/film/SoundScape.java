package foldback.sim.film;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.SplittableRandom;

/**
 * The sound of the saltworks: water, steps and claps that all microphones share, each with the delay of its place, and wind
 * that is each microphone's own. Samples are 16 bits at 48 kHz; levels are shares of full scale.
 *
 * @param claps take times, seconds
 * @param seed of what happens when; another seed is another place
 */
public record SoundScape(
        List<Double> claps, double clapLevel, double stepLevel, double waterLevel, double windLevel, long seed) {
    public static final int RATE = 48000;
    private static final double SPEED_OF_SOUND = 343;
    private static final double STEP_EVERY = 0.588;
    private static final double DROP_EVERY = 0.085;

    public SoundScape {
        claps = List.copyOf(claps);
    }

    /** A mild day with claps at the stated take times. */
    public static SoundScape withClaps(Double... claps) {
        return new SoundScape(List.of(claps), 0.5, 0.05, 0.018, 0.16, 0);
    }

    /**
     * What one microphone records.
     *
     * @param start take time of the first sample, seconds
     * @param distance from the events to the microphone, metres
     * @param muffled 0 for an open microphone, towards 1 for one in a pocket
     * @param microphone seed of its own wind
     */
    public short[] record(double start, double seconds, double distance, double muffled, long microphone) {
        int count = (int) Math.round(seconds * RATE);
        double[] mix = new double[count];
        wind(mix, new SplittableRandom(new SplittableRandom(microphone).nextLong()));
        double heard = start - distance / SPEED_OF_SOUND;
        for (double clap : claps) {
            burst(mix, (clap - heard) * RATE, clapLevel, 0.006, 900, random(1, Math.round(clap * 1000)));
        }
        for (long step = (long) (heard / STEP_EVERY) - 2; step * STEP_EVERY < heard + seconds; step++) {
            double at = step * STEP_EVERY + 0.02 * Math.sin(step * 12.9 + seed);
            burst(mix, (at - heard) * RATE, stepLevel, 0.020, 260, random(2, step));
        }
        for (long drop = (long) (heard / DROP_EVERY) - 2; drop * DROP_EVERY < heard + seconds; drop++) {
            drop(mix, drop, heard);
        }
        double state = 0;
        short[] samples = new short[count];
        for (int i = 0; i < count; i++) {
            state += (1 - 0.93 * muffled) * (mix[i] - state);
            samples[i] = (short) Math.round(32767 * Math.max(-1, Math.min(1, state)));
        }
        return samples;
    }

    /**
     * What one event sounds like. Not by {@link java.util.Random}: seeds that lie in one distance from each other give it
     * sequences that are related, and other places would sound a little like this one.
     */
    private SplittableRandom random(int kind, long which) {
        return new SplittableRandom(
                new SplittableRandom(seed * 8 + kind).nextLong() ^ new SplittableRandom(which).nextLong());
    }

    private void wind(double[] mix, SplittableRandom random) {
        double low = 0;
        double slow = 0;
        for (int i = 0; i < mix.length; i++) {
            low += 0.012 * (random.nextGaussian() - low);
            slow += 0.00006 * (random.nextGaussian() * 14 - slow);
            mix[i] += windLevel * low * (1 + 0.6 * Math.tanh(slow));
        }
    }

    /** A drop at the sluice: a short rising tone. */
    private void drop(double[] mix, long drop, double heard) {
        SplittableRandom random = random(3, drop);
        double at = ((drop + random.nextDouble()) * DROP_EVERY - heard) * RATE;
        double pitch = 700 + 1400 * random.nextDouble();
        int from = (int) Math.max(0, Math.ceil(at));
        for (int i = from; i < Math.min(mix.length, at + 0.03 * RATE); i++) {
            double t = (i - at) / RATE;
            mix[i] += waterLevel * Math.exp(-t * 160) * Math.sin(2 * Math.PI * pitch * (1 + 6 * t) * t);
        }
    }

    private static void burst(
            double[] mix, double at, double level, double decay, double cut, SplittableRandom random) {
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
    public static byte[] wave(short[] samples) {
        ByteBuffer bytes = ByteBuffer.allocate(44 + 2 * samples.length).order(ByteOrder.LITTLE_ENDIAN);
        bytes.put("RIFF".getBytes(StandardCharsets.US_ASCII)).putInt(36 + 2 * samples.length);
        bytes.put("WAVEfmt ".getBytes(StandardCharsets.US_ASCII)).putInt(16).putShort((short) 1);
        bytes.putShort((short) 1)
                .putInt(RATE)
                .putInt(2 * RATE)
                .putShort((short) 2)
                .putShort((short) 16);
        bytes.put("data".getBytes(StandardCharsets.US_ASCII)).putInt(2 * samples.length);
        for (short sample : samples) {
            bytes.putShort(sample);
        }
        return bytes.array();
    }
}
