package foldback.web.stage;

import foldback.core.recipe.Recipe;
import foldback.engine.stage.Stage;
import foldback.web.page.NotFoundException;
import foldback.web.project.TakeRepository;
import foldback.web.project.TakeRow;
import foldback.web.recipe.Recipes;
import foldback.web.recipe.Revision;
import foldback.web.take.OpenTakes;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;

/** Gives what was decided in a stage of one take to others, one revision each. */
@Service
class Giving {
    private final Recipes recipes;
    private final OpenTakes opened;
    private final TakeRepository takes;

    Giving(Recipes recipes, OpenTakes opened, TakeRepository takes) {
        this.recipes = recipes;
        this.opened = opened;
        this.takes = takes;
    }

    /**
     * What became of one take that was to be given a stage.
     *
     * @param problem why it was not, or empty
     */
    record Given(Long take, String name, String problem) {}

    /** Those that cannot have it are left as they are. */
    List<Given> give(Long takeId, int revision, Stage stage, List<Long> others) {
        Recipe from = recipes.revision(takeId, revision).read();
        String label = stage.title() + " from " + row(takeId).name();
        List<Given> given = new ArrayList<>();
        for (Long other : others) {
            given.add(new Given(other, row(other).name(), give(from, stage, other, label)));
        }
        return given;
    }

    /** A take of the same project. */
    record Other(Long take, String name, int lenses) {}

    List<Other> others(Long takeId) {
        return takes.findByProjectIdOrderByPosition(row(takeId).projectId()).stream()
                .filter(take -> !take.id().equals(takeId))
                .map(take -> new Other(
                        take.id(),
                        take.name(),
                        recipes.head(take.id()).revision().read().clips().size()))
                .toList();
    }

    private TakeRow row(Long takeId) {
        return takes.findById(takeId).orElseThrow(() -> new NotFoundException("take " + takeId));
    }

    private String give(Recipe from, Stage stage, Long other, String label) {
        try {
            Revision head = recipes.head(other).revision();
            Recipe to = head.read();
            recipes.change(other, head.number(), stage.give(from, to, opened.of(to)), label);
            return "";
        } catch (RuntimeException cannot) {
            return cannot.getMessage();
        }
    }
}
