package foldback.sim.film;

import foldback.core.picture.Frame;
import foldback.core.space.Position;
import foldback.sim.world.Tracer;
import foldback.sim.world.World;
import java.util.stream.IntStream;

/**
 * A camera that stands still: what does not move is traced once, what moves and its shadows are laid over for each frame.
 */
final class Camera {
    private static final int ROW_BLOCK = 16;

    /** More than half a pixel's diagonal, radians. */
    private static final double PIXEL_MARGIN = 0.004;

    private final World world;
    private final PixelRays rays;
    private final Sensor sensor;
    private final double[] origin;
    private final int width;
    private final int height;
    private final float[] still;
    private final float[] sunPart;
    private final float[] distance;
    private final Development development;
    private final float[] directions;
    private final long seed;
    private final int sub;
    private final Tracer.Light way;

    /**
     * @param pupil where the lens is in the world, metres
     * @param sub samples of a pixel each way; light is plain where there is but one
     */
    Camera(World world, PixelRays rays, Position pupil, Sensor sensor, int sub, long seed) {
        this.world = world;
        this.rays = rays;
        this.sensor = sensor;
        this.origin = new double[] {pupil.x(), pupil.y(), pupil.z()};
        this.width = rays.width();
        this.height = rays.height();
        this.seed = seed;
        this.sub = sub;
        this.way = sub == 1 ? Tracer.Light.PLAIN : Tracer.Light.SOFT;
        still = new float[3 * width * height];
        sunPart = new float[3 * width * height];
        distance = new float[width * height];
        development = new Development(rays, seed);
        directions = new float[3 * width * height];
        IntStream.range(0, height).parallel().forEach(this::traceRow);
    }

    private void traceRow(int row) {
        Tracer tracer = new Tracer(world, way);
        double[] d = new double[3];
        double[] rgb = new double[3];
        for (int x = 0; x < width; x++) {
            int at = row * width + x;
            if (!development.isLit(at)) {
                continue;
            }
            if (rays.direction(x + 0.5, row + 0.5, d)) {
                for (int c = 0; c < 3; c++) {
                    directions[3 * at + c] = (float) d[c];
                }
            }
            double footprint = 1.0 / (width / Math.PI) / sub;
            for (int s = 0; s < sub * sub; s++) {
                double sx = x + (s % sub + 0.5) / sub;
                double sy = row + (s / sub + 0.5) / sub;
                if (!rays.direction(sx, sy, d)) {
                    continue;
                }
                tracer.trace(
                        origin[0], origin[1], origin[2], d[0], d[1], d[2], footprint, seed * 31 + 4L * at + s, rgb);
                for (int c = 0; c < 3; c++) {
                    still[3 * at + c] += (float) (rgb[c] / (sub * sub));
                    sunPart[3 * at + c] += (float) (tracer.lastSunPart()[c] / (sub * sub));
                }
                distance[at] = (float) tracer.lastDistance();
            }
        }
    }

    /** Linear light of every pixel at a time, before the sensor; three floats a pixel. */
    float[] light(double time) {
        float[] light = still.clone();
        IntStream.range(0, (height + ROW_BLOCK - 1) / ROW_BLOCK).parallel().forEach(block -> {
            int from = block * ROW_BLOCK;
            int to = Math.min(height, from + ROW_BLOCK);
            World.Moment moment = world.at(time + sensor.readOutSeconds() * (from + to) / 2.0 / height);
            double[] bounds = new double[4];
            Tracer tracer = new Tracer(world, way);
            for (int group = 0; group < moment.count(); group++) {
                moment.reach(group, bounds);
                for (int row = from; row < to; row++) {
                    moving(moment, group, bounds, row, tracer, light);
                }
            }
        });
        return light;
    }

    private void moving(World.Moment moment, int group, double[] bounds, int row, Tracer tracer, float[] light) {
        double[] d = new double[3];
        double[] ray = new double[3];
        double[] rgb = new double[3];
        double[] sum = new double[3];
        double cx = bounds[0] - origin[0];
        double cy = bounds[1] - origin[1];
        double cz = bounds[2] - origin[2];
        double far = Math.sqrt(cx * cx + cy * cy + cz * cz);
        double cosine = far > bounds[3] ? Math.sqrt(1 - Math.pow(bounds[3] / far, 2)) : -1;
        double footprint = 1.0 / (width / Math.PI) / sub;
        for (int x = 0; x < width; x++) {
            int at = row * width + x;
            if (!development.isLit(at)) {
                continue;
            }
            d[0] = directions[3 * at];
            d[1] = directions[3 * at + 1];
            d[2] = directions[3 * at + 2];
            long pixelSeed = seed * 57 + at;
            double t = distance[at];
            if (t < 60) {
                double px = origin[0] + t * d[0];
                double py = origin[1] + t * d[1];
                double pz = origin[2] + t * d[2];
                if (moment.mayShade(group, bounds, px, py, pz)) {
                    double shade = tracer.shadow(moment, group, px, py, pz, pixelSeed);
                    for (int c = 0; c < 3 && shade > 0; c++) {
                        light[3 * at + c] -= (float) (shade * sunPart[3 * at + c]);
                    }
                }
            }
            if (d[0] * cx + d[1] * cy + d[2] * cz < cosine * far - 0.01 * far
                    || !moment.mayMeet(
                            group,
                            origin[0],
                            origin[1],
                            origin[2],
                            d[0],
                            d[1],
                            d[2],
                            PIXEL_MARGIN * (far + bounds[3]))) {
                continue;
            }
            int hits = 0;
            sum[0] = sum[1] = sum[2] = 0;
            for (int s = 0; s < sub * sub; s++) {
                rays.direction(x + (s % sub + 0.5) / sub, row + (s / sub + 0.5) / sub, ray);
                if (tracer.traceGroup(
                        moment,
                        group,
                        origin[0],
                        origin[1],
                        origin[2],
                        ray[0],
                        ray[1],
                        ray[2],
                        t,
                        footprint,
                        pixelSeed + s,
                        rgb)) {
                    hits++;
                    sum[0] += rgb[0];
                    sum[1] += rgb[1];
                    sum[2] += rgb[2];
                }
            }
            for (int c = 0; c < 3 && hits > 0; c++) {
                int n = sub * sub;
                light[3 * at + c] = (float) ((light[3 * at + c] * (n - hits) + sum[c]) / n);
            }
        }
    }

    /** Fills a frame with the picture at a time. */
    void shoot(double time, long frameSeed, Frame frame) {
        development.develop(light(time), sensor, frameSeed, frame);
    }

    /** How its light becomes a picture. */
    Development development() {
        return development;
    }
}
