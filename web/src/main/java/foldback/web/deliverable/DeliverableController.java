package foldback.web.deliverable;

import foldback.web.Role;
import foldback.web.deliverable.asked.Again;
import foldback.web.deliverable.asked.NewDeliverable;
import foldback.web.deliverable.asked.Ordered;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.springframework.context.annotation.Profile;
import org.springframework.core.io.FileSystemResource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.MediaTypeFactory;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Handover: the page, the queue and the finished files. */
@Controller
@Profile(Role.PAGES)
class DeliverableController {
    private final Deliverables deliverables;
    private final DeliverableNews news;
    private final ViewingCopies viewing;

    DeliverableController(Deliverables deliverables, DeliverableNews news, ViewingCopies viewing) {
        this.deliverables = deliverables;
        this.viewing = viewing;
        this.news = news;
    }

    @GetMapping("/handover")
    String page(Model model) {
        return "handover";
    }

    @GetMapping("/api/deliverables")
    @ResponseBody
    List<DeliverableView> all() {
        return deliverables.all();
    }

    /** The queue whenever it changes, as server-sent events. */
    @GetMapping("/api/deliverables/news")
    SseEmitter news() {
        return news.subscribe();
    }

    /** Names that are free: those that are wanted, or with a number behind. */
    @PostMapping("/api/deliverables/free-names")
    @ResponseBody
    List<String> freeNames(@RequestBody List<Deliverables.Wanted> wanted) {
        return deliverables.freeNames(wanted);
    }

    @PostMapping("/api/takes/{takeId}/deliverables")
    @ResponseBody
    DeliverableView add(@PathVariable Long takeId, @RequestBody NewDeliverable asked) {
        return deliverables.add(takeId, asked);
    }

    /** Several at once, of one take or more: all of them, or none where one is refused. */
    @PostMapping("/api/deliverables")
    @ResponseBody
    List<DeliverableView> addAll(@RequestBody List<Ordered> asked) {
        return deliverables.addAll(asked);
    }

    /** One that is there once more, with what is to be other. */
    @PostMapping("/api/deliverables/{id}/again")
    @ResponseBody
    DeliverableView again(@PathVariable Long id, @RequestBody Again asked) {
        return deliverables.again(id, asked);
    }

    @PostMapping("/api/deliverables/estimate")
    @ResponseBody
    Estimator.Estimate estimate(@RequestBody List<Ordered> asked) {
        return deliverables.estimate(asked);
    }

    @PostMapping("/api/deliverables/{id}/cancel")
    ResponseEntity<Void> cancel(@PathVariable Long id) {
        deliverables.cancel(id);
        return ResponseEntity.noContent().build();
    }

    @DeleteMapping("/api/deliverables/{id}")
    ResponseEntity<Void> remove(@PathVariable Long id) {
        deliverables.remove(id);
        return ResponseEntity.noContent().build();
    }

    @PostMapping("/api/deliverables/{id}/pause")
    ResponseEntity<Void> pause(@PathVariable Long id) {
        deliverables.pause(id);
        return ResponseEntity.noContent().build();
    }

    /** A new place in the queue: before another one, or at the end. */
    record Place(Long before) {}

    @PostMapping("/api/deliverables/{id}/move")
    ResponseEntity<Void> move(@PathVariable Long id, @RequestBody Place place) {
        deliverables.move(id, Optional.ofNullable(place.before()));
        return ResponseEntity.noContent().build();
    }

    @PostMapping("/api/deliverables/{id}/retry")
    ResponseEntity<Void> retry(@PathVariable Long id) {
        deliverables.retry(id);
        return ResponseEntity.noContent().build();
    }

    @GetMapping("/api/deliverables/{id}/file")
    ResponseEntity<FileSystemResource> file(@PathVariable Long id) {
        return film(deliverables.file(id));
    }

    /** A finished folder of images, as an archive. */
    @GetMapping("/api/deliverables/{id}/images.zip")
    ResponseEntity<StreamingResponseBody> images(@PathVariable Long id) {
        return FolderArchive.answer(deliverables.images(id));
    }

    /** Asks for something that browsers can play. */
    @PostMapping("/api/deliverables/{id}/film")
    @ResponseBody
    ViewingCopies.State wantFilm(@PathVariable Long id) {
        return viewing.want(id);
    }

    /** What browsers can play, once it is there. */
    @GetMapping("/api/deliverables/{id}/film")
    ResponseEntity<FileSystemResource> film(@PathVariable Long id) {
        return film(viewing.film(id));
    }

    private static ResponseEntity<FileSystemResource> film(Path path) {
        FileSystemResource file = new FileSystemResource(path);
        return ResponseEntity.ok()
                .contentType(MediaTypeFactory.getMediaType(file).orElse(MediaType.APPLICATION_OCTET_STREAM))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.inline()
                                .filename(file.getFilename())
                                .build()
                                .toString())
                .body(file);
    }

    @GetMapping("/api/deliverables/{id}/spec.json")
    ResponseEntity<String> spec(@PathVariable Long id) {
        return document("spec", id, deliverables.row(id).spec());
    }

    @GetMapping("/api/deliverables/{id}/recipe.json")
    ResponseEntity<String> recipe(@PathVariable Long id) {
        return document("recipe", id, deliverables.recipeOf(id));
    }

    private static ResponseEntity<String> document(String kind, Long id, String text) {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_JSON)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("deliverable-" + id + "." + kind + ".json")
                                .build()
                                .toString())
                .body(text);
    }
}
