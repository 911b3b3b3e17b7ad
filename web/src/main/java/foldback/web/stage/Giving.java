package foldback.web.stage;

import foldback.core.recipe.Recipe;
import foldback.engine.stage.Stage;
import foldback.engine.take.Take;
import foldback.web.page.NotFoundException;
import foldback.web.project.TakeRepository;
import foldback.web.project.TakeRow;
import foldback.web.recipe.Recipes;
import foldback.web.recipe.Revision;
import foldback.web.take.OpenTakes;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;

/** Gives what was decided elsewhere to takes, one revision each. */
@Service
public class Giving {
    private final Recipes recipes;
    private final OpenTakes opened;
    private final TakeRepository takes;

    Giving(Recipes recipes, OpenTakes opened, TakeRepository takes) {
        this.recipes = recipes;
        this.opened = opened;
        this.takes = takes;
    }

    /**
     * What became of one take that was to be given something.
     *
     * @param problem why it was not, or empty
     */
    public record Given(Long take, String name, String problem) {}

    /** What a take becomes of what it is given; refuses what it cannot have. */
    public interface Change {
        Recipe of(Recipe recipe, Take take);
    }

    /** Those that cannot have it are left as they are. */
    public List<Given> give(List<Long> others, String label, Change change) {
        List<Given> given = new ArrayList<>();
        for (Long other : others) {
            given.add(new Given(other, row(other).name(), give(other, label, change)));
        }
        return given;
    }

    private String give(Long other, String label, Change change) {
        try {
            Revision head = recipes.head(other).revision();
            Recipe recipe = head.read();
            recipes.change(other, head.number(), change.of(recipe, opened.of(recipe)), label);
            return "";
        } catch (RuntimeException cannot) {
            return cannot.getMessage();
        }
    }

    /** Gives a stage of one take to others. */
    List<Given> give(Long takeId, int revision, Stage stage, List<Long> others) {
        if (!stage.canBeGiven()) {
            throw new IllegalArgumentException(stage.title() + " has nothing that other takes could be given.");
        }
        Recipe from = recipes.revision(takeId, revision).read();
        String label = stage.title() + " from " + row(takeId).name();
        return give(others, label, (recipe, take) -> stage.give(from, recipe, take));
    }

    /** A take of the same project. */
    record Other(Long take, String name, int lenses) {}

    List<Other> others(Long takeId) {
        return takes
                .findByProjectIdAndDeletedAtIsNullOrderByPosition(row(takeId).projectId())
                .stream()
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
}
