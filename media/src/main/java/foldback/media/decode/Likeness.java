package foldback.media.decode;

/** How alike small grey pictures are, whatever light there was. */
final class Likeness {
    /** Neighbours correlate so well, and what nobody filmed so badly with them. */
    private static final double ALIKE = 0.9;

    private static final double UNLIKE = 0.5;
    /** Standard deviation, grey levels, below which a picture is a flash or a dark moment. */
    private static final double FLAT = 15;

    private Likeness() {}

    /** Whether a picture has its own structure, and none of that which those before and behind share. */
    static boolean isStranger(byte[] before, byte[] picture, byte[] behind) {
        return Math.sqrt(covariance(picture, picture)) > FLAT
                && correlation(before, behind) > ALIKE
                && correlation(before, picture) < UNLIKE
                && correlation(picture, behind) < UNLIKE;
    }

    private static double correlation(byte[] a, byte[] b) {
        double spread = Math.sqrt(covariance(a, a) * covariance(b, b));
        return spread == 0 ? 0 : covariance(a, b) / spread;
    }

    private static double covariance(byte[] a, byte[] b) {
        long sumA = 0;
        long sumB = 0;
        long product = 0;
        for (int i = 0; i < a.length; i++) {
            sumA += a[i] & 0xff;
            sumB += b[i] & 0xff;
            product += (long) (a[i] & 0xff) * (b[i] & 0xff);
        }
        return ((double) product - (double) sumA * sumB / a.length) / a.length;
    }
}
