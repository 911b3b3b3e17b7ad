package foldback.web.level;

import foldback.core.level.GuideLine;
import foldback.core.level.Upright;
import foldback.core.recipe.Level;
import foldback.core.recipe.LevelLine;
import foldback.core.recipe.Recipe;
import foldback.engine.document.Asked;
import foldback.engine.document.LevelJson;
import foldback.engine.form.Forms;
import foldback.engine.level.LevelByLog;
import foldback.engine.level.LevelLines;
import foldback.engine.steady.TakeShake;
import foldback.engine.take.Take;
import foldback.web.Role;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.util.ArrayList;
import java.util.List;
import org.springframework.context.annotation.Profile;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Lines that are drawn, and accelerometers, that say which way is up. What comes back is a level to be kept. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/takes/{takeId}")
class LevelController {
    private final Recipes recipes;
    private final OpenTakes takes;
    private final LevelLines lines;
    private final LevelByLog byLog;

    LevelController(Recipes recipes, OpenTakes takes, LevelLines lines, TakeShake shake) {
        byLog = new LevelByLog(shake);
        this.recipes = recipes;
        this.takes = takes;
        this.lines = lines;
    }

    /**
     * A line that somebody drew.
     *
     * @param kind "plumb" or "sea"
     * @param ends places of the canvas, shares of its width and height
     */
    record Drawn(JsonNode kind, double seconds, List<double[]> ends) {}

    @PostMapping("/level/lines")
    JsonNode draw(@PathVariable Long takeId, @RequestParam int base, @RequestBody Drawn drawn) {
        GuideLine.Kind kind = Forms.oneOf(GuideLine.Kind.class).read(Asked.required(drawn.kind(), "kind"), "kind");
        List<double[]> ends = Asked.list(drawn.ends(), "ends");
        if (ends.size() != 2 || ends.stream().anyMatch(end -> end.length != 2)) {
            throw new IllegalArgumentException("'ends' are two places of the canvas");
        }
        Recipe recipe = recipes.revision(takeId, base).read();
        Take shown = takes.of(recipe).showing(recipe);
        List<LevelLine> more = new ArrayList<>(recipe.level().lines());
        more.add(lines.drawn(recipe.showing(), shown, kind, drawn.seconds(), ends));
        return solved(recipe, shown, more);
    }

    /** A line by its number among the level's. */
    record Numbered(int line) {}

    @PostMapping("/level/lines/remove")
    JsonNode remove(@PathVariable Long takeId, @RequestParam int base, @RequestBody Numbered wanted) {
        Recipe recipe = recipes.revision(takeId, base).read();
        List<LevelLine> left = new ArrayList<>(recipe.level().lines());
        if (wanted.line() < 0 || wanted.line() >= left.size()) {
            throw new IllegalArgumentException("The level has no line number " + wanted.line() + ".");
        }
        left.remove(wanted.line());
        return solved(recipe, takes.of(recipe).showing(recipe), left);
    }

    @PostMapping("/level/accelerometer")
    JsonNode byAccelerometer(@PathVariable Long takeId, @RequestParam int base) {
        Recipe recipe = recipes.revision(takeId, base).read();
        return LevelJson.FORM.form().write(byLog.solved(recipe, takes.of(recipe).showing(recipe)));
    }

    private JsonNode solved(Recipe recipe, Take shown, List<LevelLine> drawn) {
        Recipe with = recipe.with(Level.SECTION, recipe.level().withLines(drawn));
        return LevelJson.FORM.form().write(lines.solved(with, shown));
    }

    /**
     * A line as it lies and fits.
     *
     * @param number among all lines of the level
     * @param canvas places along it, shares of the canvas's width and height
     * @param residualDeg how far it is from plumb or level
     * @param influenceDeg how far the upright would turn without it
     */
    record Seen(
            int number,
            String kind,
            double seconds,
            List<String> slots,
            List<double[]> canvas,
            double residualDeg,
            double influenceDeg,
            boolean disagrees) {}

    /** The lines as they lie at a moment; those of lenses that are off are left out. */
    @GetMapping("/revisions/{number}/level/lines")
    List<Seen> lines(@PathVariable Long takeId, @PathVariable int number, @RequestParam double t) {
        Recipe recipe = recipes.revision(takeId, number).read();
        Take shown = takes.of(recipe).showing(recipe);
        List<Upright.Fit> fits = lines.upright(recipe, shown).map(Upright::fits).orElse(List.of());
        List<LevelLines.Shown> lying = lines.shown(recipe, shown, t);
        List<Seen> seen = new ArrayList<>();
        for (int i = 0; i < lying.size(); i++) {
            LevelLine line = lying.get(i).line();
            Upright.Fit fit = fits.get(i);
            seen.add(new Seen(
                    lying.get(i).number(),
                    Forms.oneOf(GuideLine.Kind.class).write(line.kind()).asString(),
                    line.seconds(),
                    line.points().stream()
                            .map(LevelLine.LensPoint::slot)
                            .distinct()
                            .toList(),
                    lying.get(i).canvas(),
                    Math.toDegrees(fit.residualRad()),
                    Math.toDegrees(fit.influenceRad()),
                    fit.disagrees()));
        }
        return seen;
    }
}
