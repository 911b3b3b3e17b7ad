package foldback.engine.seam;

import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Steady;
import foldback.core.seam.SeamStrip;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.warp.Canvas;
import foldback.core.warp.projection.PartSphere;
import foldback.engine.take.Take;
import java.util.List;

/**
 * A seam unrolled: it runs straight through the middle of a picture from left to right, its first lens above it.
 *
 * @param first slot of the lens above
 * @param second slot of the lens below
 * @param canvas of the picture
 * @param recipe the take as it is seen so: the rig is held, however it turned
 */
public record SeamView(String first, String second, Canvas canvas, Recipe recipe) {
    private static final int LEAST_HEIGHT = 64;
    private static final Direction RIGHT = new Direction(1, 0, 0);

    /**
     * The seams of a take.
     *
     * @param pixelsPerDegree of the pictures
     */
    public static List<SeamView> of(TakeFlows flows, Recipe recipe, Take shown, double pixelsPerDegree) {
        return flows.strips(recipe, shown).stream()
                .map(strip -> of(strip, recipe, shown, pixelsPerDegree))
                .toList();
    }

    private static SeamView of(SeamStrip strip, Recipe recipe, Take shown, double pixelsPerDegree) {
        double length = strip.columns() * strip.alongStepRad();
        double high = strip.rows() * strip.stepRad();
        Rotation held = strip.rigFromStrip().times(Rotation.ofYawPitchRoll(middle(strip), 0, 0));
        int width = even(Math.toDegrees(length) * pixelsPerDegree);
        int height = Math.max(LEAST_HEIGHT, even(Math.toDegrees(high) * pixelsPerDegree));
        double half = Math.min(Math.PI, length / 2);
        return new SeamView(
                shown.clips().get(strip.first()).ref().slot(),
                shown.clips().get(strip.second()).ref().slot(),
                new Canvas(width, height, new PartSphere(-half, half, -high / 2, high / 2)),
                recipe.with(Steady.SECTION, Steady.NONE)
                        .with(Level.SECTION, new Level(held.yaw(), held.pitch(), held.roll())));
    }

    /** Where a picture's middle is along a seam; one all round is looked at from the right of the rig, where people are, not from below. */
    private static double middle(SeamStrip strip) {
        return strip.isRing()
                ? strip.rigFromStrip().inverse().apply(RIGHT).yaw()
                : strip.along((strip.columns() - 1) / 2.0);
    }

    private static int even(double pixels) {
        return 2 * (int) Math.max(16, Math.round(pixels / 2));
    }
}
