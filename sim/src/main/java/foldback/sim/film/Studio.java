package foldback.sim.film;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.sim.motion.Ride;
import foldback.sim.world.World;
import java.util.ArrayList;
import java.util.List;
import java.util.function.ObjLongConsumer;

/** Films the world with a rig, in memory: the frames of each lens, and the sphere as it truly was. */
public final class Studio {
    /** Where the rig stands unless told: in the middle of the path, at eye height; y down, metres. */
    public static final Position ON_THE_PATH = new Position(0, -1.55, 0);

    private static final int SAMPLES = 2;

    /** The place never changes and takes a second to build. */
    private static final World WORLD = new World();

    private final Position stand;
    private final int samples;

    public Studio() {
        this(ON_THE_PATH);
    }

    /** @param stand of the rig's origin in the world, metres, y down */
    public Studio(Position stand) {
        this(stand, SAMPLES);
    }

    /**
     * @param stand of the rig's origin in the world, metres, y down
     * @param samples of a pixel each way; 1 is quick, with hard shadows and edges
     */
    public Studio(Position stand, int samples) {
        this.stand = stand;
        this.samples = samples;
    }

    /** One frame of each lens at a take time. */
    public List<Frame> shoot(Rig rig, List<Sensor> sensors, double time, PixelFormat format, long seed) {
        return shoot(rig, sensors, time, format, (lens, x, y) -> true, seed);
    }

    /**
     * One frame of each lens of a rig that moves.
     *
     * @param ride instead of where the studio stands
     * @param time take time of the first line
     */
    public List<Frame> shoot(Rig rig, List<Sensor> sensors, Ride ride, double time, PixelFormat format, long seed) {
        List<Frame> frames = new ArrayList<>();
        for (int i = 0; i < rig.lenses().size(); i++) {
            RigLens lens = rig.lenses().get(i);
            Frame frame = frame(lens, format, 1);
            MovingCamera.of(WORLD, lens, sensors.get(i), ride, samples, seed + i)
                    .shoot(time, 0, frame);
            frames.add(frame);
        }
        return frames;
    }

    /** Which places of the lenses' pictures are wanted. */
    public interface Wanted {
        boolean test(int lens, double x, double y);
    }

    /** As the other, with black where nothing is wanted. */
    public List<Frame> shoot(Rig rig, List<Sensor> sensors, double time, PixelFormat format, Wanted wanted, long seed) {
        List<Frame> frames = new ArrayList<>();
        for (int i = 0; i < rig.lenses().size(); i++) {
            RigLens lens = rig.lenses().get(i);
            Frame frame = frame(lens, format, 1);
            int number = i;
            camera(lens, (x, y) -> wanted.test(number, x, y), sensors.get(i), seed + i)
                    .shoot(time, 0, frame);
            frames.add(frame);
        }
        return frames;
    }

    /** The lenses of a rig as cameras that were set up once; what does not move is traced now. */
    public Cameras cameras(Rig rig, long seed) {
        List<Camera> cameras = new ArrayList<>();
        for (int i = 0; i < rig.lenses().size(); i++) {
            cameras.add(camera(rig.lenses().get(i), LensRays.Mask.ALL, Sensor.IDEAL, seed + i));
        }
        return new Cameras(rig, cameras);
    }

    /**
     * Films with lenses of one size into one picture, the first at the left.
     *
     * @param start take time of the clip's first frame, seconds
     * @param sink takes each frame and its number; the frame is reused after the call
     */
    public void filmSideBySide(
            List<RigLens> lenses,
            List<Sensor> sensors,
            double start,
            double rate,
            int frames,
            PixelFormat format,
            long seed,
            ObjLongConsumer<Frame> sink) {
        List<Shooting> cameras = new ArrayList<>();
        for (int i = 0; i < lenses.size(); i++) {
            cameras.add(camera(lenses.get(i), LensRays.Mask.ALL, sensors.get(i), seed + i)::shoot);
        }
        film(lenses, cameras, start, rate, frames, format, sink);
    }

    /** The same with a rig that moves. */
    public void filmSideBySide(
            List<RigLens> lenses,
            List<Sensor> sensors,
            Ride ride,
            double start,
            double rate,
            int frames,
            PixelFormat format,
            long seed,
            ObjLongConsumer<Frame> sink) {
        List<Shooting> cameras = new ArrayList<>();
        for (int i = 0; i < lenses.size(); i++) {
            cameras.add(MovingCamera.of(WORLD, lenses.get(i), sensors.get(i), ride, samples, seed + i)::shoot);
        }
        film(lenses, cameras, start, rate, frames, format, sink);
    }

    /** Fills a frame with the picture at a time. */
    private interface Shooting {
        void shoot(double time, long frameSeed, Frame frame);
    }

    private static void film(
            List<RigLens> lenses,
            List<Shooting> cameras,
            double start,
            double rate,
            int frames,
            PixelFormat format,
            ObjLongConsumer<Frame> sink) {
        Frame picture = frame(lenses.get(0), format, lenses.size());
        int width = picture.width() / lenses.size();
        for (int n = 0; n < frames; n++) {
            for (int i = 0; i < cameras.size(); i++) {
                cameras.get(i).shoot(start + n / rate, n, picture.sub(i * width, 0, width, picture.height()));
            }
            sink.accept(picture, n);
        }
    }

    /** The sphere around the rig's origin at a time, as an ideal camera would see it. */
    public Frame sphere(int width, double time, PixelFormat format, long seed) {
        Camera camera = new Camera(WORLD, new SphereRays(width, width / 2), stand, Sensor.IDEAL, samples, seed);
        Frame frame = Frame.allocate(format, ColourTags.BT709_LIMITED, width, width / 2);
        camera.shoot(time, 0, frame);
        return frame;
    }

    /** The sphere as a rig sees it that moves, each line at the same instant, turned as the rig is. */
    public Frame sphere(int width, Ride ride, double time, PixelFormat format, long seed) {
        MovingCamera camera = new MovingCamera(
                WORLD, new SphereRays(width, width / 2), Position.ORIGIN, Sensor.IDEAL, ride, samples, seed);
        Frame frame = Frame.allocate(format, ColourTags.BT709_LIMITED, width, width / 2);
        camera.shoot(time, 0, frame);
        return frame;
    }

    /**
     * How far what stands still and what moves is from the rig's origin.
     *
     * @return row by row, metres; large for the sky
     */
    public float[] depth(int width, Ride ride, double time) {
        return new MovingCamera(WORLD, new SphereRays(width, width / 2), Position.ORIGIN, Sensor.IDEAL, ride, 1, 0)
                .depth(time);
    }

    private Camera camera(RigLens lens, LensRays.Mask wanted, Sensor sensor, long seed) {
        Position pupil = lens.pupil();
        Position place = new Position(stand.x() + pupil.x(), stand.y() + pupil.y(), stand.z() + pupil.z());
        return new Camera(WORLD, new LensRays(lens, wanted), place, sensor, samples, seed);
    }

    static Frame frame(RigLens lens, PixelFormat format, int across) {
        int width = lens.lens().frame().width() * across;
        return Frame.allocate(
                format, ColourTags.BT709_LIMITED, width, lens.lens().frame().height());
    }
}
