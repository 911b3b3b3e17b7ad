package foldback.sim.sound;

/** The samples of one microphone while sources are added, and where moments of the take lie in them. */
public final class Ear {
    private final double[] mix;
    private final double firstEmitted;
    private final double samplesPerSecond;

    /**
     * @param firstEmitted take time of what is heard in the first sample, when it left its source, seconds
     * @param samplesPerSecond of the take's clock
     */
    Ear(double[] mix, double firstEmitted, double samplesPerSecond) {
        this.mix = mix;
        this.firstEmitted = firstEmitted;
        this.samplesPerSecond = samplesPerSecond;
    }

    /** Take time at which what is heard first left its source. */
    double from() {
        return firstEmitted;
    }

    /** Take time at which what is heard last left its source. */
    double to() {
        return firstEmitted + mix.length / samplesPerSecond;
    }

    /** Adds sound that lasts from a take time, as a curve over the seconds since; the curve is asked sample after sample. */
    void add(double takeTime, double seconds, Curve curve) {
        double at = (takeTime - firstEmitted) * samplesPerSecond;
        int last = (int) Math.min(mix.length, Math.ceil(at + seconds * samplesPerSecond));
        for (int i = (int) Math.max(0, Math.ceil(at)); i < last; i++) {
            mix[i] += curve.at((i - at) / samplesPerSecond);
        }
    }

    /** Adds noise, a value a sample from the first sample at or after a take time on. */
    void add(double takeTime, double[] values) {
        int first = (int) Math.ceil((takeTime - firstEmitted) * samplesPerSecond);
        int last = Math.min(mix.length, first + values.length);
        for (int i = Math.max(0, first); i < last; i++) {
            mix[i] += values[i - first];
        }
    }

    /** A sound's value at the seconds since it began. */
    interface Curve {
        double at(double seconds);
    }
}
