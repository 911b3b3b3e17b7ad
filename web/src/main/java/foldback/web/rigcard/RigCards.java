package foldback.web.rigcard;

import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.rig.RigCard;
import foldback.engine.document.rig.CardJson;
import foldback.web.page.NotFoundException;
import java.time.Clock;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The saved cards, and the ready ones that every installation starts with. */
@Service
public class RigCards {
    private static final Set<String> READY =
            ReadyRigs.all().stream().map(Rig::name).collect(Collectors.toUnmodifiableSet());
    private static final int MOST_NAME = 120;
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
            cards.save(new RigCardEntry(rig.name(), CardJson.write(rig), clock.instant()));
        }
    }

    /**
     * Saves a card under its name.
     *
     * @throws IllegalArgumentException where one of that name is there, or the name is none
     */
    @Transactional
    public Long add(RigCard card) {
        String name = card.rig().name().strip();
        if (name.isEmpty() || name.length() > MOST_NAME) {
            throw new IllegalArgumentException("A rig card needs a name of 1 to " + MOST_NAME + " letters.");
        }
        if (cards.existsByName(name)) {
            throw new IllegalArgumentException("A rig card '" + name + "' is there already. Choose another name.");
        }
        Rig named = new Rig(name, card.rig().lenses());
        String document = CardJson.write(new RigCard(named, card.solved(), card.notes()));
        return cards.save(new RigCardEntry(name, document, clock.instant())).id();
    }

    @Transactional(readOnly = true)
    public RigCard card(Long id) {
        return CardJson.read(entry(id).card());
    }

    /** Takes a card away; takes that use it keep their rigs. */
    @Transactional
    public void remove(Long id) {
        RigCardEntry entry = entry(id);
        if (READY.contains(entry.name())) {
            throw new IllegalArgumentException("The ready cards stay: takes are begun with them.");
        }
        cards.delete(entry);
    }

    private RigCardEntry entry(Long id) {
        return cards.findById(id).orElseThrow(() -> new NotFoundException("rig card " + id));
    }

    static boolean isReady(String name) {
        return READY.contains(name);
    }

    @Transactional
    public void keepReadyOnes() {
        ReadyRigs.all().forEach(this::keep);
    }

    /** All cards' rigs; units that were saved before ready ones. */
    @Transactional(readOnly = true)
    public List<Rig> rigs() {
        return all().stream()
                .map(entry -> CardJson.readRig(entry.card()))
                .sorted(Comparator.comparing(rig -> READY.contains(rig.name())))
                .toList();
    }

    @Transactional(readOnly = true)
    List<RigCardEntry> all() {
        return cards.findAllByOrderByName();
    }
}
