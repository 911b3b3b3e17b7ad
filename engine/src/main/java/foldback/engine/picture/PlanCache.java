package foldback.engine.picture;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipeLight;
import foldback.core.recipe.RecipePlan;
import foldback.core.recipe.light.Balance;
import foldback.core.rig.Rig;
import foldback.core.run.Threads;
import foldback.core.seam.SeamMoves;
import foldback.core.space.Rotation;
import foldback.core.stitch.plan.MovableWeights;
import foldback.core.stitch.plan.MovingPlan;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.warp.Canvas;
import foldback.core.warp.CanvasPath;
import foldback.core.warp.ShiftPath;
import foldback.engine.cache.Caches;
import java.util.List;

/** Compiled plans and tables of light by what they are made from, for makers that come and go. Safe for many threads. */
public final class PlanCache {
    /** Stands for all in what does not depend on a canvas. */
    private static final Canvas NO_CANVAS = new Canvas(64, 32);

    private final Cache<StitchSettings, StitchPlan> plans;
    private final Cache<MovingKey, MovingPlan> moving;
    /** By all but their canvases. */
    private final Cache<StitchSettings, MovingPlan> ofLenses;

    /** By all but their canvases. */
    private final Cache<StitchSettings, MovableWeights> movable;

    private final Cache<LightKey, RecipeLight> lights;
    private final Cache<SizesKey, List<Integer>> halvings;

    private record MovingKey(StitchSettings still, List<Canvas> canvases, boolean shifted) {}

    private record SizesKey(Rig rig, List<Canvas> canvases, List<RecipePlan.Source> sources) {}

    private record LightKey(
            List<String> slots,
            Balance balance,
            List<RecipePlan.Source> sources,
            PixelFormat format,
            ColourTags tags) {}

    /** @param most plans that are kept; a plan takes some bytes a canvas pixel */
    public PlanCache(int most) {
        plans = Caches.builder().maximumSize(most).build();
        moving = Caches.builder().maximumSize(most).build();
        ofLenses = Caches.builder().maximumSize(most).build();
        movable = Caches.builder().maximumSize(most).build();
        lights = Caches.builder().maximumSize(most).build();
        halvings = Caches.builder().maximumSize(most).build();
    }

    StitchPlan plan(StitchSettings settings) {
        return plans.get(settings, StitchPlan::compile);
    }

    /** What stays of a stitch whose rig or canvas turns is the same for all turns and levels. */
    MovingPlan moving(
            StitchSettings settings,
            CanvasPath canvas,
            RigMotion motion,
            ShiftPath shifts,
            SeamMoves seams,
            Threads threads)
            throws InterruptedException {
        List<Canvas> canvases = canvas.extremes();
        StitchSettings still = settings.on(canvases.get(0), Rotation.IDENTITY);
        MovingKey key = new MovingKey(still, canvases, shifts != ShiftPath.NONE);
        MovingPlan plan = moving.getIfPresent(key);
        if (plan == null) {
            StitchSettings lenses = settings.on(NO_CANVAS, Rotation.IDENTITY);
            MovingPlan elsewhere = ofLenses.getIfPresent(lenses);
            plan = elsewhere == null
                    ? MovingPlan.compile(still, canvas, motion, shifts, threads)
                    : elsewhere.on(canvas, shifts, threads);
            ofLenses.put(lenses, plan);
            moving.put(key, plan);
        }
        MovingPlan turned = plan.with(settings.rigFromCanvas(), canvas, motion, shifts);
        return seams == SeamMoves.NONE ? turned : turned.with(seams, movable(settings, seams, threads));
    }

    private MovableWeights movable(StitchSettings settings, SeamMoves seams, Threads threads)
            throws InterruptedException {
        StitchSettings lenses = settings.on(NO_CANVAS, Rotation.IDENTITY);
        MovableWeights found = movable.getIfPresent(lenses);
        if (found == null) {
            // The strips follow from the same settings.
            found = MovableWeights.of(lenses, seams.strips(), threads);
            movable.put(lenses, found);
        }
        return found;
    }

    List<Integer> halvings(Recipe recipe, CanvasPath canvas, List<RecipePlan.Source> sources) {
        return halvings.get(
                new SizesKey(recipe.geometry().rigOn(), canvas.extremes(), sources),
                key -> RecipePlan.halvings(recipe, canvas, sources));
    }

    RecipeLight light(Recipe recipe, List<RecipePlan.Source> sources, PixelFormat format, ColourTags tags) {
        List<String> slots = recipe.geometry().rigOn().lenses().stream()
                .map(lens -> lens.slot())
                .toList();
        return lights.get(
                new LightKey(slots, recipe.balance(), sources, format, tags),
                key -> new RecipeLight(recipe, sources, format, tags));
    }
}
