package foldback.sim.film;

import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntFunction;

/** Cameras that stand still and film again and again, with sensors that change. */
public final class Cameras {
    private final Rig rig;
    private final List<Camera> cameras;

    Cameras(Rig rig, List<Camera> cameras) {
        this.rig = rig;
        this.cameras = cameras;
    }

    /**
     * Films; of each time, then each lens.
     *
     * @param times seconds; an instant that comes again and again is lit but once
     * @param sensors of the lenses at the time of that number
     */
    public List<List<Frame>> shoot(double[] times, IntFunction<List<Sensor>> sensors, PixelFormat format) {
        List<List<Frame>> frames = new ArrayList<>();
        for (int n = 0; n < times.length; n++) {
            frames.add(new ArrayList<>());
        }
        for (int i = 0; i < cameras.size(); i++) {
            float[] light = null;
            for (int n = 0; n < times.length; n++) {
                light = n > 0 && times[n] == times[n - 1]
                        ? light
                        : cameras.get(i).light(times[n]);
                Frame frame = Studio.frame(rig.lenses().get(i), format, 1);
                cameras.get(i).development().develop(light, sensors.apply(n).get(i), n, frame);
                frames.get(n).add(frame);
            }
        }
        return frames;
    }
}
