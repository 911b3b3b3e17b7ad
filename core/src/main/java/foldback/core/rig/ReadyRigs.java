package foldback.core.rig;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.lens.RectilinearLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Rigs of common kinds to start from; a real unit differs a little from them. */
public final class ReadyRigs {
    private static final double PAIR_RADIUS = 0.015;
    private static final double RING_RADIUS = 0.07;

    private ReadyRigs() {}

    private static final double MOST_FIELD = 120;

    /** A disc that nobody measured is taken to fill the picture but for this rim. */
    private static final double INSCRIBED = 0.495;

    /**
     * A rig to start from for clips without a card: one fisheye, two back to back, or a ring.
     *
     * @param pictures one for each lens: its size, and the lit disc where one was found
     * @throws IllegalArgumentException where there are none, or more than a rig has
     */
    public static Rig startFor(List<Picture> pictures) {
        int count = pictures.size();
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            Picture picture = pictures.get(i);
            double turn = 2 * Math.PI * i / count;
            double out = count == 1 ? 0 : count == 2 ? PAIR_RADIUS : RING_RADIUS;
            Lens lens = count <= 2 ? fisheye(picture, count == 1 ? 180 : 195) : flat(picture, count);
            Position pupil = new Position(out * StrictMath.sin(turn), 0, out * StrictMath.cos(turn));
            lenses.add(new RigLens(String.valueOf((char) ('A' + i)), lens, Rotation.ofYawPitchRoll(turn, 0, 0), pupil));
        }
        String name = count == 1 ? "One fisheye, 180°" : count == 2 ? "Two back to back, 195°" : count + " around";
        return new Rig(name, lenses);
    }

    /** A lens's picture, of which no more is known. */
    public record Picture(int width, int height, Optional<ImageCircle> circle) {}

    private static Lens fisheye(Picture picture, double degrees) {
        ImageCircle circle = picture.circle()
                .orElseGet(() -> new ImageCircle(
                        picture.width() / 2.0,
                        picture.height() / 2.0,
                        INSCRIBED * Math.min(picture.width(), picture.height())));
        return FisheyeLens.equidistant(
                new LensFrame(picture.width(), picture.height(), circle.cx(), circle.cy(), Optional.of(circle)),
                Math.toRadians(degrees));
    }

    /** Wide enough to overlap its neighbours by a third of its share. */
    private static Lens flat(Picture picture, int count) {
        double field = Math.toRadians(Math.min(MOST_FIELD, 360.0 / count + 32));
        LensFrame frame = new LensFrame(
                picture.width(), picture.height(), picture.width() / 2.0, picture.height() / 2.0, Optional.empty());
        return new RectilinearLens(frame, picture.width() / 2.0 / StrictMath.tan(field / 2), 0, 0, 0, 0, 0);
    }

    /** Those that every installation has cards of. */
    public static List<Rig> all() {
        return List.of(twoBackToBack(), sixAround(), twoEyes());
    }

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

    /** Two fisheyes of 190 degrees, equidistant, that look ahead for an eye each, as far apart as people's; pictures of 1920 x 1920. */
    public static Rig twoEyes() {
        LensFrame frame = new LensFrame(1920, 1920, 960, 960, Optional.of(new ImageCircle(960, 960, 950)));
        FisheyeLens lens = FisheyeLens.equidistant(frame, Math.toRadians(190));
        double half = EyePair.USUAL_METRES / 2;
        return new Rig(
                "Two eyes, 190°",
                List.of(
                        new RigLens("A", lens, Rotation.IDENTITY, new Position(-half, 0, 0), Eye.LEFT),
                        new RigLens("B", lens, Rotation.IDENTITY, new Position(half, 0, 0), Eye.RIGHT)));
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
