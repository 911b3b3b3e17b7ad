package foldback.web.rig;

import foldback.core.match.TiePoints;
import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.rig.Rig;
import foldback.core.run.Run;
import foldback.core.solve.RigFinder;
import foldback.engine.preview.Previewer;
import foldback.engine.rig.TakeGeometry;
import foldback.engine.rig.TakeRig;
import foldback.engine.take.Take;
import foldback.web.Role;
import foldback.web.job.TakeJobs;
import foldback.web.preview.OpenTakes;
import foldback.web.recipe.Finished;
import foldback.web.recipe.Recipes;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
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
    private final TakeJobs jobs;

    RigJobs(Recipes recipes, OpenTakes takes, PointSets points, Previewer previewer) {
        this.recipes = recipes;
        this.takes = takes;
        this.points = points;
        this.previewer = previewer;
        this.jobs = new TakeJobs("rig", recipes);
    }

    TakeJobs.Status start(Long takeId, int base, RigOrder order) {
        order.request();
        Recipe recipe = recipes.revision(takeId, base).read();
        if (order.fromPoints() && recipe.geometry().points().isEmpty()) {
            throw new IllegalArgumentException("The take has no tie points to solve from.");
        }
        if (recipe.showing().clips().size() < 2) {
            throw new IllegalArgumentException("One lens has no other that its picture could be compared with.");
        }
        return jobs.start(
                takeId, base, run -> order.fromPoints() ? again(recipe, order, run) : solve(recipe, order, run));
    }

    /** Where lenses point follows from the clips, when they start, and what was known of the rig; light and level are nothing to it. */
    private static Finished finished(String label, UnaryOperator<Recipe> change) {
        return new Finished(label, on -> List.of(on.clips(), on.geometry()), change);
    }

    /** Solves the lenses that are on; the others stay as they are. Clips go to the slots that they belong to. */
    private Finished solve(Recipe recipe, RigOrder order, Run run) {
        Rig on = recipe.geometry().rigOn();
        List<String> slots = PointSets.slots(on);
        Take take = takes.of(recipe).showing(recipe);
        TakeRig.Solved solved = TakeRig.solve(on, take.clips(), new TakeFrames(previewer, take), order.request(), run);
        String hash = points.keep(solved.points(), slots);
        Map<String, String> slotOf = recipe.clips().stream().collect(Collectors.toMap(ClipRef::slot, ClipRef::slot));
        for (int i = 0; i < slots.size(); i++) {
            slotOf.put(slots.get(solved.clips()[i]), slots.get(i));
        }
        String chosen = solved.chosen().isEmpty() ? "" : " The moments: " + solved.chosen();
        RigFinder.Found found = solved.found().saying(chosen);
        return finished("Solve the rig", later -> {
            Recipe placed = later.withSlots(slotOf);
            return placed.withGeometry(TakeGeometry.of(found, placed.geometry(), solved.moments(), hash));
        });
    }

    private Finished again(Recipe recipe, RigOrder order, Run run) {
        Rig on = recipe.geometry().rigOn();
        TiePoints known = points.of(recipe).between(recipe.rig(), on);
        Take take = takes.of(recipe).showing(recipe);
        RigFinder.Found found = TakeRig.again(on, take.clips(), known, order.request(), run);
        String hash = recipe.geometry().points().orElseThrow();
        return finished(
                "Solve the rig from its points",
                later -> later.withGeometry(TakeGeometry.of(found, later.geometry(), known.moments(), hash)));
    }

    TakeJobs.Status status(Long takeId) {
        return jobs.status(takeId);
    }

    TakeJobs.Status cancel(Long takeId) {
        return jobs.cancel(takeId);
    }

    TakeJobs.Status use(Long takeId, int base) {
        return jobs.use(takeId, base);
    }

    @Override
    public void destroy() {
        jobs.close();
    }
}
