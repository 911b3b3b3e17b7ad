package foldback.sim.sound;

import java.util.SplittableRandom;

/**
 * Music from a machine: a bar of drums that comes again exactly, four chords that come again every four bars, and a melody that
 * does not repeat.
 *
 * @param melody level of the melody; 0 for a loop that cannot be told from itself a round later
 */
public record Music(double beat, double melody, double beatsPerMinute, long place) implements Source {
    private static final int BEATS = 4;
    private static final int CHORDS = 4;
    private static final double[] SCALE = {0, 2, 4, 7, 9, 12, 14, 16};

    @Override
    public void soundIn(Ear ear) {
        // A whole number of samples: else no round would be quite like another.
        double each = Math.round(60 / beatsPerMinute * SoundScape.RATE) / (double) SoundScape.RATE;
        for (long n = (long) Math.floor(ear.from() / each) - BEATS; n * each < ear.to(); n++) {
            double at = n * each;
            ear.add(
                    at,
                    0.25,
                    t -> beat * Math.exp(-t * 18) * Math.sin(2 * Math.PI * (50 + 70 * Math.exp(-t * 30)) * t));
            if (Math.floorMod(n, 2) == 1) {
                ear.add(at, Chance.burst(0.6 * beat, 0.03, 3000, Chance.of(place, 6, 1)));
            }
            ear.add(at + each / 2, Chance.burst(0.25 * beat, 0.008, 9000, Chance.of(place, 6, 2)));
            if (Math.floorMod(n, BEATS) == 0) {
                chord(ear, at, BEATS * each, Math.floorMod(Math.floorDiv(n, BEATS), CHORDS));
            }
            for (int half = 0; half < 2 && melody > 0; half++) {
                tone(ear, at + half * each / 2, each / 2, Chance.of(place, 7, 2 * n + half));
            }
        }
    }

    private void chord(Ear ear, double at, double seconds, int which) {
        double root = 110 * Math.pow(2, new int[] {0, 9, 5, 7}[which] / 12.0);
        ear.add(at, seconds, t -> {
            double fade = Math.min(1, t * 40) * Math.min(1, (seconds - t) * 20);
            double sum = 0;
            for (double step : new double[] {1, 1.26, 1.5}) {
                sum += Math.sin(2 * Math.PI * root * step * t) + 0.4 * Math.sin(4 * Math.PI * root * step * t);
            }
            return 0.08 * beat * fade * sum;
        });
    }

    private void tone(Ear ear, double at, double seconds, SplittableRandom random) {
        if (random.nextInt(4) == 0) {
            return;
        }
        double hz = 440 * Math.pow(2, SCALE[random.nextInt(SCALE.length)] / 12);
        double late = 0.015 * random.nextDouble();
        ear.add(
                at + late,
                seconds,
                t -> melody
                        * Math.min(1, t * 200)
                        * Math.exp(-t * 4)
                        * (Math.sin(2 * Math.PI * hz * t) + 0.5 * Math.sin(4 * Math.PI * hz * t + 1)));
    }
}
