package foldback.web.sync;

import foldback.core.recipe.Recipe;
import foldback.engine.sync.ClockStart;
import foldback.web.Role;
import foldback.web.job.TakeJobs;
import foldback.web.preview.OpenTakes;
import foldback.web.recipe.Recipes;
import org.springframework.context.annotation.Profile;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Finding offsets. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/takes/{takeId}")
class SyncController {
    private final SyncJobs jobs;
    private final Recipes recipes;
    private final OpenTakes takes;

    SyncController(SyncJobs jobs, Recipes recipes, OpenTakes takes) {
        this.jobs = jobs;
        this.recipes = recipes;
        this.takes = takes;
    }

    @PostMapping("/sync")
    TakeJobs.Status start(@PathVariable Long takeId, @RequestParam int base, @RequestBody SyncOrder order) {
        return jobs.start(takeId, base, order.request());
    }

    @GetMapping("/sync")
    TakeJobs.Status status(@PathVariable Long takeId) {
        return jobs.status(takeId);
    }

    /** Records a result that was offered, since what it was made from had changed. */
    @PostMapping("/sync/use")
    TakeJobs.Status use(@PathVariable Long takeId, @RequestParam int base) {
        return jobs.use(takeId, base);
    }

    @DeleteMapping("/sync")
    TakeJobs.Status cancel(@PathVariable Long takeId) {
        return jobs.cancel(takeId);
    }

    /** Takes the offsets that the files themselves state. */
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
