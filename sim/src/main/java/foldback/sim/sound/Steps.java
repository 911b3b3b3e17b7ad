package foldback.sim.sound;

/** Somebody walks on gravel. */
public record Steps(double level, long place) implements Source {
    private static final double EVERY = 0.588;

    @Override
    public void soundIn(Ear ear) {
        for (long step = (long) (ear.from() / EVERY) - 2; step * EVERY < ear.to(); step++) {
            double at = step * EVERY + 0.02 * Math.sin(step * 12.9 + place);
            ear.add(at, Chance.burst(level, 0.020, 260, Chance.of(place, 2, step)));
        }
    }
}
