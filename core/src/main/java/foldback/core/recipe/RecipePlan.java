package foldback.core.recipe;

import foldback.core.lens.LensFrame;
import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.LensDepth;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.warp.Canvas;
import foldback.core.warp.CanvasPath;
import foldback.core.warp.projection.Projection;
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
    /** A canvas that shrinks lenses more in some places than in others is looked at in so many places each way. */
    private static final int PLACES = 33;

    /** A lens is halved as a whole for a sphere that has fewer pixels: so many of the lens's for one of the sphere. */
    private static final double MOST_FOR_SPHERE = 1.5;

    /** A sixteenth of a lens's picture each way is the coarsest that is read. */
    private static final int MOST_LEVELS = 5;

    /** The picture of a lens as it is at hand. */
    public record Source(int width, int height, PixelFormat format, ColourTags tags) {}

    /**
     * Compiles a recipe.
     *
     * @param sources of the rig's lenses that are on, in their order
     * @throws IllegalArgumentException where a picture's aspect is not the one the rig states
     */
    public static RecipePlan compile(Recipe recipe, Canvas canvas, List<Source> sources) {
        CanvasPath path = CanvasPath.still(canvas);
        return compile(recipe, canvas, path, sources, halvings(recipe, path, sources));
    }

    /**
     * The same for pictures that are halved as stated, and a canvas that may change over time.
     *
     * @param canvas how it is at one time
     */
    public static RecipePlan compile(
            Recipe recipe, Canvas canvas, CanvasPath path, List<Source> sources, List<Integer> halvings) {
        Rig rig = recipe.geometry().rigOn();
        Density density = Density.of(path);
        List<RigLens> lenses = new ArrayList<>();
        int levels = 1;
        for (int i = 0; i < sources.size(); i++) {
            Source source = sources.get(i);
            int times = halvings.get(i);
            RigLens lens = rig.lenses().get(i).scaledTo(source.width() >> times, source.height() >> times);
            lenses.add(lens);
            levels = Math.max(levels, levels(lens, density));
        }
        StitchSettings settings = new StitchSettings(
                canvas,
                new Rig(rig.name(), lenses),
                recipe.level().still(),
                recipe.seams().meetingMetres(),
                recipe.seams().feather());
        return new RecipePlan(settings.with(recipe.seams().weights()).withLevels(possible(levels, lenses)), halvings);
    }

    /** How often each lens's picture is halved as a whole, so that no source detail aliases where the canvas is finest. */
    public static List<Integer> halvings(Recipe recipe, CanvasPath path, List<Source> sources) {
        Rig rig = recipe.geometry().rigOn();
        Density density = Density.of(path);
        List<RigLens> whole = new ArrayList<>();
        List<Integer> halvings = new ArrayList<>();
        for (int i = 0; i < sources.size(); i++) {
            Source source = sources.get(i);
            RigLens scaled = rig.lenses().get(i).scaledTo(source.width(), source.height());
            int times = 0;
            while (scaled.lens().focalPx() * density.finest() / (1 << times) > density.most()
                    && source.width() % (4 << times) == 0
                    && source.height() % (4 << times) == 0) {
                times++;
            }
            halvings.add(times);
            whole.add(scaled);
        }
        keepSeamsClosed(new Rig(rig.name(), whole), halvings);
        return List.copyOf(halvings);
    }

    /** How many pictures of a lens are needed, each halved once more, so that none aliases anywhere. */
    private static int levels(RigLens lens, Density density) {
        int levels = 1;
        while (levels < MOST_LEVELS
                && lens.lens().focalPx() * density.coarsest() / (1 << levels - 1) > StitchPlan.MOST_SOURCE_PER_CANVAS) {
            levels++;
        }
        return levels;
    }

    /** As many of some pictures as can be halved to even sides, and as plans can count. */
    private static int possible(int wanted, List<RigLens> lenses) {
        int levels = Math.min(wanted, Math.max(1, StitchSettings.MOST_PICTURES / lenses.size()));
        for (RigLens lens : lenses) {
            LensFrame frame = lens.lens().frame();
            while (levels > 1 && (frame.width() % (1 << levels) != 0 || frame.height() % (1 << levels) != 0)) {
                levels--;
            }
        }
        return levels;
    }

    /**
     * By how much directions change from a pixel to the next where a canvas is finest and where it is coarsest, radians, and how many of a
     * lens's pixels one of the canvas may have.
     */
    private record Density(double finest, double coarsest, double most) {
        static Density of(CanvasPath path) {
            return path.extremes().stream()
                    .map(Density::of)
                    .reduce((a, b) ->
                            new Density(Math.min(a.finest, b.finest), Math.max(a.coarsest, b.coarsest), a.most))
                    .orElseThrow();
        }

        static Density of(Canvas canvas) {
            Projection projection = canvas.projection();
            if (projection.edges() == Projection.Edges.WRAP) {
                double middle = canvas.middleRadiansPerPixel();
                return new Density(middle, 0, MOST_FOR_SPHERE);
            }
            double finest = Double.POSITIVE_INFINITY;
            double coarsest = 0;
            for (int place = 0; place < PLACES * PLACES; place++) {
                double x = (place % PLACES + 0.5) * canvas.width() / PLACES;
                double y = (place / PLACES + 0.5) * canvas.height() / PLACES;
                double here = projection.radiansPerPixel(x, y, canvas.width(), canvas.height());
                // NaN, where the projection shows nothing, compares as false.
                finest = here < finest ? here : finest;
                coarsest = here > coarsest ? here : coarsest;
            }
            return new Density(finest, coarsest, StitchPlan.MOST_SOURCE_PER_CANVAS);
        }
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
