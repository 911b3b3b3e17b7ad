package foldback.web.rigcard;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.geometry.RigMeasure;
import foldback.core.rig.Rig;
import foldback.core.rig.RigCard;
import foldback.engine.rig.TakeRig;
import foldback.web.page.NotFoundException;
import foldback.web.project.ProjectRepository;
import foldback.web.project.TakeRepository;
import foldback.web.project.TakeRow;
import foldback.web.recipe.Recipes;
import foldback.web.recipe.Revision;
import foldback.web.take.OpenTakes;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Rig cards and takes: cards from what was solved, and takes that are given a card. */
@Service
class CardUse {
    private final RigCards cards;
    private final Recipes recipes;
    private final OpenTakes opened;
    private final TakeRepository takes;
    private final ProjectRepository projects;
    private final Clock clock;

    CardUse(
            RigCards cards,
            Recipes recipes,
            OpenTakes opened,
            TakeRepository takes,
            ProjectRepository projects,
            Clock clock) {
        this.cards = cards;
        this.recipes = recipes;
        this.opened = opened;
        this.takes = takes;
        this.projects = projects;
        this.clock = clock;
    }

    /** Saves a take's rig as a card of its unit. */
    Long save(Long takeId, int revision, String name) {
        TakeRow take = takes.findById(takeId).orElseThrow(() -> new NotFoundException("take " + takeId));
        Recipe recipe = recipes.revision(takeId, revision).read();
        Geometry geometry = recipe.geometry();
        Optional<RigCard.Solved> solved = geometry.source().equals(Geometry.SOLVED)
                ? geometry.measure().map(measure -> solved(measure, take.name()))
                : Optional.empty();
        Rig rig = new Rig(name == null ? "" : name, geometry.rig().lenses());
        return cards.add(new RigCard(rig, solved, ""));
    }

    private RigCard.Solved solved(RigMeasure measure, String take) {
        return new RigCard.Solved(LocalDate.now(clock).toString(), take, measure.verdict(), measure.restRad());
    }

    /**
     * What became of one take that was to be given a card.
     *
     * @param problem why it was not, or empty
     */
    record Given(Long take, String name, String problem) {}

    /** Gives a card to takes, one revision each; those that it does not fit are left as they are. */
    List<Given> give(Long cardId, List<Long> takeIds) {
        Rig rig = cards.card(cardId).rig();
        List<Given> given = new ArrayList<>();
        for (Long takeId : takeIds) {
            TakeRow take = takes.findById(takeId).orElseThrow(() -> new NotFoundException("take " + takeId));
            given.add(new Given(takeId, take.name(), give(rig, takeId)));
        }
        return given;
    }

    private String give(Rig rig, Long takeId) {
        try {
            Revision head = recipes.head(takeId).revision();
            Recipe recipe = head.read();
            Geometry geometry = new Geometry(
                    rig,
                    "rig card " + rig.name(),
                    Optional.empty(),
                    recipe.geometry().points(),
                    recipe.geometry().off().stream()
                            .filter(slot -> rig.lenses().stream()
                                    .anyMatch(lens -> lens.slot().equals(slot)))
                            .toList());
            Recipe changed = recipe.with(Geometry.SECTION, geometry);
            TakeRig.fitted(rig, opened.of(changed).clips());
            recipes.change(takeId, head.number(), changed, "Use rig card " + rig.name());
            return "";
        } catch (RuntimeException doesNotFit) {
            return doesNotFit.getMessage();
        }
    }

    /** A take that a card may be given to, and the rig that it has. */
    record Candidate(Long take, String name, String project, String rig, int lenses) {}

    List<Candidate> candidates() {
        List<Candidate> all = new ArrayList<>();
        projects.findAllByOrderByCreatedAtDesc()
                .forEach(project -> takes.findByProjectIdOrderByPosition(project.id())
                        .forEach(take -> {
                            Rig rig = recipes.head(take.id()).revision().read().rig();
                            all.add(new Candidate(
                                    take.id(),
                                    take.name(),
                                    project.name(),
                                    rig.name(),
                                    rig.lenses().size()));
                        }));
        return all;
    }
}
