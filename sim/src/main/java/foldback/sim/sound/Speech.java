package foldback.sim.sound;

import java.util.SplittableRandom;

/**
 * Somebody speaks: phrases of syllables with pauses between; a syllable is a train of pulses at a gliding pitch through three
 * resonances, every third one begins with a hiss.
 */
public record Speech(double level, long place) implements Source {
    private static final double SYLLABLE = 0.21;
    private static final int PHRASE = 16;

    @Override
    public void soundIn(Ear ear) {
        for (long n = (long) Math.floor(ear.from() / SYLLABLE) - 2; n * SYLLABLE < ear.to(); n++) {
            // A phrase fills 8 to 13 of its 16 places; the rest is a pause.
            long phrase = Math.floorDiv(n, PHRASE);
            int spoken = 8 + Chance.of(place, 4, phrase).nextInt(6);
            if (Math.floorMod(n, PHRASE) < spoken) {
                SplittableRandom random = Chance.of(place, 5, n);
                double at = (n + 0.3 * random.nextDouble()) * SYLLABLE;
                ear.add(at, syllable(random));
                if (random.nextInt(3) == 0) {
                    ear.add(at - 0.06, Chance.burst(0.5 * level, 0.015, 4000, random));
                }
            }
        }
    }

    private double[] syllable(SplittableRandom random) {
        double seconds = 0.10 + 0.09 * random.nextDouble();
        double pitch = 95 + 90 * random.nextDouble();
        double glide = 0.6 * (random.nextDouble() - 0.5);
        double[] hz = {
            300 + 500 * random.nextDouble(), 900 + 1300 * random.nextDouble(), 2300 + 800 * random.nextDouble()
        };
        double[] values = new double[(int) (seconds * SoundScape.RATE)];
        double phase = 0;
        for (int i = 0; i < values.length; i++) {
            phase += pitch * (1 + glide * i / values.length) / SoundScape.RATE;
            if (phase >= 1) {
                phase -= 1;
                values[i] = 1;
            }
        }
        double[] spoken = new double[values.length];
        double[] gains = {1, 0.6, 0.3};
        for (int k = 0; k < hz.length; k++) {
            resonate(values, hz[k], 60 + 50 * k, gains[k], spoken);
        }
        for (int i = 0; i < spoken.length; i++) {
            double share = (double) i / spoken.length;
            spoken[i] *= level * Math.min(1, share * 8) * Math.min(1, (1 - share) * 4);
        }
        return spoken;
    }

    /** Adds what two poles at a frequency make of an input. */
    private static void resonate(double[] in, double hz, double width, double gain, double[] out) {
        double radius = Math.exp(-Math.PI * width / SoundScape.RATE);
        double a = 2 * radius * Math.cos(2 * Math.PI * hz / SoundScape.RATE);
        double b = -radius * radius;
        double one = 0;
        double two = 0;
        for (int i = 0; i < in.length; i++) {
            double now = in[i] + a * one + b * two;
            two = one;
            one = now;
            out[i] += gain * now * 2 * Math.sin(2 * Math.PI * hz / SoundScape.RATE);
        }
    }
}
