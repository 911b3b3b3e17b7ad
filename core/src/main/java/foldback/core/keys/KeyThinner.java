package foldback.core.keys;

import java.util.ArrayList;
import java.util.List;

/** Leaves out keys that a track does not need. */
public final class KeyThinner {
    private KeyThinner() {}

    /**
     * The same track but for a tolerance, by fewer keys: those that lie nearest to where they would lie without them go first.
     *
     * @param tolerance how far any number may then be off at any of the keys
     */
    public static <V extends Values<V>> Track<V> thin(Track<V> track, double tolerance) {
        List<Key<V>> all = track.keys();
        List<Key<V>> kept = new ArrayList<>(List.of(all.get(0)));
        if (all.size() > 1) {
            kept.add(all.get(all.size() - 1));
        }
        // The key that is missed most comes back, until none is missed by more.
        while (kept.size() < all.size()) {
            Track<V> now = new Track<>(kept);
            int worst = -1;
            double most = tolerance;
            for (int i = 0; i < all.size(); i++) {
                double off = off(
                        now.at(all.get(i).seconds()).numbers(),
                        all.get(i).value().numbers());
                if (off > most) {
                    most = off;
                    worst = i;
                }
            }
            if (worst < 0) {
                break;
            }
            double at = all.get(worst).seconds();
            int place = 0;
            while (kept.get(place).seconds() < at) {
                place++;
            }
            kept.add(place, all.get(worst));
        }
        boolean same = kept.size() == 2
                && off(kept.get(0).value().numbers(), kept.get(1).value().numbers()) <= tolerance;
        return same || kept.size() == 1 ? Track.still(kept.get(0).value()) : new Track<>(kept);
    }

    private static double off(double[] a, double[] b) {
        double most = 0;
        for (int k = 0; k < a.length; k++) {
            most = Math.max(most, Math.abs(a[k] - b[k]));
        }
        return most;
    }
}
