package foldback.core.sync.picture;

import foldback.core.motion.PictureTrack;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Moments at which the light of a whole picture changes at once: lamps, flashes, a shutter that is opened. */
final class LightEvents {
    /** How far a change must stand out of what the picture's movement does, standard deviations. */
    private static final double CLEAR = 8;
    /** And how large it must be against the light that is there. */
    private static final double LEAST_SHARE = 0.02;
    /** A lamp that warms up for longer is no moment, frames. */
    private static final int LONGEST = 3;

    private static final double MAD_TO_SIGMA = 1.4826;

    private LightEvents() {}

    /**
     * A change.
     *
     * @param time clip time, seconds: the mean of the frames' middles between which the light changed, weighted by how much
     * @param height of the change over what changes all the time, standard deviations; negative where it grew darker
     */
    record Event(double time, double height) {}

    static List<Event> of(PictureTrack track) {
        float[] light = track.light();
        int n = light.length - 1;
        if (n < 1) {
            return List.of();
        }
        double[] changes = new double[n];
        double[] sizes = new double[n];
        double mean = 0;
        for (int i = 0; i < n; i++) {
            changes[i] = light[i + 1] - light[i];
            sizes[i] = Math.abs(changes[i]);
            mean += light[i] / n;
        }
        Arrays.sort(sizes);
        double sigma = Math.max(1e-5, MAD_TO_SIGMA * sizes[n / 2]);
        double least = Math.max(CLEAR * sigma, LEAST_SHARE * mean);
        List<Event> events = new ArrayList<>();
        int i = 0;
        while (i < n) {
            int from = i;
            double sum = 0;
            double moment = 0;
            while (i < n && Math.abs(changes[i]) > least / LONGEST && changes[i] * changes[from] > 0) {
                sum += changes[i];
                moment += changes[i] * (track.times()[i] + track.times()[i + 1]) / 2;
                i++;
            }
            if (Math.abs(sum) >= least && i - from <= LONGEST) {
                events.add(new Event(moment / sum, sum / sigma));
            }
            i = Math.max(i, from + 1);
        }
        return events;
    }
}
