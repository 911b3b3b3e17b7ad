package foldback.web.steady;

import foldback.engine.steady.MotionLogs;
import foldback.web.Role;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.util.List;
import org.springframework.context.annotation.Profile;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The motion logs that lie inside a take's clips and beside them. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/takes/{takeId}")
class SteadyController {
    private final Recipes recipes;
    private final OpenTakes takes;
    private final MotionLogs logs;

    SteadyController(Recipes recipes, OpenTakes takes, MotionLogs logs) {
        this.recipes = recipes;
        this.takes = takes;
        this.logs = logs;
    }

    @GetMapping("/revisions/{number}/motion-logs")
    List<MotionLogs.Offer> offers(@PathVariable Long takeId, @PathVariable int number) {
        return logs.offers(takes.of(recipes.revision(takeId, number).read()));
    }
}
