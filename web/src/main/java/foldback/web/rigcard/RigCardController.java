package foldback.web.rigcard;

import foldback.core.rig.Rig;
import foldback.core.rig.RigCard;
import foldback.engine.document.Asked;
import foldback.engine.document.rig.CardJson;
import foldback.engine.opencv.OpenCvReader;
import foldback.engine.opencv.OpenCvWriter;
import foldback.web.Role;
import foldback.web.stage.Giving;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.annotation.Profile;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** The rig cards: their page, their documents in and out, and the takes that use them. */
@Controller
@Profile(Role.PAGES)
class RigCardController {
    private final RigCards cards;
    private final CardUse use;

    RigCardController(RigCards cards, CardUse use) {
        this.cards = cards;
        this.use = use;
    }

    @GetMapping("/rig-cards")
    String page() {
        return "cards";
    }

    @GetMapping("/api/rig-cards")
    @ResponseBody
    List<JsonNode> all() {
        return cards.all().stream()
                .<JsonNode>map(entry -> CardJson.upgraded(entry.card()))
                .toList();
    }

    /**
     * A card in the list.
     *
     * @param solved how its unit was solved; null for a card of a kind
     * @param ready whether it is one that every installation has
     * @param usedBy takes that have it now
     */
    record Row(Long id, String name, int lenses, JsonNode solved, boolean ready, List<String> usedBy) {}

    /** What the page shows. */
    record Library(List<Row> cards, List<CardUse.Candidate> takes) {}

    @GetMapping("/api/rig-cards/library")
    @ResponseBody
    Library library() {
        List<CardUse.Candidate> takes = use.candidates();
        List<Row> rows = cards.all().stream()
                .map(entry -> {
                    ObjectNode card = CardJson.upgraded(entry.card());
                    List<String> usedBy = takes.stream()
                            .filter(take -> take.rig().equals(entry.name()))
                            .map(CardUse.Candidate::name)
                            .toList();
                    return new Row(
                            entry.id(),
                            entry.name(),
                            card.path("lenses").size(),
                            card.has("solved") ? card.path("solved") : null,
                            RigCards.isReady(entry.name()),
                            usedBy);
                })
                .toList();
        return new Library(rows, takes);
    }

    /** Brings in a card: our own document, or a calibration as OpenCV writes it. */
    @PostMapping("/api/rig-cards")
    @ResponseBody
    Map<String, Long> bringIn(@RequestParam String name, @RequestBody String text) {
        RigCard card = OpenCvReader.knows(text)
                ? new RigCard(OpenCvReader.read(text, name), Optional.empty(), "")
                : CardJson.read(text);
        return Map.of("card", cards.add(card));
    }

    /** How a card is to be called. */
    record Named(String name) {}

    @PostMapping("/api/takes/{takeId}/rig-card")
    @ResponseBody
    Map<String, Long> save(@PathVariable Long takeId, @RequestParam int revision, @RequestBody Named named) {
        return Map.of("card", use.save(takeId, revision, Asked.required(named.name(), "name")));
    }

    /** Takes that are to be given a card. */
    record Wanted(List<Long> takes) {}

    @PostMapping("/api/rig-cards/{id}/give")
    @ResponseBody
    List<Giving.Given> give(@PathVariable Long id, @RequestBody Wanted wanted) {
        return use.give(id, Asked.list(wanted.takes(), "takes"));
    }

    @DeleteMapping("/api/rig-cards/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @ResponseBody
    void remove(@PathVariable Long id) {
        cards.remove(id);
    }

    @GetMapping("/api/rig-cards/{id}/card.json")
    ResponseEntity<String> document(@PathVariable Long id) {
        RigCard card = cards.card(id);
        return file(card.rig(), ".rig-card.json", MediaType.APPLICATION_JSON, CardJson.write(card));
    }

    @GetMapping("/api/rig-cards/{id}/opencv.yml")
    ResponseEntity<String> calibration(@PathVariable Long id) {
        Rig rig = cards.card(id).rig();
        return file(rig, ".opencv.yml", MediaType.APPLICATION_YAML, OpenCvWriter.write(rig));
    }

    private static ResponseEntity<String> file(Rig rig, String end, MediaType type, String text) {
        String name = rig.name().replaceAll("[^A-Za-z0-9]+", "-") + end;
        return ResponseEntity.ok()
                .contentType(type)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment().filename(name).build().toString())
                .body(text);
    }
}
