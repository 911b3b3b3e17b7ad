package foldback.core.keys;

import java.util.List;

/** How curves go through keys: monotone cubics with the slopes of Fritsch and Butland (1984). */
final class Slopes {
    private Slopes() {}

    static <V> void checkTimes(List<Key<V>> keys) {
        for (int i = 1; i < keys.size(); i++) {
            if (!(keys.get(i).seconds() > keys.get(i - 1).seconds())) {
                throw new IllegalArgumentException("keys must rise in time: "
                        + keys.get(i - 1).seconds() + " s, then " + keys.get(i).seconds() + " s");
            }
        }
    }

    /** Whether a curve goes through a key with a slope: it is level at the ends and beside what is no curve. */
    static <V> boolean isSmooth(List<Key<V>> keys, int key) {
        return key > 0
                && key < keys.size() - 1
                && keys.get(key - 1).easing() == Easing.CURVE
                && keys.get(key).easing() == Easing.CURVE;
    }

    /**
     * The slope at a key, a second: 0 at peaks, else the harmonic mean of both sides, weighted by their spans.
     *
     * @param rising change from the key before
     * @param before seconds since then
     * @param then change to the next key
     * @param after seconds to it
     */
    static double between(double rising, double before, double then, double after) {
        double one = rising / before;
        double two = then / after;
        if (one * two <= 0) {
            return 0;
        }
        double share = (1 + after / (before + after)) / 3;
        return one * two / (share * two + (1 - share) * one);
    }
}
