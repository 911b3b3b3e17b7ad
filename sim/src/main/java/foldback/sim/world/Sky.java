package foldback.sim.world;

/** The sky: deeper blue overhead, pale and warm at the horizon, a low sun with its glow, and thin clouds. */
final class Sky {
    /** Towards the sun; low, to the front right. */
    static final double[] SUN = unit(0.62, -0.36, 0.70);

    static final double[] SUN_LIGHT = {1.42, 1.12, 0.78};
    private static final double SUN_RADIUS = 0.0105;
    private final TileNoise clouds;

    Sky(TileNoise clouds) {
        this.clouds = clouds;
    }

    static double[] unit(double x, double y, double z) {
        double length = Math.sqrt(x * x + y * y + z * z);
        return new double[] {x / length, y / length, z / length};
    }

    /** Writes the light from a direction; {@code disc} 1 shows the sun itself, 0 leaves it out. */
    void light(double dx, double dy, double dz, double disc, double[] rgb) {
        double up = Math.max(0, -dy);
        double low = Math.exp(-up * 5.5);
        double toSun = dx * SUN[0] + dy * SUN[1] + dz * SUN[2];
        double near = Math.max(0, toSun);
        double glow = 0.35 * Math.pow(near, 24) + 0.9 * Math.pow(near, 300);
        rgb[0] = 0.145 + 0.42 * low + glow * 1.1 + 0.10 * low * near;
        rgb[1] = 0.255 + 0.37 * low + glow * 0.9 + 0.04 * low * near;
        rgb[2] = 0.475 + 0.20 * low + glow * 0.6;
        if (up > 0.02) {
            double u = dx / (up + 0.12) * 0.16;
            double v = dz / (up + 0.12) * 0.16;
            double cover = clouds.at(u, v * 1.6, 0.002) + 0.5 * clouds.at(u * 3.1 + 0.3, v * 4.2, 0.004);
            double cloud = smooth(0.12, 0.75, cover) * Math.min(1, up * 7) * 0.75;
            double lit = 0.80 + 0.5 * Math.pow(near, 6);
            rgb[0] += cloud * (lit * 1.02 - rgb[0]);
            rgb[1] += cloud * (lit * 0.97 - rgb[1]);
            rgb[2] += cloud * (lit * 0.92 - rgb[2]);
        }
        if (toSun > Math.cos(SUN_RADIUS)) {
            rgb[0] += disc * 60;
            rgb[1] += disc * 52;
            rgb[2] += disc * 38;
        }
    }

    static double smooth(double from, double to, double value) {
        double s = Math.max(0, Math.min(1, (value - from) / (to - from)));
        return s * s * (3 - 2 * s);
    }
}
