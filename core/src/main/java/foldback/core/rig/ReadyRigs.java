package foldback.core.rig;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.lens.RectilinearLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Rigs of common kinds to start from; a real unit differs a little from them. */
public final class ReadyRigs {
    private ReadyRigs() {}

    /** Two fisheyes of 195 degrees, equidistant, back to back; pictures of 1920 x 1920. */
    public static Rig twoBackToBack() {
        LensFrame frame = new LensFrame(1920, 1920, 960, 960, Optional.of(new ImageCircle(960, 960, 950)));
        FisheyeLens lens = FisheyeLens.equidistant(frame, Math.toRadians(195));
        return new Rig(
                "Two back-to-back fisheyes, 195°",
                List.of(
                        new RigLens("A", lens, Rotation.IDENTITY, new Position(0, 0, 0.015)),
                        new RigLens("B", lens, Rotation.ofYawPitchRoll(Math.PI, 0, 0), new Position(0, 0, -0.015))));
    }

    /** Six rectilinear lenses on a ring, upright pictures of 1440 x 1920, 92 degrees wide and 108 high. */
    public static Rig sixAround() {
        LensFrame frame = new LensFrame(1440, 1920, 720, 960, Optional.empty());
        RectilinearLens lens = new RectilinearLens(frame, 720 / StrictMath.tan(Math.toRadians(46)), 0, 0, 0, 0, 0);
        double ring = 0.07;
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            double yaw = Math.toRadians(60 * i);
            lenses.add(new RigLens(
                    String.valueOf((char) ('A' + i)),
                    lens,
                    Rotation.ofYawPitchRoll(yaw, 0, 0),
                    new Position(ring * StrictMath.sin(yaw), 0, ring * StrictMath.cos(yaw))));
        }
        return new Rig("Six around, 92° wide", lenses);
    }
}
