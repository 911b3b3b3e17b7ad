package foldback.core.stitch.weight;

/** How the lenses of an overlap meet in a stitched picture. */
public sealed interface Meeting {
    Meeting BLENDED = new Blended();

    /** They ramp from one to the other over the feather. */
    record Blended() implements Meeting {}

    /**
     * They are shown in turn, to be compared.
     *
     * @param width of strips along the seam, radians
     */
    record Strips(double width) implements Meeting {
        public Strips {
            if (!(width > 0) || width > Math.PI) {
                throw new IllegalArgumentException("strips are up to pi wide: " + width);
            }
        }
    }

    /**
     * One lens alone is shown, where another one sees the same; all else is black.
     *
     * @param shown its number in the rig
     * @param where the other one's
     */
    record Side(int shown, int where) implements Meeting {}
}
