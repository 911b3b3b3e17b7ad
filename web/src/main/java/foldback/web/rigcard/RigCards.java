package foldback.web.rigcard;

import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.engine.document.RigJson;
import java.time.Clock;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The saved cards, and the ready ones that every installation starts with. */
@Service
public class RigCards {
    private static final Set<String> READY =
            Set.of(ReadyRigs.twoBackToBack().name(), ReadyRigs.sixAround().name());
    private final RigCardRepository cards;
    private final Clock clock;

    RigCards(RigCardRepository cards, Clock clock) {
        this.cards = cards;
        this.clock = clock;
    }

    /** Saves a card unless one of its name is there. */
    @Transactional
    public void keep(Rig rig) {
        if (!cards.existsByName(rig.name())) {
            cards.save(new RigCardEntry(rig.name(), RigJson.writeCard(rig), clock.instant()));
        }
    }

    @Transactional
    public void keepReadyOnes() {
        keep(ReadyRigs.twoBackToBack());
        keep(ReadyRigs.sixAround());
    }

    /** All cards' rigs; units that were saved before ready ones. */
    @Transactional(readOnly = true)
    public List<Rig> rigs() {
        return all().stream()
                .map(entry -> RigJson.readCard(entry.card()))
                .sorted(Comparator.comparing(rig -> READY.contains(rig.name())))
                .toList();
    }

    @Transactional(readOnly = true)
    List<RigCardEntry> all() {
        return cards.findAllByOrderByName();
    }
}
