package foldback.sim.world;

import foldback.sim.world.Materials.Surface;

/** Follows rays through a world; one instance a thread. All light is written into arrays of red, green and blue. */
public final class Tracer {
    private static final double HAZE_METRES = 420;
    private static final double AMBIENT_REACH = 2.5;
    /** How carefully what lights a place is sampled. */
    public enum Light {
        /** The sun's disc and the sky around by several rays of chance. */
        SOFT,
        /** One ray each, the same from wherever a place is seen: no grain, at a third of the time. */
        PLAIN
    }

    private final World world;
    private final Light light;
    private final Hit hit = new Hit();
    private final Hit scratch = new Hit();
    private final double[] albedo = new double[3];
    private final double[] sky = new double[3];
    private final double[] reflected = new double[3];
    private final double[] sunPart = new double[3];

    /** The distance of the last {@link #trace}'s hit, metres; large for the sky. */
    private double lastDistance;

    private Surface lastSurface;

    public Tracer(World world, Light light) {
        this.world = world;
        this.light = light;
    }

    public double lastDistance() {
        return lastDistance;
    }

    /** Whether the last {@link #trace} ended on water. */
    public boolean lastOnWater() {
        return lastSurface == Surface.WATER;
    }

    /** The share of the last result that is direct sun: what a shadow would take away. */
    public double[] lastSunPart() {
        return sunPart;
    }

    /**
     * The light that comes from a direction off everything that stands still.
     *
     * @param footprint of the ray, radians
     * @param seed chooses the sun's and the sky's samples
     */
    public void trace(
            double ox,
            double oy,
            double oz,
            double dx,
            double dy,
            double dz,
            double footprint,
            long seed,
            double[] rgb) {
        hit.clear();
        world.still.hit(ox, oy, oz, dx, dy, dz, hit);
        world.ground.hit(ox, oy, oz, dx, dy, dz, hit);
        finish(ox, oy, oz, dx, dy, dz, footprint, seed, world.still, rgb);
    }

    /** As {@link #trace} for one moving group alone; false where the ray misses it before {@code most} metres. */
    public boolean traceGroup(
            World.Moment moment,
            int group,
            double ox,
            double oy,
            double oz,
            double dx,
            double dy,
            double dz,
            double most,
            double footprint,
            long seed,
            double[] rgb) {
        hit.clear();
        hit.distance = most;
        if (!moment.groups[group].hit(ox, oy, oz, dx, dy, dz, hit)) {
            return false;
        }
        finish(ox, oy, oz, dx, dy, dz, footprint, seed, moment.groups[group], rgb);
        return true;
    }

    /** How much of the sun a moving group takes from a place, 0 to 1. */
    public double shadow(World.Moment moment, int group, double x, double y, double z, long seed) {
        int blocked = 0;
        for (int i = 0; i < 2; i++) {
            double[] to = jittered(seed + i);
            blocked += moment.groups[group].blocks(x, y - 0.004, z, to[0], to[1], to[2], scratch) ? 1 : 0;
        }
        return blocked / 2.0;
    }

    private static double[] jittered(long seed) {
        double a = 2 * Math.PI * TileNoise.hash(seed, 1, 5);
        double r = 0.011 * Math.sqrt(TileNoise.hash(seed, 2, 7));
        return Sky.unit(Sky.SUN[0] + r * Math.cos(a), Sky.SUN[1] + r * Math.sin(a), Sky.SUN[2]);
    }

    private void finish(
            double ox,
            double oy,
            double oz,
            double dx,
            double dy,
            double dz,
            double footprint,
            long seed,
            Tree own,
            double[] rgb) {
        lastDistance = hit.distance;
        lastSurface = hit.surface;
        sunPart[0] = sunPart[1] = sunPart[2] = 0;
        if (hit.surface == null) {
            world.sky.light(dx, dy, dz, 1, rgb);
            haze(dx, dy, dz, 4000, rgb);
            return;
        }
        double px = ox + hit.distance * dx;
        double py = oy + hit.distance * dy;
        double pz = oz + hit.distance * dz;
        double foot = footprint * hit.distance;
        if (hit.surface == Surface.WATER) {
            water(px, py, pz, dx, dy, dz, foot, rgb);
        } else {
            solid(px, py, pz, foot, seed, own, rgb);
        }
        haze(dx, dy, dz, lastDistance, rgb);
    }

    private void solid(double px, double py, double pz, double foot, long seed, Tree own, double[] rgb) {
        double nx = hit.nx;
        double ny = hit.ny;
        double nz = hit.nz;
        boolean salt = hit.surface == Surface.SALT;
        Materials.albedo(world, hit, px, py, pz, foot, albedo);
        double ex = px + nx * 2e-3;
        double ey = py + ny * 2e-3;
        double ez = pz + nz * 2e-3;
        double facing = nx * Sky.SUN[0] + ny * Sky.SUN[1] + nz * Sky.SUN[2];
        double sun = 0;
        // Salt lets light through a little, so that its edge between light and shade is soft.
        double wrapped = salt ? Math.max(0, (facing + 0.18) / 1.18) : Math.max(0, facing);
        if (wrapped > 0) {
            int rays = light == Light.PLAIN ? 1 : 2;
            int clear = 0;
            for (int i = 0; i < rays; i++) {
                double[] to = light == Light.PLAIN ? Sky.SUN : jittered(seed + 31 * i);
                boolean blocked = world.still.blocks(ex, ey, ez, to[0], to[1], to[2], scratch)
                        || own != world.still && own.blocks(ex, ey, ez, to[0], to[1], to[2], scratch);
                clear += blocked ? 0 : 1;
            }
            sun = wrapped * clear / rays;
        }
        double open = light == Light.PLAIN
                ? unblocked(ex, ey, ez, nx, ny - 0.25, nz)
                : openness(ex, ey, ez, nx, ny, nz, seed);
        double up = 0.5 - 0.5 * ny;
        for (int i = 0; i < 3; i++) {
            double skyLight = i == 0 ? 0.30 : i == 1 ? 0.38 : 0.52;
            double groundLight = i == 0 ? 0.22 : i == 1 ? 0.18 : 0.16;
            double ambient = (up * skyLight + (1 - up) * groundLight) * (0.25 + 0.75 * open);
            sunPart[i] = albedo[i] * sun * Sky.SUN_LIGHT[i];
            rgb[i] = albedo[i] * ambient + sunPart[i];
        }
    }

