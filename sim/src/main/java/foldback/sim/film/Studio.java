package foldback.sim.film;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.sim.motion.Ride;
import foldback.sim.world.World;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ObjLongConsumer;

/** Films the world with a rig, in memory: the frames of each lens, and the sphere as it truly was. */
public final class Studio {
    /** Where the rig stands unless told: in the middle of the path, at eye height; y down, metres. */
    public static final Position ON_THE_PATH = new Position(0, -1.55, 0);

    private static final int SAMPLES = 2;

    /** The place never changes and takes a second to build. */
    private static final World WORLD = new World();

    private final Position stand;
    private final Rotation facing;
    private final Optional<Ride> ride;
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
        this(stand, Rotation.IDENTITY, Optional.empty(), samples);
    }

    private Studio(Position stand, Rotation facing, Optional<Ride> ride, int samples) {
        this.stand = stand;
        this.facing = facing;
        this.ride = ride;
        this.samples = samples;
    }

    /** The same for a rig that moves, instead of where it stands; times are those of a picture's first line. */
    public Studio riding(Ride moving) {
        return new Studio(stand, facing, Optional.of(moving), samples);
    }

    /** The same for a rig that stands turned: rigs that ride are turned by their ride. */
    public Studio facing(Rotation worldFromRig) {
        return new Studio(stand, worldFromRig, ride, samples);
    }

    private RigLens turned(RigLens lens) {
        return ride.isPresent()
                ? lens
                : lens.withRotation(facing.times(lens.rigFromLens())).withPupil(facing.apply(lens.pupil()));
    }

    /** One frame of each lens at a take time. */
    public List<Frame> shoot(Rig rig, List<Sensor> sensors, double time, PixelFormat format, long seed) {
        return shoot(rig, sensors, time, format, (lens, x, y) -> true, seed);
    }

    /** Which places of the lenses' pictures are wanted. */
    public interface Wanted {
        boolean test(int lens, double x, double y);
    }

    /** As the other, with black where nothing is wanted. */
    public List<Frame> shoot(Rig rig, List<Sensor> sensors, double time, PixelFormat format, Wanted wanted, long seed) {
        List<Frame> frames = new ArrayList<>();
        for (int i = 0; i < rig.lenses().size(); i++) {
            RigLens lens = turned(rig.lenses().get(i));
            Frame frame = frame(lens, format, 1);
            int number = i;
            LensRays rays = new LensRays(lens, (x, y) -> wanted.test(number, x, y));
            camera(rays, lens.pupil(), sensors.get(i), seed + i).shoot(time, 0, frame);
            frames.add(frame);
        }
        return frames;
    }

    /** The lenses of a rig that stands as cameras that were set up once; what does not move is traced now. */
    public Cameras cameras(Rig rig, long seed) {
        List<Camera> cameras = new ArrayList<>();
        for (int i = 0; i < rig.lenses().size(); i++) {
            RigLens lens = turned(rig.lenses().get(i));
            cameras.add(still(new LensRays(lens), lens.pupil(), Sensor.IDEAL, seed + i));
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
            RigLens lens = turned(lenses.get(i));
            cameras.add(camera(new LensRays(lens), lens.pupil(), sensors.get(i), seed + i));
        }
        Frame picture = frame(lenses.get(0), format, lenses.size());
        int width = picture.width() / lenses.size();
        for (int n = 0; n < frames; n++) {
            for (int i = 0; i < cameras.size(); i++) {
                cameras.get(i).shoot(start + n / rate, n, picture.sub(i * width, 0, width, picture.height()));
            }
            sink.accept(picture, n);
        }
    }

    /** Fills a frame with the picture at a time. */
    private interface Shooting {
        void shoot(double time, long frameSeed, Frame frame);
    }

    /** The sphere around the rig's origin at a time, as an ideal camera would see it that is turned as the rig is. */
    public Frame sphere(int width, double time, PixelFormat format, long seed) {
        Frame frame = Frame.allocate(format, ColourTags.BT709_LIMITED, width, width / 2);
        camera(new SphereRays(width, width / 2, turn()), Position.ORIGIN, Sensor.IDEAL, seed)
                .shoot(time, 0, frame);
        return frame;
    }

    /**
     * How far what stands still and what moves is from the rig's origin.
     *
     * @return row by row, metres; large for the sky
     */
    public float[] depth(int width, double time) {
        Ride moving = ride.orElse(Ride.still(stand));
        return new MovingCamera(
                        WORLD, new SphereRays(width, width / 2, turn()), Position.ORIGIN, Sensor.IDEAL, moving, 1, 0)
                .depth(time);
    }

    private Rotation turn() {
        return ride.isPresent() ? Rotation.IDENTITY : facing;
    }

    private Shooting camera(PixelRays rays, Position pupil, Sensor sensor, long seed) {
        return ride.isPresent()
                ? new MovingCamera(WORLD, rays, pupil, sensor, ride.get(), samples, seed)::shoot
                : still(rays, pupil, sensor, seed)::shoot;
    }

    private Camera still(PixelRays rays, Position pupil, Sensor sensor, long seed) {
        return new Camera(WORLD, rays, stand.plus(pupil), sensor, samples, seed);
    }

    static Frame frame(RigLens lens, PixelFormat format, int across) {
        int width = lens.lens().frame().width() * across;
        return Frame.allocate(
                format, ColourTags.BT709_LIMITED, width, lens.lens().frame().height());
    }
}
