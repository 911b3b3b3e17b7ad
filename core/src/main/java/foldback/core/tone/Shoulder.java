package foldback.core.tone;

/**
 * Draws bright signals together so that those up to {@code most} fit below full scale; below the knee nothing changes, and the slope goes
 * on without a corner (the extended form of Reinhard et al. 2002, eq. 4, above a knee).
 *
 * @param most signal that comes out as 1; at 1 nothing is drawn together
 */
public record Shoulder(double most) {
    /** Nothing is drawn together. */
    public static final Shoulder NONE = new Shoulder(1);

    private static final double KNEE = 0.75;

    public Shoulder {
        if (!(most >= 1) || Double.isInfinite(most)) {
            throw new IllegalArgumentException("a shoulder begins at full scale: " + most);
        }
    }

    public double of(double signal) {
        if (most == 1 || signal <= KNEE) {
            return signal;
        }
        double t = (signal - KNEE) / (1 - KNEE);
        double m = (most - KNEE) / (1 - KNEE);
        return KNEE + (1 - KNEE) * Math.min(1, t * (1 + t / (m * m)) / (1 + t));
    }
}
