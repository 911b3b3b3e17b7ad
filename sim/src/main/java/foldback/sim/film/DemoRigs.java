package foldback.sim.film;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.rig.Eye;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The units that film the demo takes, with the small errors that real ones have. */
public final class DemoRigs {
    private DemoRigs() {}

    /** Two back-to-back fisheyes on the sluice path; pupils 26 mm apart. */
    public static Rig sluicePath() {
        FisheyeLens front = lens(962.4, 957.1, 558.2, -0.0031, new ImageCircle(961, 958.5, 948));
        FisheyeLens back = lens(956.8, 963.3, 559.6, -0.0026, new ImageCircle(958.5, 961, 949));
        return new Rig(
                "Marlpan pair 1",
                List.of(
                        new RigLens("A", front, turn(0, 0.35, -0.6), new Position(0, 0, 0.013)),
                        new RigLens("B", back, turn(180.42, -0.28, 0.74), new Position(0.0004, 0.0003, -0.013))));
    }

    /** The pair's sister: the same kind of lenses, smaller pictures next to each other in one file. */
    public static Rig sluicePathInOneFile() {
        return new Rig(
                "Marlpan pair 2, one file",
                sluicePath().lenses().stream()
                        .map(lens -> lens.scaledTo(1440, 1440))
                        .toList());
    }

    /** The same kind of pair on the cart, its pictures half as wide. */
    public static Rig cartRide() {
        return new Rig(
                "Marlpan pair 3",
                sluicePath().lenses().stream()
                        .map(lens -> lens.scaledTo(960, 960))
                        .toList());
    }

    /**
     * Six wide lenses in a ring, upright, every second leaning up and the others down, so that together they see all round,
     * the zenith and the ground; pupils 62 mm from the middle.
     */
    public static Rig amongTheRakers() {
        double[][] errors = {
            {0.31, -0.22, 0.4, 2.1, -1.4, 731.6},
            {-0.44, 0.35, -0.3, -3.2, 0.9, 733.9},
            {0.18, 0.27, -0.52, 0.7, 2.6, 732.2},
            {0.52, -0.41, 0.21, -1.5, -2.2, 734.8},
            {-0.27, 0.12, 0.63, 3.4, 1.1, 730.9},
            {-0.36, -0.3, -0.18, -0.9, 3.3, 733.1}
        };
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < errors.length; i++) {
            double[] e = errors[i];
            double yaw = 60 * i + e[0];
            LensFrame frame = new LensFrame(1440, 1920, 720 + e[3], 960 + e[4], Optional.empty());
            lenses.add(new RigLens(
                    String.valueOf((char) ('A' + i)),
                    new FisheyeLens(frame, e[5], -0.0042, 0.0008, 0, 0),
                    turn(yaw, (i % 2 == 0 ? 16 : -16) + e[1], e[2]),
                    new Position(
                            0.062 * StrictMath.sin(Math.toRadians(yaw)),
                            i % 2 == 0 ? -0.004 : 0.004,
                            0.062 * StrictMath.cos(Math.toRadians(yaw)))));
        }
        return new Rig("Marlpan ring 1", lenses);
    }

    /**
     * Two fisheyes that look the same way, 64 mm apart, as a unit comes from the bench: the right one turned, a little longer and off
     * its middle.
     */
    public static Rig inTheShed() {
        FisheyeLens left = eye(478.2, 481.9, 282.6, new ImageCircle(479, 481, 470));
        FisheyeLens right = eye(486.1, 474.8, 284.9, new ImageCircle(485.5, 476, 471));
        return new Rig(
                "Marlpan eyes 1",
                List.of(
                        new RigLens("A", left, turn(-0.2, 0.1, -0.15), new Position(-0.032, 0, 0), Eye.LEFT),
                        new RigLens(
                                "B", right, turn(0.55, -0.7, 0.8), new Position(0.032, 0.0006, 0.0004), Eye.RIGHT)));
    }

    private static FisheyeLens eye(double cx, double cy, double focal, ImageCircle circle) {
        return new FisheyeLens(new LensFrame(960, 960, cx, cy, Optional.of(circle)), focal, -0.0022, 0.0004, 0, 0);
    }

    /** The same lenses with all pupils in one point, for measures that must be free of parallax. */
    public static Rig withoutParallax(Rig rig) {
        return new Rig(
                rig.name() + ", no parallax",
                rig.lenses().stream()
                        .map(lens -> new RigLens(lens.slot(), lens.lens(), lens.rigFromLens(), Position.ORIGIN))
                        .toList());
    }

    private static FisheyeLens lens(double cx, double cy, double focal, double k1, ImageCircle circle) {
        return new FisheyeLens(new LensFrame(1920, 1920, cx, cy, Optional.of(circle)), focal, k1, 0.0006, 0, 0);
    }

    private static Rotation turn(double yaw, double pitch, double roll) {
        return Rotation.ofYawPitchRoll(Math.toRadians(yaw), Math.toRadians(pitch), Math.toRadians(roll));
    }
}
