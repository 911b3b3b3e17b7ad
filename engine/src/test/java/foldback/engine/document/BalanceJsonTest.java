package foldback.engine.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.balance.BalanceReason;
import foldback.core.keys.Amount;
import foldback.core.keys.Easing;
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
import foldback.core.recipe.light.TrimTracks;
import foldback.core.run.Reason;
import foldback.core.run.Verdict;
import foldback.core.tone.CurveChoice;
import foldback.core.tone.SampledCurve;
import foldback.core.tone.Vignetting;
import foldback.engine.DemoTake;
import foldback.engine.recipe.RecipeJson;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class BalanceJsonTest {
    @Test
    void allOfABalanceComesBack() throws Exception {
        Track<Stops> measured = new Track<>(
                List.of(new Key<>(-1.5, new Stops(0.1, 0.02, 0, -0.02)), new Key<>(3.25, new Stops(-0.4, 0, 0, 0))));
        TrimTracks keyed = new TrimTracks(
                new Track<>(List.of(new Key<>(2.0, new Amount(0.5)))),
                new Track<>(List.of(
                        new Key<>(1.0, new Amount(12), Easing.HOLD),
                        new Key<>(2.0, new Amount(-3), Easing.EASE),
                        new Key<>(4.0, new Amount(5), Easing.LINEAR),
                        new Key<>(4.5, new Amount(5)))),
                Track.still(new Amount(-0.1)),
                Track.still(Amount.ZERO),
                Track.still(new Amount(0.05)),
                Track.still(Amount.ZERO),
                Track.still(new Amount(0.01)));
        Balance balance = new Balance(
                Optional.of(new BalanceMeasure(
                        2, Verdict.CHECK, List.of(Reason.of(BalanceReason.STILL_DIFFER)), 0.5, 0.06, 4321)),
                new CurveChoice(Optional.of(ColourTags.Curve.ACESCCT), Optional.empty()),
                new Vignetting(0.2, 0.3, -0.05),
                List.of(
                        new LensBalance("A", measured, keyed),
                        new LensBalance("B", measured, TrimTracks.NONE, Optional.of(new Vignetting(0.1, 0.2, 0)))),
                TrimTracks.still(new Trim(-0.2, 0, 0, 0, 0, 0, 0)),
                Optional.of("B"),
                Highlights.LOWER,
                0.35,
                Optional.of(Transform.SHOWN),
                new NoiseReduction(4, 2.5));
        Recipe recipe = DemoTake.recipe().with(Balance.SECTION, balance);
        assertThat(RecipeJson.read(RecipeJson.write(recipe)).balance()).isEqualTo(balance);
        List<Double> rising =
                IntStream.range(0, 20).mapToObj(i -> i * i / 100.0 - 0.01).toList();
        Balance sampled =
                balance.withCurve(new CurveChoice(Optional.empty(), Optional.of(new SampledCurve("own.cube", rising))));
        assertThat(RecipeJson.read(RecipeJson.write(recipe.with(Balance.SECTION, sampled)))
                        .balance())
                .isEqualTo(sampled);
        Transform cube = new Transform(Optional.of(new Transform.CubeFile("cubes/dusk.cube", "0f".repeat(32))));
        Balance other = balance.withTransform(Optional.of(cube));
        String written = RecipeJson.write(recipe.with(Balance.SECTION, other));
        assertThat(RecipeJson.read(written).balance()).isEqualTo(other);
        assertThatThrownBy(() -> RecipeJson.read(written.replace("0f0f", "xx0f")))
                .hasMessageContaining("sha256");
    }
}
