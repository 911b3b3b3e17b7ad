package foldback.web.rigcard;

import foldback.web.Role;
import java.util.List;
import org.springframework.context.annotation.Profile;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The rig cards, as documents. */
@RestController
@Profile(Role.PAGES)
class RigCardController {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private final RigCards cards;

    RigCardController(RigCards cards) {
        this.cards = cards;
    }

    @GetMapping("/api/rig-cards")
    List<JsonNode> all() {
        return cards.all().stream().map(entry -> JSON.readTree(entry.card())).toList();
    }
}
