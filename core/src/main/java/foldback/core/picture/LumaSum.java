package foldback.core.picture;

/** Several pictures of one size added up: what is dark in one of them is bright in another. Mutable. */
public final class LumaSum {
    /** Samples of more bits lose their lowest, so that eight pictures fit. */
    private static final int BITS = 13;

    private ShortPlane sum;
    private int count;

    /** Adds a picture's samples of so many bits. */
    public void add(Plane luma, int bits) {
        if (sum == null) {
            sum = new ShortPlane(luma.width(), luma.height());
        }
        int shift = Math.max(0, bits - BITS);
        for (int y = 0; y < luma.height(); y++) {
            for (int x = 0; x < luma.width(); x++) {
                sum.set(x, y, sum.get(x, y) + (luma.get(x, y) >> shift));
            }
        }
        count++;
    }

    /** How many were added. */
    public int count() {
        return count;
    }

    /** The sum; null before the first. */
    public Plane plane() {
        return sum;
    }
}
