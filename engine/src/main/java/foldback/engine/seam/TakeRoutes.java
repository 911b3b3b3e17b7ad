package foldback.engine.seam;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.recipe.Recipe;
import foldback.core.seam.SeamFlow;
import foldback.core.seam.SeamMoves;
import foldback.core.seam.SeamStrip;
import foldback.core.seam.route.RoutedSeams;
import foldback.core.seam.route.SeamRoute;
import foldback.engine.cache.Caches;
import foldback.engine.take.Take;
import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleFunction;

/**
 * The ways that takes' seams find over time. At each moment of the flow's grid the best way is found from what its memory holds, and ways are taken
 * together over the memory once more: where another way becomes the better one, the seam glides there. So a way follows from the recipe and from
 * moments near its own alone, wherever looking or rendering began.
 */
final class TakeRoutes {
    private static final int KEPT_WAYS = 600;

    private final TakeFlows flows;
    private final Cache<WayKey, List<float[]>> ways =
            Caches.builder().maximumSize(KEPT_WAYS).build();

    TakeRoutes(TakeFlows flows) {
        this.flows = flows;
    }

    private record WayKey(String name, double ramp, long number) {}

    /** Measures what is missing. */
    SeamMoves measured(Recipe recipe, Take shown) {
        TakeFlows.Fields fields = flows.fields(recipe, shown);
        return routed(recipe, fields, seconds -> {
            fields.measure(needed(fields, seconds));
            return ways(recipe, fields, seconds);
        });
    }

    /** Measures the moment itself alone where more is missing. */
    SeamMoves ofNearest(Recipe recipe, Take shown) {
        TakeFlows.Fields fields = flows.fields(recipe, shown);
        return routed(recipe, fields, seconds -> {
            if (fields.areMeasured(needed(fields, seconds))) {
                return ways(recipe, fields, seconds);
            }
            List<Long> nearest = List.of(fields.nearest(seconds));
            fields.measure(nearest);
            return found(recipe, fields, fields.blended(nearest, seconds));
        });
    }

    /** Leaves seams where they usually are while something is missing. */
    SeamMoves ofMeasured(Recipe recipe, Take shown) {
        TakeFlows.Fields fields = flows.fields(recipe, shown);
        return routed(
                recipe,
                fields,
                seconds -> fields.areMeasured(needed(fields, seconds)) ? ways(recipe, fields, seconds) : List.of());
    }

    private static SeamMoves routed(Recipe recipe, TakeFlows.Fields fields, DoubleFunction<List<float[]>> ways) {
        return new RoutedSeams(
                TakeGuards.strips(recipe), fields.strips(), ways, recipe.seams().feather());
    }

    /** All moments that the ways of a time's window follow from. */
    private static List<Long> needed(TakeFlows.Fields fields, double seconds) {
        return fields.window(seconds).stream()
                .flatMap(number -> fields.window(fields.secondsOf(number)).stream())
                .distinct()
                .sorted()
                .toList();
    }

    private List<float[]> ways(Recipe recipe, TakeFlows.Fields fields, double seconds) {
        List<Long> numbers = fields.window(seconds);
        double[] weights = fields.weights(numbers, seconds);
        List<List<float[]>> found =
                numbers.stream().map(number -> way(recipe, fields, number)).toList();
        return mean(found, weights);
    }

    private List<float[]> way(Recipe recipe, TakeFlows.Fields fields, long number) {
        return ways.get(new WayKey(fields.name(), recipe.seams().feather(), number), key -> {
            double seconds = fields.secondsOf(number);
            return found(recipe, fields, fields.blended(fields.window(seconds), seconds));
        });
    }

    private static List<float[]> found(Recipe recipe, TakeFlows.Fields fields, List<SeamFlow> seen) {
        List<SeamStrip> strips = fields.strips();
        List<float[]> found = new ArrayList<>();
        for (int n = 0; n < strips.size(); n++) {
            found.add(SeamRoute.of(strips.get(n), seen.get(n), recipe.seams().feather()));
        }
        return found;
    }

    private static List<float[]> mean(List<List<float[]>> found, double[] weights) {
        double all = 0;
        List<float[]> mean = new ArrayList<>();
        for (float[] way : found.get(0)) {
            mean.add(new float[way.length]);
        }
        for (double weight : weights) {
            all += weight;
        }
        for (int n = 0; n < weights.length; n++) {
            float share = (float) (weights[n] / all);
            for (int strip = 0; strip < mean.size(); strip++) {
                float[] sum = mean.get(strip);
                float[] way = found.get(n).get(strip);
                for (int column = 0; column < sum.length; column++) {
                    sum[column] += share * way[column];
                }
            }
        }
        return mean;
    }
}
