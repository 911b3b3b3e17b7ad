package foldback.engine.picture;

import foldback.core.balance.ClippingMarks;
import foldback.core.finish.CanvasFinish;
import foldback.core.finish.ChannelTables;
import foldback.core.finish.ColourTransform;
import foldback.core.finish.HdrTransform;
import foldback.core.matte.MattePath;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipeLight;
import foldback.core.recipe.RecipePlan;
import foldback.core.recipe.light.Balance;
import foldback.core.rig.Eye;
import foldback.core.run.Threads;
import foldback.core.stitch.EdgeFade;
import foldback.core.stitch.SphereLayer;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.tone.LightCurve;
import foldback.core.tone.Transfer;
import foldback.core.tone.Viewing;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;

/** Makes the pictures that one eye sees, or both alike. */
final class EyeMaker {
    private final Target target;
    private final PixelFormat stitchedFormat;
    private final ColourTags stitchedTags;
    private final PixelFormat format;
    private final ColourTags tags;
    private final Optional<CanvasFinish> finish;
    private final List<SphereLayer> layers;
    private final EyeStitch stitch;
    private final RecipeLight light;
    /** Of the source as it is, where clipping is marked. */
    private final Optional<RecipeLight> uncorrected;
    /** What is stitched into where that is not the picture; made when it is first needed. */
    private Frame between;

    /**
     * @param recipe as the eye sees it
     * @param halvings of the pictures that will be given
     */
    EyeMaker(
            Recipe recipe,
            Eye eye,
            List<RecipePlan.Source> sources,
            List<Integer> halvings,
            Target target,
            Optional<ColourTransform> transform,
            PlanCache cache,
            long keptBytes,
            Additions additions) {
        this.target = target;
        layers = new ArrayList<>(additions.layers());
        recipe.depth()
                .edge()
                .filter(edge -> eye != Eye.BOTH)
                .ifPresent(edge ->
                        layers.add(new EdgeFade(edge, recipe.depth().edgeSoft(), target.path(), target.looks())));
        RecipePlan plan = RecipePlan.compile(recipe, target.canvas(), target.path(), sources, halvings);
        ColourTags stated = sources.get(0).tags();
        LightCurve curve = recipe.balance().curveOf(stated);
        format = target.bits() == 10 ? PixelFormat.YUV420_10 : PixelFormat.YUV420_8;
        stitchedTags = recipe.balance().tagsOf(stated).sitedLeft();
        Optional<ColourTransform> through = switch (target.colours()) {
            case FOOTAGE -> Optional.empty();
            case VIEWING ->
                transform.or(() -> Viewing.needed(curve) ? Optional.of(ChannelTables.shown(curve)) : Optional.empty());
            case HLG -> Optional.of(HdrTransform.of(curve, stated.matrix(), Transfer.HLG));
            case PQ -> Optional.of(HdrTransform.of(curve, stated.matrix(), Transfer.PQ));
        };
        boolean deeper = sources.stream().anyMatch(source -> source.format().bits() > format.bits());
        finish = through.isPresent() || deeper ? Optional.of(new CanvasFinish(through)) : Optional.empty();
        stitchedFormat = finish.isPresent() ? PixelFormat.YUV420_10 : format;
        tags = through.isPresent() ? target.colours().tags() : stitchedTags;
        StitchSettings levelled = plan.settings()
                .with(target.meeting())
                .with(additions.weights().orElse(plan.settings().weights()));
        MattePath mattes = recipe.seams().mattes(recipe.geometry().rigOn());
        EyeTurn turn = EyeTurn.of(recipe.depth(), eye);
        stitch = new EyeStitch(
                levelled.with(levelled.rigFromCanvas().times(turn.still())),
                turn,
                mattes,
                target,
                additions,
                cache,
                keptBytes);
        light = cache.light(recipe, sources, stitchedFormat, stitchedTags);
        uncorrected = target.marks() == Target.Marks.CLIPPING
                ? Optional.of(cache.light(uncorrected(recipe), sources, stitchedFormat, stitchedTags))
                : Optional.empty();
    }

    /** See {@link EyeStitch#reached}. */
    BitSet reached(List<Double> moments) {
        return stitch.reached(moments);
    }

    /** The sample format of the pictures made. */
    PixelFormat format() {
        return format;
    }

    /** What their code values mean. */
    ColourTags tags() {
        return tags;
    }

    /**
     * Makes a picture.
     *
     * @param seconds take time
     * @param pictures of the lenses, halved as stated; read
     * @param out of the canvas's size; every sample is written
     */
    void make(double seconds, List<Frame> pictures, Frame out, Threads threads) throws InterruptedException {
        Frame stitched = finish.isPresent() ? between() : out;
        stitch.stitch(seconds, pictures, light.at(seconds), stitched, threads);
        for (SphereLayer layer : layers) {
            layer.lay(seconds, stitched, threads);
        }
        if (uncorrected.isPresent()) {
            Frame source = stitchedFrame();
            stitch.stitch(seconds, pictures, uncorrected.get().at(seconds), source, threads);
            ClippingMarks.draw(source, stitched);
        }
        if (finish.isPresent()) {
            finish.get().finish(stitched, out, threads);
        }
    }

    private static Recipe uncorrected(Recipe recipe) {
        return recipe.with(
                Balance.SECTION, Balance.NONE.withCurve(recipe.balance().curve()));
    }

    private Frame stitchedFrame() {
        return Frame.allocate(
                stitchedFormat,
                stitchedTags,
                target.canvas().width(),
                target.canvas().height());
    }

    private Frame between() {
        if (between == null) {
            between = stitchedFrame();
        }
        return between;
    }
}
