package foldback.web.rig;

import foldback.core.lens.ImageCircle;
import foldback.core.recipe.Recipe;
import foldback.core.rig.ReadyLenses;
import foldback.engine.preview.Previewer;
import foldback.engine.rig.LitDisc;
import foldback.engine.rig.TakeFrames;
import foldback.engine.take.Take;
import foldback.web.Role;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.util.List;
import java.util.Optional;
import org.springframework.context.annotation.Profile;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What lenses are like: kinds to start from, and the lit disc found in a lens's own pictures. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api")
class LensController {
    private final Recipes recipes;
    private final OpenTakes takes;
    private final Previewer previewer;

    LensController(Recipes recipes, OpenTakes takes, Previewer previewer) {
        this.recipes = recipes;
        this.takes = takes;
        this.previewer = previewer;
    }

    @GetMapping("/lens-kinds")
    List<ReadyLenses.Kind> kinds() {
        return ReadyLenses.all();
    }

    /**
     * A lit disc.
     *
     * @param found false where none is seen; the rest is 0 then
     * @param width of the picture that it is stated for
     */
    record Disc(boolean found, int width, double x, double y, double radius) {}

    @GetMapping("/takes/{takeId}/revisions/{number}/disc/{slot}")
    Disc disc(@PathVariable Long takeId, @PathVariable int number, @PathVariable String slot) {
        Recipe recipe = recipes.revision(takeId, number).read();
        Take take = takes.of(recipe);
        int lens = PointSets.number(recipe, slot);
        Optional<ImageCircle> found = LitDisc.find(
                new TakeFrames(previewer, take), lens, take.clips().get(lens).span());
        int width = take.clips().get(lens).video().width();
        return found.map(disc -> new Disc(true, width, disc.cx(), disc.cy(), disc.radius()))
                .orElse(new Disc(false, width, 0, 0, 0));
    }
}
