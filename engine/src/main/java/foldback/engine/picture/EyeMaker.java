package foldback.engine.picture;

import foldback.core.balance.ClippingMarks;
import foldback.core.finish.CanvasFinish;
import foldback.core.finish.ChannelTables;
import foldback.core.finish.ColourTransform;
import foldback.core.framing.Framing;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipeLight;
import foldback.core.recipe.RecipePlan;
import foldback.core.recipe.light.Balance;
import foldback.core.run.Threads;
import foldback.core.seam.SeamSettings;
import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import foldback.core.stitch.MovingStitcher;
import foldback.core.stitch.PartlyMovedStitcher;
import foldback.core.stitch.SphereLayer;
import foldback.core.stitch.Stitch;
import foldback.core.stitch.Stitcher;
import foldback.core.stitch.plan.CanvasPart;
import foldback.core.stitch.plan.LensReach;
import foldback.core.stitch.plan.MovingPlan;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.stitch.plan.WeightMap;
import foldback.core.tone.LensLight;
import foldback.core.tone.LightCurve;
import foldback.core.tone.Viewing;
import foldback.core.warp.Canvas;
import foldback.core.warp.CanvasPath;
import foldback.core.warp.Kernel;
import foldback.core.warp.ShiftPath;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Makes the pictures that one eye sees, or both alike. */
final class EyeMaker {
    /** Overlaps are used so far to both sides of a seam, but for a little. */
    private static final double MOST_FEATHER = 1.9 * SeamSettings.DEFAULT.reachRad();
    /** Of a picture that is read row by row. */
    private static final int ROWS_LOOKED_AT = 2;

    private final Target target;
    private final PixelFormat stitchedFormat;
    private final ColourTags stitchedTags;
    private final PixelFormat format;
    private final ColourTags tags;
    private final Optional<CanvasFinish> finish;
    private final List<SphereLayer> layers;
    private final Stitch stitch;
    private final StitchSettings levelled;
    private final Additions additions;
    private final RecipeLight light;
    /** Of the source as it is, where clipping is marked. */
    private final Optional<RecipeLight> uncorrected;
    /** What is stitched into where that is not the picture; made when it is first needed. */
    private Frame between;

    /** @param halvings of the pictures that will be given */
    EyeMaker(
            Recipe recipe,
            List<RecipePlan.Source> sources,
            List<Integer> halvings,
            Target target,
            Optional<ColourTransform> transform,
            PlanCache cache,
            long keptBytes,
            Additions additions) {
        this.target = target;
        this.additions = additions;
        layers = additions.layers();
        RecipePlan plan = RecipePlan.compile(recipe, target.canvas(), target.path(), sources, halvings);
        ColourTags stated = sources.get(0).tags();
        LightCurve curve = recipe.balance().curveOf(stated);
        format = target.bits() == 10 ? PixelFormat.YUV420_10 : PixelFormat.YUV420_8;
        stitchedTags = recipe.balance().tagsOf(stated).sitedLeft();
        Optional<ColourTransform> viewing = target.colours() == Target.Colours.FOOTAGE
                ? Optional.empty()
                : transform.or(
                        () -> Viewing.needed(curve) ? Optional.of(ChannelTables.shown(curve)) : Optional.empty());
        boolean deeper = sources.stream().anyMatch(source -> source.format().bits() > format.bits());
        finish = viewing.isPresent() || deeper ? Optional.of(new CanvasFinish(viewing)) : Optional.empty();
        stitchedFormat = finish.isPresent() ? PixelFormat.YUV420_10 : format;
        tags = viewing.isPresent() ? ColourTags.BT709_LIMITED : stitchedTags;
        levelled = plan.settings()
                .with(target.meeting())
                .with(additions.weights().orElse(plan.settings().weights()));
        boolean stands = additions.motion().isEmpty()
                && target.framing().map(Framing::isStill).orElse(true);
        if (stands && additions.shifts() == ShiftPath.NONE) {
            stitch = new Stitcher(cache.plan(turned()), target.kernel(), keptBytes);
        } else {
            // Where lenses ramp into each other beyond what is moved, all of the canvas has to be followed.
            boolean inPart =
                    stands && levelled.weights() instanceof WeightMap.Feather feather && feather.width() < MOST_FEATHER;
            stitch = new Moving(
                    turned(),
                    target.path(),
                    shown(),
                    additions.shifts(),
                    target.kernel(),
                    cache,
                    inPart ? Optional.of(keptBytes) : Optional.empty());
        }
        light = cache.light(recipe, sources, stitchedFormat, stitchedTags);
        uncorrected = target.marks() == Target.Marks.CLIPPING
                ? Optional.of(cache.light(uncorrected(recipe), sources, stitchedFormat, stitchedTags))
                : Optional.empty();
    }

