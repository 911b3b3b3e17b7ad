package foldback.web.sync;

import foldback.core.recipe.Recipe;
import foldback.engine.sync.SyncRequest;
import foldback.engine.sync.TakeSync;
import foldback.web.Role;
import foldback.web.job.TakeJobs;
import foldback.web.preview.OpenTakes;
import foldback.web.recipe.Recipes;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Service;

/** Measures offsets in the background; the result is recorded as a change. */
@Service
@Profile(Role.PAGES)
class SyncJobs implements DisposableBean {
    private static final String LABEL = "Find offsets";
    private final Recipes recipes;
    private final OpenTakes takes;
    private final TakeSync sync;
    private final TakeJobs jobs = new TakeJobs(
            "sync",
            "The take was changed while its offsets were measured. Nothing was recorded; find the offsets again.");

    SyncJobs(Recipes recipes, OpenTakes takes, TakeSync sync) {
        this.recipes = recipes;
        this.takes = takes;
        this.sync = sync;
    }

    /** Starts measuring on a revision; a measurement that goes on for this take is left alone. */
    TakeJobs.Status start(Long takeId, int base, SyncRequest request) {
        Recipe recipe = recipes.revision(takeId, base).read();
        return jobs.start(takeId, run -> {
            Recipe found = sync.find(recipe, takes.of(recipe), request, run);
            recipes.change(takeId, base, found, LABEL);
        });
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
