package foldback.sim.film;

import foldback.core.rig.Rig;
import java.util.List;

/**
 * A take to be filmed.
 *
 * @param starts take time of each clip's first frame, seconds
 * @param muffled for each lens, how muffled its microphone is, 0 to 1
 * @param quality constant rate factor of the encoder
 */
public record TakePlan(
        String name,
        Rig rig,
        List<Sensor> sensors,
        List<Double> starts,
        List<Double> muffled,
        double seconds,
        int rate,
        int quality,
        long seed) {

    /** Two back-to-back fisheyes standing on the sluice path, already in sync; the back one is darker and warmer. */
    public static TakePlan sluicePath() {
        return new TakePlan(
                "sluice-path",
                DemoRigs.sluicePath(),
                List.of(new Sensor(0, 0, 0, 0.35, 1.1, 0.016), new Sensor(-0.42, 0.11, -0.14, 0.35, 1.1, 0.016)),
                List.of(0.0, 0.0),
                List.of(0.0, 0.25),
                8.4,
                25,
                27,
                1);
    }
}
