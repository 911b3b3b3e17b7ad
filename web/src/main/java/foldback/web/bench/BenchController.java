package foldback.web.bench;

import foldback.engine.recipe.RecipePatch;
import foldback.engine.stage.Stages;
import foldback.web.Role;
import foldback.web.page.NotFoundException;
import foldback.web.project.Project;
import foldback.web.project.ProjectRepository;
import foldback.web.project.TakeRepository;
import foldback.web.project.TakeRow;
import foldback.web.recipe.Recipes;
import java.util.List;
import org.springframework.context.annotation.Profile;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** The bench: its page, and the state that the page shows and changes. */
@Controller
@Profile(Role.PAGES)
class BenchController {
    private final BenchService bench;
    private final Recipes recipes;
    private final TakeRepository takes;
    private final ProjectRepository projects;

    BenchController(BenchService bench, Recipes recipes, TakeRepository takes, ProjectRepository projects) {
        this.bench = bench;
        this.recipes = recipes;
        this.takes = takes;
        this.projects = projects;
    }

    @GetMapping("/takes/{takeId}")
    String page(@PathVariable Long takeId, Model model) {
        TakeRow take =
                takes.findByIdAndDeletedAtIsNull(takeId).orElseThrow(() -> new NotFoundException("take " + takeId));
        Project project = projects.findByIdAndDeletedAtIsNull(take.projectId())
                .orElseThrow(() -> new NotFoundException("project of take " + takeId));
        model.addAttribute("take", take);
        model.addAttribute("project", project);
        model.addAttribute("stages", Stages.all());
        return "bench";
    }

    @GetMapping("/api/takes/{takeId}")
    @ResponseBody
    TakeState state(@PathVariable Long takeId) {
        return bench.state(takeId);
    }

    @PostMapping("/api/takes/{takeId}/revisions")
    @ResponseBody
    TakeState change(@PathVariable Long takeId, @RequestBody RecipePatch patch) {
        return bench.change(takeId, patch);
    }

    @PostMapping("/api/takes/{takeId}/undo")
    @ResponseBody
    TakeState undo(@PathVariable Long takeId, @RequestParam int base) {
        return bench.undo(takeId, base);
    }

    @PostMapping("/api/takes/{takeId}/redo")
    @ResponseBody
    TakeState redo(@PathVariable Long takeId, @RequestParam int base) {
        return bench.redo(takeId, base);
    }

    /** All revisions, the newest first. */
    @GetMapping("/api/takes/{takeId}/revisions")
    @ResponseBody
    List<Recipes.Past> history(@PathVariable Long takeId) {
        return recipes.history(takeId);
    }

    @PostMapping("/api/takes/{takeId}/revisions/{number}/bring-back")
    @ResponseBody
    TakeState bringBack(@PathVariable Long takeId, @PathVariable int number, @RequestParam int base) {
        return bench.bringBack(takeId, number, base);
    }

    /** A name of a revision; empty for none. */
    record Named(String name) {}

    @PostMapping("/api/takes/{takeId}/revisions/{number}/name")
    ResponseEntity<Void> rename(@PathVariable Long takeId, @PathVariable int number, @RequestBody Named asked) {
        recipes.rename(takeId, number, asked.name());
        return ResponseEntity.noContent().build();
    }

    @GetMapping("/api/takes/{takeId}/revisions/{number}/recipe.json")
    ResponseEntity<String> recipe(@PathVariable Long takeId, @PathVariable int number) {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_JSON)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("take-" + takeId + "-revision-" + number + ".recipe.json")
                                .build()
                                .toString())
                .body(recipes.revision(takeId, number).recipe());
    }
}
