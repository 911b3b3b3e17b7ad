package foldback.core.motion;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How long pictures take from their first line to their last, by how turns grow over them: while the rig turns quicker and quicker, the last line has
 * turned farther since the picture before than the first one has. The ratio of the two over all pairs of a take, by least squares.
 */
public final class ReadOutMeter {
    /** To both sides of a picture, within which it is told how fast the rig turns then, seconds. */
    private static final double AROUND = 0.02;
    /** So many standard errors a read-out is told by. */
    private static final double TOLD = 5;

    private final List<Pair> pairs = new ArrayList<>();

    private record Pair(double before, double now, Travel.Growth growth) {}

    /** Adds how the rig moved from one take time to another, seconds. */
    public void add(double before, double now, Travel travel) {
        if (travel.told()) {
            pairs.add(new Pair(before, now, travel.growth()));
        }
    }

    /**
     * The read-out time of pairs that were added.
     *
     * @param rig how it turned
     * @return seconds; empty where the rig turned too evenly, or nothing shows that lines are read one after the other
     */
    public Optional<Double> seconds(RotationTrack rig) {
        double with = 0;
        double squares = 0;
        double all = 0;
        for (Pair pair : pairs) {
            double[] before = rig.rate(pair.before, AROUND);
            double[] now = rig.rate(pair.now, AROUND);
            for (int k = 0; k < 3; k++) {
                // The world turns in the rig the other way than the rig in the world.
                double quicker = before[k] - now[k];
                double kept = pair.growth.kept()[k];
                with += quicker * pair.growth.turn()[k];
                squares += kept * quicker * quicker;
                all += pair.growth.turn()[k] * pair.growth.turn()[k];
            }
        }
        double seconds = with / squares;
        double left = all - seconds * with;
        double sigma = Math.sqrt(left / (3 * pairs.size()) / squares);
        return seconds > TOLD * sigma ? Optional.of(seconds) : Optional.empty();
    }
}
