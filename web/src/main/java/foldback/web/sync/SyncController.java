package foldback.web.sync;

import foldback.core.recipe.Recipe;
import foldback.engine.sync.ClockStart;
import foldback.web.Role;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import org.springframework.context.annotation.Profile;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Offsets that the files themselves state. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/takes/{takeId}")
class SyncController {
    private final Recipes recipes;
    private final OpenTakes takes;

    SyncController(Recipes recipes, OpenTakes takes) {
        this.recipes = recipes;
        this.takes = takes;
    }

    @PostMapping("/sync/start")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void startFrom(@PathVariable Long takeId, @RequestParam int base, @RequestParam String by) {
        Recipe recipe = recipes.revision(takeId, base).read();
        boolean timecode = by.equals("timecode");
        Recipe placed = timecode
                ? ClockStart.byTimecode(recipe, takes.of(recipe))
                : ClockStart.byClock(recipe, takes.of(recipe));
        recipes.change(takeId, base, placed, timecode ? "Offsets from timecode" : "Offsets from the recorders' clocks");
    }
}
