package foldback.web.rig;

import foldback.core.recipe.Recipe;
import foldback.core.rig.Coverage;
import foldback.engine.rig.TakeRig;
import foldback.web.Role;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.util.List;
import org.springframework.context.annotation.Profile;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Which lenses of a take see which part of its canvas. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/takes/{takeId}")
class CoverageController {
    private static final int COLUMNS = 360;
    private final Recipes recipes;
    private final OpenTakes takes;

    CoverageController(Recipes recipes, OpenTakes takes) {
        this.recipes = recipes;
        this.takes = takes;
    }

    /**
     * A map of the canvas.
     *
     * @param slots of the lenses that are on
     * @param lenses of each place, row by row: bit {@code i} is set where lens number {@code i} of the slots sees it
     * @param holes yaw, pitch and width of each part that no lens sees, degrees, the largest first
     */
    record Map(int columns, List<String> slots, int[] lenses, List<double[]> holes) {}

    @GetMapping("/revisions/{number}/coverage")
    Map coverage(@PathVariable Long takeId, @PathVariable int number) {
        Recipe recipe = recipes.revision(takeId, number).read();
        Coverage coverage =
                TakeRig.coverage(recipe, takes.of(recipe), recipe.level().still(), COLUMNS);
        return new Map(
                coverage.columns(),
                recipe.geometry().rigOn().slots(),
                coverage.lenses(),
                coverage.holes().stream().map(CoverageController::degrees).toList());
    }

    private static double[] degrees(Coverage.Hole hole) {
        return new double[] {
            Math.toDegrees(hole.middle().yaw()), Math.toDegrees(hole.middle().pitch()), Math.toDegrees(hole.acrossRad())
        };
    }
}
