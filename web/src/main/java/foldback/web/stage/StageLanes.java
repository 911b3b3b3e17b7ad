package foldback.web.stage;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.engine.cache.Caches;
import foldback.engine.stage.Lane;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageTools;
import foldback.media.ContentHash;
import foldback.web.Role;
import foldback.web.take.OpenTakes;
import java.util.Optional;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Service;

/** What stages show over time; measured once for all that it is the same for. */
@Service
@Profile(Role.PAGES)
public class StageLanes {
    private final OpenTakes takes;
    private final StageTools tools;
    private final Cache<String, Lane> measured =
            Caches.builder().maximumSize(64).build();

    StageLanes(OpenTakes takes, StageTools tools) {
        this.takes = takes;
        this.tools = tools;
    }

    /** By what a recipe's lane is known: it is the same as long as this is; none where the stage has nothing to show. */
    public static Optional<String> key(Stage stage, Recipe recipe) {
        return stage.lane()
                .filter(lane -> lane.applies(recipe))
                .map(lane -> ContentHash.ofText(stage.name() + lane.dependsOn(recipe)));
    }

    Lane lane(Stage stage, Recipe recipe) {
        return key(stage, recipe)
                .map(key -> measured.get(key, fresh -> measure(stage.lane().orElseThrow(), recipe)))
                .orElse(Lane.EMPTY);
    }

    private Lane measure(StageLane lane, Recipe recipe) {
        return lane.measure(recipe, takes.of(recipe), tools, Run.QUIET);
    }
}
