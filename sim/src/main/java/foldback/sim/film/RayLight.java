package foldback.sim.film;

import foldback.sim.world.Tracer;
import foldback.sim.world.World;

/** The light along one ray at one moment, off what stands still and off what moves, with the shadows of what moves. One thread. */
final class RayLight {
    /** Beyond that no shadow of anyone is seen, metres. */
    private static final double SHADOWS = 60;

    private final Tracer tracer;
    private final World.Moment moment;
    private final double[][] reaches;
    private double distance;

    RayLight(World world, Tracer.Light way, World.Moment moment) {
        this.moment = moment;
        tracer = new Tracer(world, way);
        reaches = new double[moment.count()][4];
        for (int group = 0; group < reaches.length; group++) {
            moment.reach(group, reaches[group]);
        }
    }

    /** How far the last ray went, metres; large for the sky. */
    double distance() {
        return distance;
    }

    /**
     * Follows a ray.
     *
     * @param footprint radians
     * @param seed chooses the samples of sun and sky
     * @param rgb written: linear
     */
    void trace(
            double ox,
            double oy,
            double oz,
            double dx,
            double dy,
            double dz,
            double footprint,
            long seed,
            double[] rgb) {
        tracer.trace(ox, oy, oz, dx, dy, dz, footprint, seed, rgb);
        double most = tracer.lastDistance();
        distance = most;
        if (most < SHADOWS) {
            shade(ox + most * dx, oy + most * dy, oz + most * dz, seed, rgb);
        }
        for (int group = 0; group < reaches.length; group++) {
            boolean hit = moment.mayMeet(group, ox, oy, oz, dx, dy, dz, 0)
                    && tracer.traceGroup(moment, group, ox, oy, oz, dx, dy, dz, distance, footprint, seed, rgb);
            distance = hit ? tracer.lastDistance() : distance;
        }
    }

    private void shade(double x, double y, double z, long seed, double[] rgb) {
        double[] sunPart = tracer.lastSunPart();
        double shade = 0;
        for (int group = 0; group < reaches.length; group++) {
            if (moment.mayShade(group, reaches[group], x, y, z)) {
                shade = Math.max(shade, tracer.shadow(moment, group, x, y, z, seed));
            }
        }
        for (int c = 0; c < 3 && shade > 0; c++) {
            rgb[c] -= shade * sunPart[c];
        }
    }
}
