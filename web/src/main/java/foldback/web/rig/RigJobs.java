package foldback.web.rig;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.run.Run;
import foldback.core.solve.RigFinder;
import foldback.core.solve.TiePoints;
import foldback.engine.document.RecipeJson;
import foldback.engine.preview.Previewer;
import foldback.engine.rig.TakeGeometry;
import foldback.engine.rig.TakeRig;
import foldback.engine.take.Take;
import foldback.web.Role;
import foldback.web.job.TakeJobs;
import foldback.web.preview.OpenTakes;
import foldback.web.recipe.Recipes;
import java.util.List;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Service;

/** Solves rigs in the background; the result is recorded as a change. */
@Service
@Profile(Role.PAGES)
class RigJobs implements DisposableBean {
    private final Recipes recipes;
    private final OpenTakes takes;
    private final PointSets points;
    private final Previewer previewer;
    private final TakeJobs jobs = new TakeJobs(
            "rig", "The take was changed while its rig was solved. Nothing was recorded; solve the rig again.");

    RigJobs(Recipes recipes, OpenTakes takes, PointSets points, Previewer previewer) {
        this.recipes = recipes;
        this.takes = takes;
        this.points = points;
        this.previewer = previewer;
    }

    TakeJobs.Status start(Long takeId, int base, RigOrder order) {
        order.request();
        Recipe recipe = RecipeJson.read(recipes.revision(takeId, base).recipe());
        if (order.fromPoints() && recipe.geometry().points().isEmpty()) {
            throw new IllegalArgumentException("The take has no tie points to solve from.");
        }
        if (recipe.clips().size() < 2) {
            throw new IllegalArgumentException("One lens has no other that its picture could be compared with.");
        }
        return jobs.start(takeId, run -> {
            Geometry solved = order.fromPoints() ? again(recipe, order, run) : solve(recipe, order, run);
            String label = order.fromPoints() ? "Solve the rig from its points" : "Solve the rig";
            recipes.change(takeId, base, recipe.withGeometry(solved), label);
        });
    }

    private Geometry solve(Recipe recipe, RigOrder order, Run run) {
        Take take = takes.of(recipe);
        TakeRig.Solved solved =
                TakeRig.solve(recipe.rig(), take.clips(), new TakeFrames(previewer, take), order.request(), run);
        String hash = points.keep(solved.points(), PointSets.slots(recipe));
        return TakeGeometry.of(solved.found(), recipe.geometry(), solved.moments(), hash);
    }

    private Geometry again(Recipe recipe, RigOrder order, Run run) {
        TiePoints known = points.of(recipe);
        RigFinder.Found found = TakeRig.again(recipe.rig(), takes.of(recipe).clips(), known, order.request(), run);
        List<Double> moments = known.moments();
        String hash = recipe.geometry().points().orElseThrow();
        return TakeGeometry.of(found, recipe.geometry(), moments, hash);
    }

    TakeJobs.Status status(Long takeId) {
        return jobs.status(takeId);
    }

    TakeJobs.Status cancel(Long takeId) {
        return jobs.cancel(takeId);
    }

    @Override
    public void destroy() {
        jobs.close();
    }
}
