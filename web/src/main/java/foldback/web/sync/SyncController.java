package foldback.web.sync;

import foldback.core.recipe.Recipe;
import foldback.engine.document.RecipeJson;
import foldback.engine.sync.Waveforms;
import foldback.engine.take.TakeClip;
import foldback.web.Role;
import foldback.web.page.NotFoundException;
import foldback.web.preview.OpenTakes;
import foldback.web.recipe.Recipes;
import org.springframework.context.annotation.Profile;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Finding offsets, and the waveforms by which they are judged. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/takes/{takeId}")
class SyncController {
    private static final int MOST_BUCKETS = 8192;
    private final SyncJobs jobs;
    private final Recipes recipes;
    private final OpenTakes takes;
    private final Waveforms waveforms;

    SyncController(SyncJobs jobs, Recipes recipes, OpenTakes takes, Waveforms waveforms) {
        this.jobs = jobs;
        this.recipes = recipes;
        this.takes = takes;
        this.waveforms = waveforms;
    }

    @PostMapping("/sync")
    SyncJobs.Status start(@PathVariable Long takeId, @RequestParam int base, @RequestBody SyncOrder order) {
        return jobs.start(takeId, base, order.request());
    }

    @GetMapping("/sync")
    SyncJobs.Status status(@PathVariable Long takeId) {
        return jobs.status(takeId);
    }

    @DeleteMapping("/sync")
    SyncJobs.Status cancel(@PathVariable Long takeId) {
        jobs.cancel(takeId);
        return jobs.status(takeId);
    }

    /**
     * Lowest and highest sample of each of some equal parts of clip time, two signed bytes each; no content where the clip has
     * no sound.
     */
    @GetMapping("/revisions/{number}/waveform/{slot}")
    ResponseEntity<byte[]> waveform(
            @PathVariable Long takeId,
            @PathVariable int number,
            @PathVariable String slot,
            @RequestParam double from,
            @RequestParam double to,
            @RequestParam int buckets) {
        if (!(to > from) || buckets < 1 || buckets > MOST_BUCKETS) {
            throw new IllegalArgumentException(
                    "A waveform needs a time that ends after it begins, and 1 to " + MOST_BUCKETS + " parts.");
        }
        Recipe recipe = RecipeJson.read(recipes.revision(takeId, number).recipe());
        TakeClip clip = takes.of(recipe).clips().stream()
                .filter(c -> c.ref().slot().equals(slot))
                .findFirst()
                .orElseThrow(() -> new NotFoundException("lens '" + slot + "'"));
        return waveforms
                .of(clip, from, to, buckets)
                .map(bytes -> ResponseEntity.ok()
                        .contentType(MediaType.APPLICATION_OCTET_STREAM)
                        .body(bytes))
                .orElseGet(() -> ResponseEntity.noContent().build());
    }
}
