package foldback.core.recipe;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.LensDepth;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.warp.Canvas;
import java.util.ArrayList;
import java.util.List;

/**
 * What a recipe means for pictures of stated sizes.
 *
 * @param settings of the stitch; its rig is stated for the pictures that are read, after halving
 * @param halvings how often each lens's frames are to be halved before, so that no source detail aliases; fewer times where
 *     the margin at the rims would open the seams
 */
public record RecipePlan(StitchSettings settings, List<Integer> halvings) {
    /** A source is halved while it has more than this many pixels for one of the canvas. */
    private static final double MOST_SOURCE_PER_CANVAS = 1.5;

    /** The picture of a lens as it is at hand. */
    public record Source(int width, int height, PixelFormat format, ColourTags tags) {}

    /**
     * Compiles a recipe.
     *
     * @param sources of the rig's lenses that are on, in their order
     * @throws IllegalArgumentException where a picture's aspect is not the one the rig states
     */
    public static RecipePlan compile(Recipe recipe, Canvas canvas, List<Source> sources) {
        Rig rig = recipe.geometry().rigOn();
        List<RigLens> whole = new ArrayList<>();
        List<Integer> halvings = new ArrayList<>();
        for (int i = 0; i < sources.size(); i++) {
            Source source = sources.get(i);
            RigLens scaled = rig.lenses().get(i).scaledTo(source.width(), source.height());
            int times = 0;
            while (sourcePerCanvas(scaled, canvas) / (1 << times) > MOST_SOURCE_PER_CANVAS
                    && source.width() % (4 << times) == 0
                    && source.height() % (4 << times) == 0) {
                times++;
            }
            halvings.add(times);
            whole.add(scaled);
        }
        keepSeamsClosed(new Rig(rig.name(), whole), halvings);
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < whole.size(); i++) {
            Source source = sources.get(i);
            int times = halvings.get(i);
            lenses.add(whole.get(i).scaledTo(source.width() >> times, source.height() >> times));
        }
        StitchSettings settings = new StitchSettings(
                canvas,
                new Rig(rig.name(), lenses),
                recipe.level().worldFromCanvas(),
                recipe.seams().meetingMetres(),
                recipe.seams().feather());
        return new RecipePlan(settings, halvings);
    }

    /**
     * The margin at the rims is in pixels of the halved pictures: it grows with each halving, and may not come to more than
     * the overlaps leave.
     */
    private static void keepSeamsClosed(Rig whole, List<Integer> halvings) {
        int most = halvings.stream().mapToInt(Integer::intValue).max().orElse(0);
        if (most == 0) {
            return;
        }
        LensDepth depth = new LensDepth(whole);
        int allowed = most;
        while (allowed > 0 && !depth.holds(StitchPlan.MARGIN_PX, StitchPlan.MARGIN_PX * (1 << allowed))) {
            allowed--;
        }
        int limit = allowed;
        halvings.replaceAll(times -> Math.min(times, limit));
    }

    /** Source pixels for one canvas pixel in the middle of the lens that has the fewest; under 1 the canvas enlarges. */
    public static double leastSourcePerCanvas(Recipe recipe, Canvas canvas, List<Source> sources) {
        Rig rig = recipe.geometry().rigOn();
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < sources.size(); i++) {
            RigLens lens = rig.lenses().get(i);
            Source source = sources.get(i);
            RigLens scaled = lens.scaledTo(source.width(), source.height());
            least = Math.min(least, sourcePerCanvas(scaled, canvas));
        }
        return least;
    }

    /** Source pixels for one canvas pixel in the middle of a lens. */
    private static double sourcePerCanvas(RigLens lens, Canvas canvas) {
        return lens.lens().focalPx() * canvas.middleRadiansPerPixel();
    }
}
