package foldback.web.stage;

import foldback.core.recipe.Recipe;
import foldback.engine.document.Asked;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageTools;
import foldback.engine.stage.Stages;
import foldback.web.Role;
import foldback.web.page.NotFoundException;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Service;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What stages do by themselves, in the background; a result is recorded as a change. */
@Service
@Profile(Role.PAGES)
class StageJobs implements DisposableBean {
    private final Recipes recipes;
    private final OpenTakes takes;
    private final StageTools tools;
    private final JsonMapper json;
    private final Map<String, TakeJobs> jobs;

    StageJobs(Recipes recipes, OpenTakes takes, StageTools tools, JsonMapper json) {
        this.recipes = recipes;
        this.takes = takes;
        this.tools = tools;
        this.json = json;
        jobs = Stages.all().stream()
                .collect(Collectors.toMap(Stage::name, stage -> new TakeJobs(stage.name(), recipes)));
    }

    /** Starts a job on a revision; one of the same stage that goes on for this take is left alone. */
    TakeJobs.Status start(Long takeId, String stage, String job, int base, JsonNode order) {
        of(stage);
        StageJob<?> wanted = Stages.named(stage).jobs().stream()
                .filter(each -> each.name().equals(job))
                .findFirst()
                .orElseThrow(() -> new NotFoundException("job '" + job + "'"));
        return start(takeId, stage, wanted, base, order);
    }

    private <O> TakeJobs.Status start(Long takeId, String stage, StageJob<O> job, int base, JsonNode asked) {
        O order = Asked.required(json.treeToValue(asked, job.order()), "order");
        Recipe recipe = recipes.revision(takeId, base).read();
        job.check(recipe, order);
        return of(stage).start(takeId, base, run -> job.run(recipe, takes.of(recipe), order, tools, run));
    }

    /** The jobs of a stage. */
    TakeJobs of(String stage) {
        TakeJobs known = jobs.get(stage);
        if (known == null) {
            throw new NotFoundException("stage '" + stage + "'");
        }
        return known;
    }

    @Override
    public void destroy() {
        jobs.values().forEach(TakeJobs::close);
    }
}
