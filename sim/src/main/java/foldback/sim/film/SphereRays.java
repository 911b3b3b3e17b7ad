package foldback.sim.film;

/** The rays of a true sphere, equirectangular: x = (yaw/2pi + 1/2) W, y = (1/2 - pitch/pi) H. */
record SphereRays(int width, int height) implements PixelRays {

    @Override
    public boolean direction(double x, double y, double[] direction) {
        double yaw = (x / width - 0.5) * 2 * Math.PI;
        double pitch = (0.5 - y / height) * Math.PI;
        direction[0] = Math.sin(yaw) * Math.cos(pitch);
        direction[1] = -Math.sin(pitch);
        direction[2] = Math.cos(yaw) * Math.cos(pitch);
        return true;
    }
}
