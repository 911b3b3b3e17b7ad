package foldback.engine.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.keys.Key;
import foldback.core.keys.Track;
import foldback.core.picture.ColourTags;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.BalanceMeasure;
import foldback.core.recipe.light.Highlights;
import foldback.core.recipe.light.LensBalance;
import foldback.core.recipe.light.NoiseReduction;
import foldback.core.recipe.light.Stops;
import foldback.core.recipe.light.Transform;
import foldback.core.recipe.light.Trim;
import foldback.core.run.Verdict;
import foldback.core.tone.CurveChoice;
import foldback.core.tone.Falloff;
import foldback.core.tone.SampledCurve;
import foldback.engine.DemoTake;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class BalanceJsonTest {
    @Test
    void allOfABalanceComesBack() throws Exception {
        Track<Stops> measured = new Track<>(
                List.of(new Key<>(-1.5, new Stops(0.1, 0.02, 0, -0.02)), new Key<>(3.25, new Stops(-0.4, 0, 0, 0))));
        Track<Trim> oneKey = new Track<>(List.of(new Key<>(2.0, new Trim(0.5, 12, -0.1, 0, 0.05, 0, 0.01))));
        Balance balance = new Balance(
                Optional.of(new BalanceMeasure(2, Verdict.CHECK, "Look at the seams.", 0.5, 0.06, 4321)),
                new CurveChoice(Optional.of(ColourTags.Curve.ACESCCT), Optional.empty()),
                new Falloff(0.2, 0.3, -0.05),
                List.of(
                        new LensBalance("A", measured, oneKey),
                        new LensBalance("B", measured, Track.still(Trim.NONE), Optional.of(new Falloff(0.1, 0.2, 0)))),
                Track.still(new Trim(-0.2, 0, 0, 0, 0, 0, 0)),
                Optional.of("B"),
                Highlights.LOWER,
                0.35,
                Optional.of(Transform.SHOWN),
                new NoiseReduction(4, 2.5));
        Recipe recipe = DemoTake.recipe().withBalance(balance);
        assertThat(RecipeJson.read(RecipeJson.write(recipe)).balance()).isEqualTo(balance);
        List<Double> rising =
                IntStream.range(0, 20).mapToObj(i -> i * i / 100.0 - 0.01).toList();
        Balance sampled =
                balance.withCurve(new CurveChoice(Optional.empty(), Optional.of(new SampledCurve("own.cube", rising))));
        assertThat(RecipeJson.read(RecipeJson.write(recipe.withBalance(sampled)))
                        .balance())
                .isEqualTo(sampled);
        Transform cube = new Transform(Optional.of(new Transform.CubeFile("cubes/dusk.cube", "0f".repeat(32))));
        Balance other = balance.withTransform(Optional.of(cube));
        String written = RecipeJson.write(recipe.withBalance(other));
        assertThat(RecipeJson.read(written).balance()).isEqualTo(other);
        assertThatThrownBy(() -> RecipeJson.read(written.replace("0f0f", "xx0f")))
                .hasMessageContaining("sha256");
    }

    @Test
    void whatAnEarlierVersionWroteIsStillRead() throws Exception {
        String written = RecipeJson.write(DemoTake.recipe().withBalance(Balance.NONE));
        String old = written.replaceFirst(
                "(?s)\"balance\" : \\{.*?\\},\\s*\"seams\"",
                "\"balance\": {\"measure\": {\"algorithm\": 1, \"before_stops\": 0.4, \"residual_stops\": 0.05, \"patches\": 60},"
                        + " \"lenses\": [{\"slot\": \"A\", \"measured\": {\"exposure_stops\": 0.3, \"red_stops\": 0,"
                        + " \"green_stops\": 0, \"blue_stops\": 0}, \"trim\": {\"exposure_stops\": 0.1, \"red_stops\": 0,"
                        + " \"green_stops\": 0, \"blue_stops\": 0}}]}, \"seams\"");
        Balance balance = RecipeJson.read(old).balance();
        assertThat(balance.of("A").measured().at(5).exposure()).isEqualTo(0.3);
        assertThat(balance.of("A").trim().at(5).exposure()).isEqualTo(0.1);
        assertThat(balance.measure().orElseThrow().verdict()).isEqualTo(Verdict.CHECK);
        assertThat(balance.highlights()).isEqualTo(Highlights.CUT);
        String unordered = old.replace(
                "\"measured\": {\"exposure_stops\": 0.3, \"red_stops\": 0, \"green_stops\": 0, \"blue_stops\": 0}",
                "\"measured\": [{\"at_s\": 2, \"exposure_stops\": 0.3, \"red_stops\": 0, \"green_stops\": 0, \"blue_stops\": 0},"
                        + " {\"at_s\": 1, \"exposure_stops\": 0, \"red_stops\": 0, \"green_stops\": 0, \"blue_stops\": 0}]");
        assertThat(unordered).isNotEqualTo(old);
        assertThatThrownBy(() -> RecipeJson.read(unordered)).hasMessageContaining("keys must rise in time: 2.0 s");
    }
}
