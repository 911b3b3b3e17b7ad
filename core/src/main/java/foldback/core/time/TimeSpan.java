package foldback.core.time;

/** A half-open span of take time, seconds. */
public record TimeSpan(double from, double to) {

    public TimeSpan {
        if (!Double.isFinite(from) || !Double.isFinite(to) || to < from) {
            throw new IllegalArgumentException(
                    "a span must be finite and not end before it starts: " + from + " to " + to);
        }
    }

    public double seconds() {
        return to - from;
    }

    public boolean contains(double time) {
        return time >= from && time < to;
    }

    /** What both spans cover; an empty span where they do not meet. */
    public TimeSpan intersect(TimeSpan other) {
        double start = Math.max(from, other.from);
        return new TimeSpan(start, Math.max(start, Math.min(to, other.to)));
    }
}
