package foldback.web.rigcard;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.geometry.RigMeasure;
import foldback.core.rig.Rig;
import foldback.core.rig.RigCard;
import foldback.engine.rig.RigStage;
import foldback.web.page.NotFoundException;
import foldback.web.project.ProjectRepository;
import foldback.web.project.TakeRepository;
import foldback.web.project.TakeRow;
import foldback.web.recipe.Recipes;
import foldback.web.stage.Giving;
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
    private final Giving giving;
    private final TakeRepository takes;
    private final ProjectRepository projects;
    private final Clock clock;

    CardUse(
            RigCards cards,
            Recipes recipes,
            Giving giving,
            TakeRepository takes,
            ProjectRepository projects,
            Clock clock) {
        this.cards = cards;
        this.recipes = recipes;
        this.giving = giving;
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
        return new RigCard.Solved(LocalDate.now(clock).toString(), take, measure.verdict(), measure.residualRad());
    }

    /** Gives a card to takes, one revision each; those that it does not fit are left as they are. */
    List<Giving.Given> give(Long cardId, List<Long> takeIds) {
        Rig rig = cards.card(cardId).rig();
        String source = "rig card " + rig.name();
        return giving.give(takeIds, "Use " + source, (recipe, take) -> {
            Geometry geometry = recipe.geometry();
            return RigStage.withRig(recipe, take, geometry.withRig(rig, source, geometry.off()));
        });
    }

    /** A take that a card may be given to, and the rig that it has. */
    record Candidate(Long take, String name, String project, String rig, int lenses) {}

    List<Candidate> candidates() {
        List<Candidate> all = new ArrayList<>();
        projects.findByDeletedAtIsNullOrderByCreatedAtDesc()
                .forEach(project -> takes.findByProjectIdAndDeletedAtIsNullOrderByPosition(project.id())
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
