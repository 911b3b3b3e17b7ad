package foldback.engine.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.keys.Track;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.sync.Sync;
import foldback.core.run.Verdict;
import foldback.engine.DemoTake;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What earlier versions wrote means today what it meant then. */
class RecipeUpgradeTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String OLD_BALANCE = """
            {"measure": {"algorithm": 1, "before_stops": 0.4, "residual_stops": 0.05, "patches": 60},
             "falloff": {"square_stops": 0.1, "fourth_stops": 0.2, "sixth_stops": 0},
             "lenses": [{"slot": "A",
                "measured": {"exposure_stops": 0.3, "red_stops": 0, "green_stops": 0, "blue_stops": 0},
                "trim": [
                  {"at_s": 1, "exposure_stops": 0.1, "temperature_mired": 5, "red_stops": 0, "green_stops": 0, "blue_stops": 0},
                  {"at_s": 2.5, "exposure_stops": 0.5, "temperature_mired": 5, "red_stops": 0, "green_stops": 0, "blue_stops": 0}]}],
             "whole": {"exposure_stops": -0.2, "red_stops": 0, "green_stops": 0, "blue_stops": 0}}
            """;

    private static ObjectNode first() throws Exception {
        ObjectNode document =
                (ObjectNode) JSON.readTree(RecipeJson.write(DemoTake.recipe().with(Balance.SECTION, Balance.NONE)));
        document.put("version", 1).set("balance", JSON.readTree(OLD_BALANCE));
        ((ObjectNode) document.get("sync")).put("source", "sound");
        return document;
    }

    @Test
    void theFirstVersionIsRead() throws Exception {
        Recipe recipe = RecipeJson.read(first().toString());
        assertThat(recipe.sync().source()).isEqualTo(Sync.Source.MEASURED);
        Balance balance = recipe.balance();
        assertThat(balance.of("A").measured().at(5).exposure()).isEqualTo(0.3);
        assertThat(balance.vignetting().fourth()).isEqualTo(0.2);
        assertThat(balance.measure().orElseThrow().verdict()).isEqualTo(Verdict.CHECK);
        assertThat(balance.whole().at(3).exposure()).isEqualTo(-0.2);
        Track<?> exposure = balance.of("A").trim().exposure();
        assertThat(exposure.keys()).hasSize(2);
        assertThat(balance.of("A").trim().at(1).exposure()).isEqualTo(0.1);
        assertThat(balance.of("A").trim().at(1.75).exposure()).isCloseTo(0.3, within(1e-12));
        assertThat(balance.of("A").trim().temperature().keyed())
                .as("a number that no key changed")
                .isFalse();
        assertThat(balance.of("A").trim().at(9).temperature()).isEqualTo(5);
    }

    @Test
    void whatTheSecondVersionSaidIsKept() throws Exception {
        ObjectNode document = first();
        document.put("version", 2);
        ObjectNode balance = (ObjectNode) JSON.readTree(OLD_BALANCE.replace("falloff", "vignetting"));
        balance.remove("whole");
        ((ObjectNode) balance.get("lenses").get(0)).putObject("trim");
        ((ObjectNode) balance.get("measure")).put("verdict", "check").put("reason", "Lens A is burnt out.");
        document.set("balance", balance);
        ((ObjectNode) document.get("sync")).put("source", "measured");
        Recipe recipe = RecipeJson.read(document.toString());
        assertThat(recipe.balance().measure().orElseThrow().reason()).isEqualTo("Lens A is burnt out.");
        assertThat(RecipeJson.write(recipe)).contains("\"earlier\"");
    }

    @Test
    void whatIsWrittenIsTodaysVersion() throws Exception {
        String written = RecipeJson.write(RecipeJson.read(first().toString()));
        assertThat(JSON.readTree(written).path("version").asInt()).isEqualTo(RecipeUpgrade.STEPS.size() + 1);
        assertThat(written).contains("vignetting").doesNotContain("falloff");
        assertThat(RecipeJson.read(written)).isEqualTo(RecipeJson.read(first().toString()));
    }

    @Test
    void whatIsWrongInOneIsStillNamed() throws Exception {
        String text = first().toString();
        assertThatThrownBy(() -> RecipeJson.read(text.replace("\"at_s\":1,", "\"at_s\":3,")))
                .hasMessageContaining("keys must rise in time: 3.0 s");
        assertThatThrownBy(() -> RecipeJson.read(text.replace("\"at_s\":1,", "")))
                .hasMessageContaining("has no time or no value");
        assertThatThrownBy(() -> RecipeJson.read(text.replace("\"version\":1", "\"version\":0")))
                .hasMessageContaining("'recipe.version'");
    }
}
