package foldback.sim.film;

import foldback.core.picture.Frame;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.sim.motion.Pose;
import foldback.sim.motion.Ride;
import foldback.sim.world.Tracer;
import foldback.sim.world.World;
import java.util.stream.IntStream;

/**
 * A camera on a rig that moves: each line is exposed at a time of its own, from where the rig is then, and for as long as the exposure lasts.
 * A frame's time is the middle of its first line's exposure. All is traced anew for each frame.
 */
final class MovingCamera {
    private static final int ROW_BLOCK = 8;
    /** More samples than that of one pixel show no more of a blur. */
    private static final int MOST_SAMPLES = 12;
    /** Fractions of the plastic number's powers, by which samples fill a pixel evenly (Roberts 2018). */
    private static final double STEP_X = 0.7548776662466927;

    private static final double STEP_Y = 0.5698402909980532;

    private final World world;
    private final PixelRays rays;
    private final Position pupil;
    private final Sensor sensor;
    private final Ride ride;
    private final Development development;
    private final int samples;
    private final long seed;
    private final Tracer.Light way;

    /**
     * @param rays of the lens in the rig's frame
     * @param pupil where the lens is in the rig, metres
     * @param samples of a pixel where nothing blurs
     */
    MovingCamera(World world, PixelRays rays, Position pupil, Sensor sensor, Ride ride, int samples, long seed) {
        this.world = world;
        this.rays = rays;
        this.pupil = pupil;
        this.sensor = sensor;
        this.ride = ride;
        this.samples = samples;
        this.seed = seed;
        way = samples == 1 ? Tracer.Light.PLAIN : Tracer.Light.SOFT;
        development = new Development(rays, seed);
    }

    void shoot(double time, long frameSeed, Frame frame) {
        development.develop(light(time), sensor, frameSeed, frame);
    }

    /** Linear light of every pixel of the frame of a time; three floats a pixel. */
    float[] light(double time) {
        int height = rays.height();
        float[] light = new float[3 * rays.width() * height];
        IntStream.range(0, (height + ROW_BLOCK - 1) / ROW_BLOCK).parallel().forEach(block -> {
            int from = block * ROW_BLOCK;
            int to = Math.min(height, from + ROW_BLOCK);
            RayLight ray = new RayLight(world, way, world.at(lineTime(time, (from + to) / 2.0)));
            for (int row = from; row < to; row++) {
                row(time, row, ray, light);
            }
        });
        return light;
    }

    /** How far each pixel's middle sees, metres. */
    float[] depth(double time) {
        int width = rays.width();
        float[] depth = new float[width * rays.height()];
        IntStream.range(0, rays.height()).parallel().forEach(row -> {
            double when = lineTime(time, row + 0.5);
            Instant instant = Instant.of(ride.at(when), pupil);
            RayLight ray = new RayLight(world, way, world.at(when));
            double[] d = new double[3];
            double[] unused = new double[3];
            for (int x = 0; x < width; x++) {
                if (rays.direction(x + 0.5, row + 0.5, d)) {
                    instant.turn(d);
                    ray.trace(instant.x, instant.y, instant.z, d[0], d[1], d[2], Math.PI / width, seed, unused);
                    depth[row * width + x] = (float) ray.distance();
                }
            }
        });
        return depth;
    }

    /** When the middle of a line's exposure is. */
    private double lineTime(double time, double row) {
        return time + sensor.readOutSeconds() * row / rays.height();
    }

    private void row(double time, int row, RayLight ray, float[] light) {
        int width = rays.width();
        double middle = lineTime(time, row + 0.5);
        int count = samplesOf(middle);
        Instant[] instants = new Instant[count];
        for (int s = 0; s < count; s++) {
            double share = (s + 0.5) / count - 0.5;
            instants[s] = Instant.of(ride.at(middle + share * sensor.exposureSeconds()), pupil);
        }
        double footprint = Math.PI / width / Math.sqrt(Math.min(count, samples));
        double[] d = new double[3];
        double[] rgb = new double[3];
        for (int x = 0; x < width; x++) {
            int at = row * width + x;
            if (!development.isLit(at)) {
                continue;
            }
            double red = 0;
            double green = 0;
            double blue = 0;
            for (int s = 0; s < count; s++) {
                double sx = count == 1 ? 0.5 : fraction(0.5 + STEP_X * (s + 1));
                double sy = count == 1 ? 0.5 : fraction(0.5 + STEP_Y * (s + 1));
                if (!rays.direction(x + sx, row + sy, d)) {
                    continue;
                }
                Instant instant = instants[s];
                instant.turn(d);
                ray.trace(instant.x, instant.y, instant.z, d[0], d[1], d[2], footprint, seed * 31 + 16L * at + s, rgb);
                red += rgb[0];
                green += rgb[1];
                blue += rgb[2];
            }
            light[3 * at] = (float) (red / count);
            light[3 * at + 1] = (float) (green / count);
            light[3 * at + 2] = (float) (blue / count);
        }
    }

    private static double fraction(double value) {
        return value - Math.floor(value);
    }

    /** One for each pixel that the picture moves by while a line is exposed. */
    private int samplesOf(double middle) {
        double half = sensor.exposureSeconds() / 2;
        if (half == 0) {
            return samples;
        }
        Rotation before = ride.at(middle - half).worldFromRig();
        double turned = before.angleTo(ride.at(middle + half).worldFromRig());
        int blurred = (int) Math.ceil(turned * rays.width() / Math.PI);
        return Math.max(samples, Math.min(MOST_SAMPLES, blurred));
    }

    /** Where a lens is, and how it is turned, at one instant. */
    private static final class Instant {
        private final double x;
        private final double y;
        private final double z;
        private final double[] m;

        private Instant(double x, double y, double z, double[] m) {
            this.x = x;
            this.y = y;
            this.z = z;
            this.m = m;
        }

        static Instant of(Pose pose, Position pupil) {
            double[] m = pose.worldFromRig().matrix();
            double[] p = {pupil.x(), pupil.y(), pupil.z()};
            turn(m, p);
            Position place = pose.place();
            return new Instant(place.x() + p[0], place.y() + p[1], place.z() + p[2], m);
        }

        void turn(double[] d) {
            turn(m, d);
        }

        private static void turn(double[] m, double[] d) {
            double a = m[0] * d[0] + m[1] * d[1] + m[2] * d[2];
            double b = m[3] * d[0] + m[4] * d[1] + m[5] * d[2];
            double c = m[6] * d[0] + m[7] * d[1] + m[8] * d[2];
            d[0] = a;
            d[1] = b;
            d[2] = c;
        }
    }
}
