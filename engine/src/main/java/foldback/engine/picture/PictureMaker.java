package foldback.engine.picture;

import foldback.core.finish.ColourTransform;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipePlan;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.rig.Eye;
import foldback.core.rig.RigLens;
import foldback.core.run.Threads;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Makes pictures of a take, one at a time: from what is decided about it, its lenses' pictures of a moment, and a target.
 *
 * <ul>
 *   <li>The same recipe, pictures and target give the same bits, on any number of threads.
 *   <li>Stitching is done in 10 bits wherever something comes behind it: a transform, or fewer bits than the footage has.
 * </ul>
 */
public final class PictureMaker {
    private final Target target;
    private final List<Integer> halvings;
    private final List<Part> parts = new ArrayList<>();

    /**
     * What one eye sees.
     *
     * @param lenses those that serve it, by their numbers among all
     */
    private record Part(EyeMaker maker, List<Integer> lenses) {}

    private PictureMaker(
            Recipe recipe,
            List<RecipePlan.Source> sources,
            Target target,
            Optional<ColourTransform> transform,
            PlanCache cache,
            long keptBytes,
            Additions additions) {
        this.target = target;
        halvings = cache.halvings(recipe, target.path(), sources);
        List<Eye> eyes = target.eyes().views(recipe.geometry().rigOn());
        for (Eye eye : eyes) {
            List<Integer> lenses = serving(recipe, eye);
            EyeMaker maker = new EyeMaker(
                    recipe.with(Geometry.SECTION, recipe.geometry().forEye(eye)),
                    eye,
                    lenses.stream().map(sources::get).toList(),
                    lenses.stream().map(halvings::get).toList(),
                    target,
                    transform,
                    cache,
                    keptBytes / eyes.size(),
                    additions.of(lenses, sources.size()));
            parts.add(new Part(maker, lenses));
        }
    }

    private static List<Integer> serving(Recipe recipe, Eye eye) {
        List<RigLens> on = recipe.geometry().rigOn().lenses();
        return IntStream.range(0, on.size())
                .filter(lens -> on.get(lens).eye().serves(eye))
                .boxed()
                .toList();
    }

    /**
     * A maker of single pictures.
     *
     * @param sources the pictures that will be given, of the lenses that are on, before they are halved
     * @param transform the take's, if it has one; looked at where the target asks for pictures to be viewed
     * @param cache where compiled plans are kept
     */
    public static PictureMaker of(
            Recipe recipe,
            List<RecipePlan.Source> sources,
            Target target,
            Optional<ColourTransform> transform,
            PlanCache cache) {
        return of(recipe, sources, target, transform, cache, Additions.NONE);
    }

    /** The same with what was measured or drawn about the take. */
    public static PictureMaker of(
            Recipe recipe,
            List<RecipePlan.Source> sources,
            Target target,
            Optional<ColourTransform> transform,
            PlanCache cache,
            Additions additions) {
        return new PictureMaker(recipe, sources, target, transform, cache, 0, additions);
    }

    /**
     * A maker of a run of pictures, which keeps from one to the next what does not change.
     *
     * @param keptBytes the most that this may take
     * @param additions what was measured or drawn about the take
     */
    public static PictureMaker ofRun(
            Recipe recipe,
            List<RecipePlan.Source> sources,
            Target target,
            Optional<ColourTransform> transform,
            long keptBytes,
            Additions additions) {
        return new PictureMaker(recipe, sources, target, transform, new PlanCache(1), keptBytes, additions);
    }

    /** How often each lens's picture is to be halved before it is given, so that nothing in it aliases. */
    public List<Integer> halvings() {
        return halvings;
    }

    /**
     * The lenses whose pictures can be seen, by their numbers: never too few. Others' may show anything.
     *
     * @param moments take times of the pictures that will be made
     */
    public BitSet reached(List<Double> moments) {
        BitSet reached = new BitSet();
        for (Part part : parts) {
            part.maker().reached(moments).stream().map(part.lenses()::get).forEach(reached::set);
        }
        return reached;
    }

    /** The sample format of the pictures made. */
    public PixelFormat format() {
        return parts.get(0).maker().format();
    }

    /** What their code values mean. */
    public ColourTags tags() {
        return parts.get(0).maker().tags();
    }

    /** Room for a picture. */
    public Frame allocate() {
        return Frame.allocate(
                format(),
                tags(),
                target.eyes().width(target.canvas()),
                target.eyes().height(target.canvas()));
    }

    /**
     * Makes a picture.
     *
     * @param seconds take time
     * @param pictures of the lenses, halved as {@link #halvings} says; read
     * @param out of {@link #allocate}'s kind; every sample is written
     */
    public void make(double seconds, List<Frame> pictures, Frame out, Threads threads) throws InterruptedException {
        for (int eye = 0; eye < parts.size(); eye++) {
            Part part = parts.get(eye);
            List<Frame> seen = part.lenses().stream().map(pictures::get).toList();
            part.maker().make(seconds, seen, target.eyes().part(out, target.canvas(), eye), threads);
        }
    }
}