    /** The share of near directions around the normal that nothing blocks, from three rays. */
    private double openness(double x, double y, double z, double nx, double ny, double nz, long seed) {
        double open = 0;
        for (int i = 0; i < 3; i++) {
            double a = 2 * Math.PI * (i + TileNoise.hash(seed, i, 11)) / 3;
            double w = 1.3;
            double dx = nx * 0.8 + Math.cos(a) * w * 0.6;
            double dy = ny * 0.8 - 0.25 + Math.sin(a * 1.7) * w * 0.2;
            double dz = nz * 0.8 + Math.sin(a) * w * 0.6;
            open += unblocked(x, y, z, dx, dy, dz);
        }
        return open / 3;
    }

    /** How far one sees in a direction of any length, as a share of what counts. */
    private double unblocked(double x, double y, double z, double dx, double dy, double dz) {
        double length = Math.sqrt(dx * dx + dy * dy + dz * dz);
        scratch.clear();
        scratch.distance = AMBIENT_REACH;
        world.still.hit(x, y, z, dx / length, dy / length, dz / length, scratch);
        return Math.min(1, scratch.distance / AMBIENT_REACH);
    }

    private void water(double px, double py, double pz, double dx, double dy, double dz, double foot, double[] rgb) {
        double rippleX =
                0.030 * world.fine.at(px / 2.6, pz / 1.9, foot / 2.2) + 0.012 * world.grit.at(px / 1.1, pz / 0.9, foot);
        double rippleZ = 0.030 * world.fine.at(px / 2.3 + 0.5, pz / 2.1 + 0.2, foot / 2.2);
        double length = Math.sqrt(1 + rippleX * rippleX + rippleZ * rippleZ);
        double nx = rippleX / length;
        double ny = -1 / length;
        double nz = rippleZ / length;
        double cosine = Math.max(0.02, -(dx * nx + dy * ny + dz * nz));
        double rx = dx + 2 * cosine * nx;
        double ry = Math.min(-0.004, dy + 2 * cosine * ny);
        double rz = dz + 2 * cosine * nz;
        double scale = 1 / Math.sqrt(rx * rx + ry * ry + rz * rz);
        double mirror = 0.025 + 0.975 * Math.pow(1 - cosine, 5);
        Materials.brine(world, px, pz, foot, albedo);
        boolean shaded = world.still.blocks(px, py - 0.002, pz, Sky.SUN[0], Sky.SUN[1], Sky.SUN[2], scratch);
        double sunFacing = -Sky.SUN[1];
        double distance = lastDistance;
        reflect(px, py - 0.003, pz, rx * scale, ry * scale, rz * scale, foot);
        lastDistance = distance;
        lastSurface = Surface.WATER;
        for (int i = 0; i < 3; i++) {
            double ambient = i == 0 ? 0.30 : i == 1 ? 0.38 : 0.50;
            sunPart[i] = (1 - mirror) * albedo[i] * (shaded ? 0 : sunFacing * Sky.SUN_LIGHT[i]);
            rgb[i] = (1 - mirror) * albedo[i] * ambient + sunPart[i] + mirror * Math.min(reflected[i], 8);
        }
    }

    /** What the water mirrors: the sky, or a still thing with plain light. */
    private void reflect(double x, double y, double z, double dx, double dy, double dz, double foot) {
        hit.clear();
        if (!world.still.hit(x, y, z, dx, dy, dz, hit)) {
            world.sky.light(dx, dy, dz, 0.5, reflected);
            return;
        }
        double t = hit.distance;
        Materials.albedo(world, hit, x + t * dx, y + t * dy, z + t * dz, Math.max(foot, 0.01), sky);
        double facing = Math.max(0, hit.nx * Sky.SUN[0] + hit.ny * Sky.SUN[1] + hit.nz * Sky.SUN[2]);
        for (int i = 0; i < 3; i++) {
            reflected[i] = sky[i] * ((i == 0 ? 0.26 : i == 1 ? 0.30 : 0.40) + facing * Sky.SUN_LIGHT[i]);
        }
    }

    private void haze(double dx, double dy, double dz, double distance, double[] rgb) {
        double share = 1 - Math.exp(-distance / HAZE_METRES);
        if (share < 0.002 || dy < -0.25) {
            return;
        }
        world.sky.light(dx, Math.min(dy, -0.01), dz, 0, sky);
        double fade = share * Math.min(1, 1 + 4 * Math.min(0, dy)) * 0.85;
        for (int i = 0; i < 3; i++) {
            rgb[i] += fade * (sky[i] - rgb[i]);
        }
    }
}
