package foldback.sim.sound;

import java.util.SplittableRandom;

/** Water at a sluice: drops, each a short rising tone. */
public record Drops(double level, long place) implements Source {
    private static final double EVERY = 0.085;

    @Override
    public void soundIn(Ear ear) {
        for (long drop = (long) (ear.from() / EVERY) - 2; drop * EVERY < ear.to(); drop++) {
            SplittableRandom random = Chance.of(place, 3, drop);
            double at = (drop + random.nextDouble()) * EVERY;
            double pitch = 700 + 1400 * random.nextDouble();
            ear.add(at, 0.03, t -> level * Math.exp(-t * 160) * Math.sin(2 * Math.PI * pitch * (1 + 6 * t) * t));
        }
    }
}
