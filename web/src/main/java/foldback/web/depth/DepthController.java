package foldback.web.depth;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.Recipe;
import foldback.core.rig.Eye;
import foldback.core.space.Direction;
import foldback.core.warp.Canvas;
import foldback.core.warp.projection.PartSphere;
import foldback.engine.depth.EyeSight;
import foldback.engine.depth.TakeDepth;
import foldback.engine.steady.TakeShake;
import foldback.engine.take.Take;
import foldback.media.PngWriter;
import foldback.web.Role;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.util.List;
import java.util.OptionalDouble;
import org.springframework.context.annotation.Profile;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** How far apart a take's eyes see things. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/takes/{takeId}/revisions/{number}/depth")
class DepthController {
    private final Recipes recipes;
    private final OpenTakes takes;
    private final EyeSight sight;

    DepthController(Recipes recipes, OpenTakes takes, TakeDepth depth, TakeShake shake) {
        this.recipes = recipes;
        this.takes = takes;
        sight = new EyeSight(depth, shake);
    }

    /**
     * What was pointed at.
     *
     * @param disparityDeg as it was filmed
     * @param wantedDeg what becomes of it, before the screen plane
     */
    record Pointed(double disparityDeg, double wantedDeg) {}

    /**
     * The disparity of what is pointed at in an eye's picture.
     *
     * @param yaw of the picture's canvas, degrees
     * @param pitch of it
     */
    @GetMapping("/at")
    Pointed at(
            @PathVariable Long takeId,
            @PathVariable int number,
            @RequestParam double t,
            @RequestParam Eye eye,
            @RequestParam double yaw,
            @RequestParam double pitch) {
        Recipe recipe = recipes.revision(takeId, number).read();
        Take shown = takes.of(recipe).showing(recipe);
        Direction seen = Direction.ofYawPitch(Math.toRadians(yaw), Math.toRadians(pitch));
        OptionalDouble disparity = sight.disparityAt(recipe, shown, t, eye, seen);
        if (disparity.isEmpty()) {
            throw new IllegalArgumentException(
                    "How far away that is could not be told: both eyes must see it, and it needs some structure. Point at"
                            + " something else that is as far away.");
        }
        return new Pointed(
                Math.toDegrees(disparity.getAsDouble()),
                Math.toDegrees(recipe.depth().curve().at(disparity.getAsDouble())));
    }

    /** Every how many nodes each way a page is told of. */
    private static final int STEP = 2;

    /**
     * What is told all over the picture at a moment.
     *
     * @param places of each: yaw and pitch in the canvas, disparity as it was filmed, and vertical mismatch, degrees
     */
    record Told(List<double[]> places) {}

    @GetMapping
    Told told(@PathVariable Long takeId, @PathVariable int number, @RequestParam double t) {
        Recipe recipe = recipes.revision(takeId, number).read();
        Take shown = takes.of(recipe).showing(recipe);
        return new Told(sight.all(recipe, shown, t, STEP).stream()
                .map(told -> new double[] {
                    rounded(told.seen().yaw()),
                    rounded(told.seen().pitch()),
                    rounded(told.disparity()),
                    rounded(told.vertical())
                })
                .toList());
    }

    private static final int PICTURE_HEIGHT = 360;
    /** Values that are not told are shown darker by so much. */
    private static final double DIM = 0.35;

    private static final int NO_COLOUR = 128;
    private static final ColourTags GREY = ColourTags.BT709_LIMITED.withRange(ColourTags.Range.FULL);

    /**
     * How far away things are, near ones bright, as a grey PNG of what the eyes' pictures show before they are turned to a screen plane;
     * what is filled in from around is dimmed.
     *
     * @param half whether of the 180 degrees ahead, else of the whole sphere
     */
    @GetMapping(value = "/picture", produces = MediaType.IMAGE_PNG_VALUE)
    byte[] picture(
            @PathVariable Long takeId, @PathVariable int number, @RequestParam double t, @RequestParam boolean half) {
        Recipe recipe = recipes.revision(takeId, number).read();
        Take shown = takes.of(recipe).showing(recipe);
        Canvas canvas = half
                ? new Canvas(PICTURE_HEIGHT, PICTURE_HEIGHT, PartSphere.HALF)
                : new Canvas(2 * PICTURE_HEIGHT, PICTURE_HEIGHT);
        EyeSight.DepthPicture found = sight.picture(recipe, shown, t, canvas);
        return PngWriter.encode(grey(found));
    }

    private static Frame grey(EyeSight.DepthPicture found) {
        Frame grey = Frame.allocate(PixelFormat.YUV420_8, GREY, found.width(), found.height());
        for (int y = 0; y < found.height(); y++) {
            for (int x = 0; x < found.width(); x++) {
                int at = y * found.width() + x;
                int value = found.values()[at] & 0xff;
                grey.y().set(x, y, found.told()[at] ? value : (int) (DIM * value));
                grey.u().set(x / 2, y / 2, NO_COLOUR);
                grey.v().set(x / 2, y / 2, NO_COLOUR);
            }
        }
        return grey;
    }

    /** Degrees to a thousandth. */
    private static double rounded(double radians) {
        return Math.round(Math.toDegrees(radians) * 1000) / 1000.0;
    }
}
