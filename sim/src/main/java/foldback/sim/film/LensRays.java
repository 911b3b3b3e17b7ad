package foldback.sim.film;

import foldback.core.lens.ClosedFormFisheye;
import foldback.core.lens.FisheyeLens;
import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.lens.RectilinearLens;
import foldback.core.rig.RigLens;

/**
 * The rays of a lens, by inverting its model with a table of our own: the code under test is not used, only its numbers.
 */
final class LensRays implements PixelRays {
    private static final int TABLE = 20000;
    private final LensFrame frame;
    private final Lens lens;
    private final Mask mask;
    private final double[] worldFromLens;
    private final double maxAngle;
    private final double[] radii = new double[TABLE + 1];

    /** Which places of the picture are filmed; the others stay black. */
    interface Mask {
        Mask ALL = (x, y) -> true;

        boolean test(double x, double y);
    }

    LensRays(RigLens rigLens) {
        this(rigLens, Mask.ALL);
    }

    LensRays(RigLens rigLens, Mask mask) {
        this.mask = mask;
        this.lens = rigLens.lens();
        this.frame = lens.frame();
        this.worldFromLens = rigLens.rigFromLens().matrix();
        double most = Math.toRadians(lens instanceof RectilinearLens ? 80 : 125);
        int rising = 1;
        while (rising < TABLE && radius(most * (rising + 1) / TABLE) > radius(most * rising / TABLE)) {
            rising++;
        }
        // Where distortion folds the picture back nothing more is seen.
        this.maxAngle = most * rising / TABLE;
        for (int i = 0; i <= TABLE; i++) {
            radii[i] = radius(maxAngle * i / TABLE);
        }
    }

    @Override
    public int width() {
        return frame.width();
    }

    @Override
    public int height() {
        return frame.height();
    }

    private double radius(double t) {
        if (lens instanceof FisheyeLens l) {
            return l.focalPx()
                    * (t
                            + l.k1() * Math.pow(t, 3)
                            + l.k2() * Math.pow(t, 5)
                            + l.k3() * Math.pow(t, 7)
                            + l.k4() * Math.pow(t, 9));
        }
        if (lens instanceof ClosedFormFisheye l) {
            return l.focalPx()
                    * switch (l.kind()) {
                        case EQUISOLID -> 2 * Math.sin(t / 2);
                        case STEREOGRAPHIC -> 2 * Math.tan(t / 2);
                        case ORTHOGRAPHIC -> Math.sin(Math.min(t, Math.PI / 2));
                    };
        }
        RectilinearLens l = (RectilinearLens) lens;
        if (l.p1() != 0 || l.p2() != 0) {
            throw new IllegalArgumentException("the simulator has no tangential distortion");
        }
        double r = Math.tan(t);
        return l.focalPx() * r * (1 + l.k1() * r * r + l.k2() * Math.pow(r, 4) + l.k3() * Math.pow(r, 6));
    }

    @Override
    public boolean direction(double x, double y, double[] direction) {
        double dx = x - frame.cx();
        double dy = y - frame.cy();
        double radius = Math.sqrt(dx * dx + dy * dy);
        if (radius >= radii[TABLE]) {
            return false;
        }
        int low = 0;
        int high = TABLE;
        while (high - low > 1) {
            int middle = (low + high) >>> 1;
            if (radii[middle] <= radius) {
                low = middle;
            } else {
                high = middle;
            }
        }
        double angle = maxAngle * (low + (radius - radii[low]) / (radii[high] - radii[low])) / TABLE;
        double sin = radius == 0 ? 0 : Math.sin(angle) / radius;
        double lx = dx * sin;
        double ly = dy * sin;
        double lz = Math.cos(angle);
        double[] m = worldFromLens;
        direction[0] = m[0] * lx + m[1] * ly + m[2] * lz;
        direction[1] = m[3] * lx + m[4] * ly + m[5] * lz;
        direction[2] = m[6] * lx + m[7] * ly + m[8] * lz;
        return true;
    }

    /** How much of a pixel the lens lights, 0 to 1: the image circle with a soft edge of two pixels. */
    double lit(double x, double y) {
        if (!mask.test(x, y)) {
            return 0;
        }
        return frame.circle()
                .map(c -> Math.max(0, Math.min(1, (c.radius() + 1 - Math.hypot(x - c.cx(), y - c.cy())) / 2)))
                .orElse(1.0);
    }

    /** The distance from the picture's middle as a share of its half diagonal or circle, for vignetting. */
    double fieldShare(double x, double y) {
        double reach = frame.circle().map(c -> c.radius()).orElse(Math.hypot(frame.width(), frame.height()) / 2);
        return Math.hypot(x - frame.cx(), y - frame.cy()) / reach;
    }
}
