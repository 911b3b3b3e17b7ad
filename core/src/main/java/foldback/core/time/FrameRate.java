package foldback.core.time;

/** Frames per second as an exact fraction in lowest terms, for example 30000/1001. */
public record FrameRate(long numerator, long denominator) {

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
