package foldback.sim.film;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.sim.world.World;
import java.util.ArrayList;
import java.util.List;
import java.util.function.ObjLongConsumer;

/** Films the world with a rig, in memory: the frames of each lens, and the sphere as it truly was. */
public final class Studio {
    /** The rig's origin over the path, metres: eye height. */
    public static final double RIG_HEIGHT = 1.55;

    private final World world = new World();

    /** One frame of each lens at a take time. */
    public List<Frame> shoot(Rig rig, List<Sensor> sensors, double time, PixelFormat format, long seed) {
        List<Frame> frames = new ArrayList<>();
        for (int i = 0; i < rig.lenses().size(); i++) {
            int lens = i;
            film(rig.lenses().get(i), sensors.get(i), time, 25, 1, format, seed + i, (frame, n) -> {
                if (n == 0) {
                    frames.add(lens, frame);
                }
            });
        }
        return frames;
    }

    /**
     * Films with one lens.
     *
     * @param start take time of the clip's first frame, seconds
     * @param sink takes each frame and its number; the frame is reused after the call
     */
    public void film(
            RigLens lens,
            Sensor sensor,
            double start,
            double rate,
            int frames,
            PixelFormat format,
            long seed,
            ObjLongConsumer<Frame> sink) {
        LensRays rays = new LensRays(lens);
        Camera camera = new Camera(world, rays, lens.pupil(), RIG_HEIGHT, sensor, seed);
        Frame frame = Frame.allocate(format, ColourTags.BT709_LIMITED, rays.width(), rays.height());
        for (int n = 0; n < frames; n++) {
            camera.shoot(start + n / rate, n, frame);
            sink.accept(frame, n);
        }
    }

    /** The sphere around the rig's origin at a time, as an ideal camera would see it. */
    public Frame sphere(int width, double time, PixelFormat format, long seed) {
        Camera camera =
                new Camera(world, new SphereRays(width, width / 2), Position.ORIGIN, RIG_HEIGHT, Sensor.IDEAL, seed);
        Frame frame = Frame.allocate(format, ColourTags.BT709_LIMITED, width, width / 2);
        camera.shoot(time, 0, frame);
        return frame;
    }
}
