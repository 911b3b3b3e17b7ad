package foldback.web.sync;

import foldback.core.recipe.Recipe;
import foldback.engine.sync.SyncRequest;
import foldback.engine.sync.TakeSync;
import foldback.web.Role;
import foldback.web.job.TakeJobs;
import foldback.web.preview.OpenTakes;
import foldback.web.recipe.Finished;
import foldback.web.recipe.Recipes;
import java.util.List;
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
    private final TakeJobs jobs;

    SyncJobs(Recipes recipes, OpenTakes takes, TakeSync sync) {
        this.recipes = recipes;
        this.takes = takes;
        this.sync = sync;
        this.jobs = new TakeJobs("sync", recipes);
    }

    /** Starts measuring on a revision; a measurement that goes on for this take is left alone. */
    TakeJobs.Status start(Long takeId, int base, SyncRequest request) {
        Recipe recipe = recipes.revision(takeId, base).read();
        return jobs.start(takeId, base, run -> {
            Recipe found = sync.find(recipe, takes.of(recipe), request, run);
            return new Finished(
                    LABEL, on -> List.of(on.clips(), on.sync()), on -> on.withClips(found.clips(), found.sync()));
        });
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
