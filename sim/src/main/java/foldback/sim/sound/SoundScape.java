package foldback.sim.sound;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.SplittableRandom;

/**
 * What sounds at a place. All microphones share it, each with the delay of its distance; wind is each microphone's own. Samples
 * are 16 bits at 48 kHz; levels are shares of full scale.
 */
public record SoundScape(List<Source> sources) {
    public static final int RATE = 48000;
    public static final double SPEED_OF_SOUND = 343;

    public SoundScape {
        sources = List.copyOf(sources);
    }

    /** The saltworks on a mild day: steps, water, and claps at the stated take times. */
    public static SoundScape withClaps(Double... claps) {
        return new SoundScape(List.of(new Claps(List.of(claps), 0.5, 0), new Steps(0.05, 0), new Drops(0.018, 0)));
    }

    /** Take times of all claps, seconds. */
    public List<Double> claps() {
        return sources.stream()
                .filter(Claps.class::isInstance)
                .flatMap(source -> ((Claps) source).times().stream())
                .toList();
    }

    /** What a microphone records. */
    public short[] record(Microphone microphone) {
        double[] mix = new double[(int) Math.round(microphone.seconds() * RATE)];
        wind(mix, microphone.wind(), new SplittableRandom(new SplittableRandom(microphone.seed()).nextLong()));
        Ear ear = new Ear(
                mix, microphone.start() - microphone.distance() / SPEED_OF_SOUND, RATE / (1 + microphone.ppm() * 1e-6));
        sources.forEach(source -> source.soundIn(ear));
        double state = 0;
        short[] samples = new short[mix.length];
        for (int i = 0; i < mix.length; i++) {
            state += (1 - 0.93 * microphone.muffled()) * (mix[i] - state);
            samples[i] = (short) Math.round(32767 * Math.max(-1, Math.min(1, microphone.gain() * state)));
        }
        return samples;
    }

    private static void wind(double[] mix, double level, SplittableRandom random) {
        double low = 0;
        double slow = 0;
        for (int i = 0; i < mix.length; i++) {
            low += 0.012 * (random.nextGaussian() - low);
            slow += 0.00006 * (random.nextGaussian() * 14 - slow);
            mix[i] += level * low * (1 + 0.6 * Math.tanh(slow));
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
