package foldback.engine.proxy;

/**
 * The size of a clip's proxy, of the clip's aspect and even: at most {@value #MOST} pixels each way, and twice that along a
 * picture twice as long as wide, which holds two lenses or a whole sphere.
 */
record ProxySize(int width, int height) {
    static final int MOST = 960;
    /** Sizes down to this share of the largest are tried for one whose aspect is the clip's to the pixel. */
    private static final double LEAST_SHARE = 0.8;

    static ProxySize of(int width, int height) {
        int longer = Math.max(width, height);
        int shorter = Math.min(width, height);
        boolean twice = longer >= 2 * shorter;
        int most = Math.min(twice ? 2 * MOST : MOST, longer) & ~3;
        int chosen = most;
        for (int side = most; side >= LEAST_SHARE * most; side -= 4) {
            if ((long) side * shorter % (2L * longer) == 0) {
                chosen = side;
                break;
            }
        }
        int other = Math.max(2, (int) Math.round(chosen * (double) shorter / longer / 2) * 2);
        return width >= height ? new ProxySize(chosen, other) : new ProxySize(other, chosen);
    }
}
