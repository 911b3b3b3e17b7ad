package foldback.web.balance;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.picture.Frame;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.NoiseReduction;
import foldback.engine.balance.NoiseCost;
import foldback.engine.balance.SpotValues;
import foldback.engine.cache.Caches;
import foldback.engine.preview.Previewer;
import foldback.engine.take.Take;
import foldback.web.Role;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.springframework.context.annotation.Profile;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What the lenses say at a spot, and what taking noise out costs. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/takes/{takeId}/revisions/{number}")
class BalanceController {
    private final Recipes recipes;
    private final OpenTakes takes;
    private final Previewer previewer;

    /** By what the clips hold and what is taken out of them: to try it takes seconds. */
    private final Cache<List<Object>, Double> noiseCosts =
            Caches.builder().maximumSize(64).build();

    BalanceController(Recipes recipes, OpenTakes takes, Previewer previewer) {
        this.recipes = recipes;
        this.takes = takes;
        this.previewer = previewer;
    }

    /** A lens's red, green and blue at a spot, percent of full scale. */
    record SpotValue(String slot, double[] recorded, double[] corrected) {}

    /** What the lenses say at a spot of the canvas, given as shares of its width and height. */
    @GetMapping("/values")
    List<SpotValue> values(
            @PathVariable Long takeId,
            @PathVariable int number,
            @RequestParam double t,
            @RequestParam double x,
            @RequestParam double y) {
        if (!(x >= 0 && x <= 1 && y >= 0 && y <= 1)) {
            throw new IllegalArgumentException("'x' and 'y' are shares of the canvas, 0 to 1: " + x + ", " + y);
        }
        Recipe recipe = recipes.revision(takeId, number).read();
        Take take = takes.of(recipe).showing(recipe);
        List<Frame> frames = IntStream.range(0, take.clips().size())
                .parallel()
                .mapToObj(i -> previewer.lens(take, i, t, 1).frame())
                .toList();
        return SpotValues.read(recipe, x, y, t, frames).stream()
                .map(value -> new SpotValue(value.slot(), percent(value.recorded()), percent(value.corrected())))
                .toList();
    }

    private static double[] percent(double[] signals) {
        return Arrays.stream(signals).map(signal -> 100 * signal).toArray();
    }

    /** Seconds that a frame of all lenses takes longer. */
    record NoiseTime(double secondsAFrame) {}

    @GetMapping("/noise-cost")
    NoiseTime noiseCost(@PathVariable Long takeId, @PathVariable int number) {
        Recipe recipe = recipes.revision(takeId, number).read();
        NoiseReduction noise = recipe.balance().noise();
        Take take = takes.of(recipe).showing(recipe);
        List<String> clips =
                take.clips().stream().map(clip -> clip.ref().sha256()).toList();
        return new NoiseTime(noiseCosts.get(List.of(clips, noise), key -> NoiseCost.seconds(take, noise)));
    }
}
