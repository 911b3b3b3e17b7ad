package foldback.sim.film;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
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
