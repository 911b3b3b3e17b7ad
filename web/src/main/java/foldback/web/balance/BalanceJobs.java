package foldback.web.balance;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import foldback.core.picture.Frame;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.NoiseReduction;
import foldback.engine.balance.BalanceLane;
import foldback.engine.balance.BalanceMeter;
import foldback.engine.balance.NoiseCost;
import foldback.engine.balance.SpotValues;
import foldback.engine.preview.Previewer;
import foldback.engine.take.Take;
import foldback.web.Role;
import foldback.web.job.TakeJobs;
import foldback.web.preview.OpenTakes;
import foldback.web.recipe.Finished;
import foldback.web.recipe.Recipes;
import java.util.List;
import java.util.stream.IntStream;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Service;

/** Evens lenses out in the background; the result is recorded as a change. */
@Service
@Profile(Role.PAGES)
class BalanceJobs implements DisposableBean {
    private final Recipes recipes;
    private final OpenTakes takes;
    private final Previewer previewer;
    private final TakeJobs jobs;

    /** By what the clips hold and what is taken out of them: to try it takes seconds. */
    private final Cache<List<Object>, Double> noiseCosts =
            Caffeine.newBuilder().maximumSize(64).build();

    BalanceJobs(Recipes recipes, OpenTakes takes, Previewer previewer) {
        this.recipes = recipes;
        this.takes = takes;
        this.previewer = previewer;
        this.jobs = new TakeJobs("balance", recipes);
    }

    TakeJobs.Status start(Long takeId, int base, BalanceOrder order) {
        Recipe recipe = order.on(recipe(takeId, base));
        if (recipe.showing().clips().size() < 2) {
            throw new IllegalArgumentException("One lens differs from no other: there is nothing to even out.");
        }
        return jobs.start(takeId, base, run -> {
            Take take = takes.of(recipe).showing(recipe);
            Balance evened = BalanceMeter.even(recipe, take.commonSpan(), previewer.knotFrames(take), run);
            return new Finished(
                    "Even exposure and colour",
                    on -> List.of(on.clips(), on.geometry(), on.balance()),
                    on -> on.withBalance(evened));
        });
    }

    TakeJobs.Status status(Long takeId) {
        return jobs.status(takeId);
    }

    TakeJobs.Status cancel(Long takeId) {
        return jobs.cancel(takeId);
    }

    /** What is left of the lenses' differences over time. */
    BalanceLane.Lane lane(Long takeId, int revision) {
        Recipe recipe = recipe(takeId, revision);
        Take take = takes.of(recipe).showing(recipe);
        return BalanceLane.measure(recipe, take.commonSpan(), previewer.knotFrames(take));
    }

    /** What the lenses say at a spot of the canvas. */
    List<SpotValues.Value> values(Long takeId, int revision, double seconds, double x, double y) {
        Recipe recipe = recipe(takeId, revision);
        Take take = takes.of(recipe).showing(recipe);
        List<Frame> frames = IntStream.range(0, take.clips().size())
                .parallel()
                .mapToObj(i -> previewer.lens(take, i, seconds, 1).frame())
                .toList();
        return SpotValues.read(recipe, x, y, seconds, frames);
    }

    /** Seconds that a frame of all lenses takes longer for the noise that a revision takes out. */
    double noiseCost(Long takeId, int revision) {
        Recipe recipe = recipe(takeId, revision);
        NoiseReduction noise = recipe.balance().noise();
        Take take = takes.of(recipe).showing(recipe);
        List<String> clips =
                take.clips().stream().map(clip -> clip.ref().sha256()).toList();
        return noiseCosts.get(List.of(clips, noise), key -> NoiseCost.seconds(take, noise));
    }

    Recipe recipe(Long takeId, int revision) {
        return recipes.revision(takeId, revision).read();
    }

    TakeJobs.Status use(Long takeId, int base) {
        return jobs.use(takeId, base);
    }

    @Override
    public void destroy() {
        jobs.close();
    }
}
