package foldback.web.spec;

import foldback.engine.document.Asked;
import foldback.web.Role;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.springframework.context.annotation.Profile;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Saved specs: listed, saved, shared as files. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/specs")
class SavedSpecController {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private final SavedSpecs specs;

    SavedSpecController(SavedSpecs specs) {
        this.specs = specs;
    }

    /** A saved spec as pages have it. */
    record Listed(Long id, String name, JsonNode spec) {
        static Listed of(SavedSpec saved) {
            return new Listed(saved.id(), saved.name(), JSON.readTree(saved.spec()));
        }
    }

    /** A spec that is to be saved. */
    record Saving(String name, ObjectNode spec) {}

    @GetMapping
    List<Listed> all() {
        return specs.all().stream().map(Listed::of).toList();
    }

    @PostMapping
    Listed save(@RequestBody Saving asked) {
        return Listed.of(specs.save(asked.name(), JSON.writeValueAsString(Asked.required(asked.spec(), "spec"))));
    }

    @DeleteMapping("/{id}")
    ResponseEntity<Void> remove(@PathVariable Long id) {
        specs.remove(id);
        return ResponseEntity.noContent().build();
    }

    @GetMapping("/{id}/spec.json")
    ResponseEntity<String> document(@PathVariable Long id) {
        SavedSpec saved = specs.spec(id);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_JSON)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(saved.name() + ".spec.json", StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(saved.spec());
    }
}
