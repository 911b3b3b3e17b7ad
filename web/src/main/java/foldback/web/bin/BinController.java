package foldback.web.bin;

import foldback.web.Role;
import foldback.web.project.Names;
import java.util.List;
import org.springframework.context.annotation.Profile;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Takes and projects renamed, deleted and brought back. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api")
class BinController {
    private final Bin bin;

    BinController(Bin bin) {
        this.bin = bin;
    }

    /** A new name. */
    record Named(String name) {}

    @PostMapping("/takes/{id}/name")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void renameTake(@PathVariable Long id, @RequestBody Named asked) {
        bin.renameTake(id, Names.check("take", asked.name()));
    }

    @PostMapping("/projects/{id}/name")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void renameProject(@PathVariable Long id, @RequestBody Named asked) {
        bin.renameProject(id, Names.check("project", asked.name()));
    }

    /** What would go with a take. */
    @GetMapping("/takes/{id}/belongings")
    Bin.Belongings ofTake(@PathVariable Long id) {
        return bin.ofTake(id);
    }

    @GetMapping("/projects/{id}/belongings")
    Bin.Belongings ofProject(@PathVariable Long id) {
        return bin.ofProject(id);
    }

    @DeleteMapping("/takes/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteTake(@PathVariable Long id) {
        bin.deleteTake(id);
    }

    @DeleteMapping("/projects/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteProject(@PathVariable Long id) {
        bin.deleteProject(id);
    }

    @GetMapping("/bin")
    List<Bin.Deleted> all() {
        return bin.all();
    }

    @PostMapping("/takes/{id}/restore")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void restoreTake(@PathVariable Long id) {
        bin.restoreTake(id);
    }

    @PostMapping("/projects/{id}/restore")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void restoreProject(@PathVariable Long id) {
        bin.restoreProject(id);
    }
}