    /** Turned to what a framing looks at, at one time. */
    private StitchSettings turned() {
        return target.framing()
                .map(shown -> levelled.with(levelled.rigFromCanvas().times(shown.rotation(0))))
                .orElse(levelled);
    }

    /** How the rig turns and is shown; of the view that a framing turns, if there is one. */
    private RigMotion shown() {
        RigMotion motion = additions
                .motion()
                .orElseGet(() -> RigMotion.still(levelled.rig().lenses().size()));
        RotationPath view = motion.worldFromView();
        Rotation level = levelled.rigFromCanvas();
        Rotation back = turned().rigFromCanvas().inverse();
        return target.framing()
                .map(framing -> motion.withView(seconds -> view.at(seconds)
                        .times(level)
                        .times(framing.rotation(seconds))
                        .times(back)))
                .orElse(motion);
    }

    /**
     * The lenses that pictures can show, by their numbers: never too few.
     *
     * @param moments take times of the pictures
     */
    BitSet reached(List<Double> moments) {
        int lenses = levelled.rig().lenses().size();
        BitSet reached = new BitSet();
        if (target.framing().isEmpty()) {
            reached.set(0, lenses);
            return reached;
        }
        RigMotion motion = shown();
        StitchSettings settings = turned();
        Set<Look> looks = new HashSet<>();
        for (double seconds : moments) {
            for (int lens = 0; lens < lenses; lens++) {
                for (int row = 0; row <= ROWS_LOOKED_AT; row++) {
                    Rotation view = motion.viewFromRig(lens, seconds, (double) row / ROWS_LOOKED_AT);
                    looks.add(new Look(target.path().at(seconds), view.inverse().times(settings.rigFromCanvas())));
                }
            }
        }
        looks.forEach(look -> reached.or(LensReach.of(settings, look.canvas(), look.rigFromCanvas())));
        return reached;
    }

    private record Look(Canvas canvas, Rotation rigFromCanvas) {}

    /**
     * Compiled when the first picture is asked for, by the threads that are given with it. Where the view stands still, what is outside of
     * what lenses are moved in is kept within so many bytes.
     */
    private static final class Moving implements Stitch {
        private final StitchSettings settings;
        private final CanvasPath canvas;
        private final RigMotion motion;
        private final ShiftPath shifts;
        private final Kernel kernel;
        private final PlanCache cache;
        private final Optional<Long> keptBytes;
        private Stitch stitcher;

        Moving(
                StitchSettings settings,
                CanvasPath canvas,
                RigMotion motion,
                ShiftPath shifts,
                Kernel kernel,
                PlanCache cache,
                Optional<Long> keptBytes) {
            this.cache = cache;
            this.keptBytes = keptBytes;
            this.settings = settings;
            this.canvas = canvas;
            this.motion = motion;
            this.shifts = shifts;
            this.kernel = kernel;
        }

        @Override
        public void stitch(double seconds, List<Frame> pictures, List<LensLight> lights, Frame out, Threads threads)
                throws InterruptedException {
            if (stitcher == null) {
                MovingPlan plan = cache.moving(settings, canvas, motion, shifts, threads);
                stitcher = keptBytes.isPresent()
                        ? new PartlyMovedStitcher(
                                cache.plan(settings),
                                plan,
                                CanvasPart.of(settings.canvas(), settings.rigFromCanvas(), shifts),
                                kernel,
                                keptBytes.get())
                        : new MovingStitcher(plan, kernel);
            }
            stitcher.stitch(seconds, pictures, lights, out, threads);
        }
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
