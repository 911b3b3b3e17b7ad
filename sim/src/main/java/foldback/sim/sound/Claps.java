package foldback.sim.sound;

import java.util.List;

/**
 * Claps.
 *
 * @param times take times, seconds
 */
public record Claps(List<Double> times, double level, long place) implements Source {

    public Claps {
        times = List.copyOf(times);
    }

    @Override
    public void soundIn(Ear ear) {
        for (double time : times) {
            ear.add(time, Chance.burst(level, 0.006, 900, Chance.of(place, 1, Math.round(time * 1000))));
        }
    }
}
