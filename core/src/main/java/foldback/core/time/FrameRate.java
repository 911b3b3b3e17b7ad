package foldback.core.time;

import java.util.List;

/** Frames per second as an exact fraction in lowest terms, for example 30000/1001. */
public record FrameRate(long numerator, long denominator) {

    /** The rates in which video is delivered, rising. */
    public static final List<FrameRate> USUAL = List.of(
            new FrameRate(24000, 1001),
            new FrameRate(24, 1),
            new FrameRate(25, 1),
            new FrameRate(30000, 1001),
            new FrameRate(30, 1),
            new FrameRate(50, 1),
            new FrameRate(60000, 1001),
            new FrameRate(60, 1));

    /** A stated rate this near a usual one is that one, rounded; 23.976 and 24 are ten times as far apart. */
    private static final double MEANT = 0.0001;

    private static final long MOST_DENOMINATOR = 1001;

    public FrameRate {
        if (numerator <= 0 || denominator <= 0) {
            throw new IllegalArgumentException("a frame rate must be above 0: " + numerator + "/" + denominator);
        }
        long divisor = gcd(numerator, denominator);
        numerator /= divisor;
        denominator /= divisor;
    }

    /** Reads {@code 25} or {@code 30000/1001}. */
    public static FrameRate parse(String text) {
        String[] parts = text.split("/", 2);
        try {
            return new FrameRate(Long.parseLong(parts[0]), parts.length == 1 ? 1 : Long.parseLong(parts[1]));
        } catch (NumberFormatException notANumber) {
            throw new IllegalArgumentException(
                    "a frame rate is a whole number or a fraction such as 30000/1001: '" + text + "'");
        }
    }

    /**
     * The rate that footage has by what its file says: a usual one where that is meant, else the very one it states.
     *
     * @param stated as a fraction, such as 30000/1001 or 25/2; 30 is taken where it is not stated
     */
    public static FrameRate ofFootage(String stated) {
        FrameRate rate;
        try {
            rate = parse(stated);
        } catch (IllegalArgumentException notStated) {
            return new FrameRate(30, 1);
        }
        for (FrameRate usual : USUAL) {
            if (Math.abs(usual.perSecond() - rate.perSecond()) < MEANT * usual.perSecond()) {
                return usual;
            }
        }
        // A mean over frames of varying length comes with numbers that nobody means.
        return rate.denominator > MOST_DENOMINATOR
                ? new FrameRate(Math.max(1, Math.round(1000 * rate.perSecond())), 1000)
                : rate;
    }

    public double perSecond() {
        return (double) numerator / denominator;
    }

    /** The start of frame {@code n} after the start of frame 0, seconds. */
    public double secondsOf(long n) {
        return (double) (n * denominator) / numerator;
    }

    /** How many whole frames begin in a half-open span of this length; a rounding error of a microsecond is forgiven. */
    public long framesIn(double seconds) {
        return Math.max(0, (long) StrictMath.ceil((seconds - 1e-6) * perSecond()));
    }

    /** The number of the frame nearest to this time. */
    public long nearestFrame(double seconds) {
        return Math.round(seconds * perSecond());
    }

    @Override
    public String toString() {
        return denominator == 1 ? Long.toString(numerator) : numerator + "/" + denominator;
    }

    private static long gcd(long a, long b) {
        return b == 0 ? a : gcd(b, a % b);
    }
}
