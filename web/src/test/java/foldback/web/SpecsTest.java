package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.recipe.Recipe;
import foldback.core.time.TimeSpan;
import foldback.engine.recipe.RecipeJson;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.support.ui.Select;
import tools.jackson.databind.JsonNode;

/** Specs that are kept under names, and several files that are ordered in one go. */
@ExtendWith(RunningApplication.class)
class SpecsTest {
    private static final String SPEC =
            "{\"format\":\"foldback-spec\",\"version\":1,\"layout\":\"mono_360\",\"width\":%d,\"height\":64,"
                    + "\"bits\":8,\"kernel\":\"quick\",\"encoder_threads\":1,\"codec\":\"h264\",\"preset\":\"ultrafast\",%s}";
    private static final String SMALL = SPEC.formatted(128, "\"quality\":26");

    private static String saving(String name, String spec) {
        return "{\"name\":\"" + name + "\",\"spec\":" + spec + "}";
    }

    private static List<String> names(Api api) throws Exception {
        return StreamSupport.stream(api.get("/api/specs").json().spliterator(), false)
                .map(spec -> spec.path("name").asString())
                .toList();
    }

    @Test
    void aSpecIsKeptSharedAndTakenAway(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        JsonNode saved = api.post("/api/specs", saving("Saltworks web", SMALL)).json();
        assertThat(names(api)).contains("Saltworks web");
        assertThat(api.post("/api/specs", saving(" Saltworks web ", SPEC.formatted(128, "\"quality\":30")))
                        .json()
                        .path("id"))
                .as("one of the same name is replaced")
                .isEqualTo(saved.path("id"));
        String document = "/api/specs/" + saved.path("id") + "/spec.json";
        assertThat(api.get(document).json().path("quality").asInt()).isEqualTo(30);
        assertThat(api.post("/api/specs", saving("", SMALL)).body()).contains("needs a name");
        assertThat(api.post("/api/specs", saving("Odd", SPEC.formatted(130, "\"quality\":26")))
                        .body())
                .contains("spec.width");
        assertThat(api.delete("/api/specs/" + saved.path("id")).status()).isEqualTo(204);
        assertThat(api.get(document).status()).isEqualTo(404);
    }

    @Test
    void severalAreOrderedOrNone(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        String all = "/api/deliverables";
        String order = "{\"take\":" + take + ",\"file\":{\"base\":1,\"name\":\"%s\",\"from\":%s,\"to\":%s,\"spec\":"
                + SMALL + "}}";
        int before = api.get("/api/deliverables").json().size();
        String wrong =
                "[" + order.formatted("Several 1", "0", "0.2") + "," + order.formatted("Several 2", "0", "999") + "]";
        assertThat(api.post(all, wrong).status()).isEqualTo(400);
        assertThat(api.get("/api/deliverables").json().size()).isEqualTo(before);
        assertThat(api.post(all, "[]").body()).contains("at least one range and one spec");
        String right =
                "[" + order.formatted("Several 1", "0", "0.2") + "," + order.formatted("Several 2", "0.2", "0.4") + "]";
        long other = api.freshTake();
        String both = right.replace(
                "]",
                "," + order.formatted("Several 3", "0", "0.2").replace("\"take\":" + take, "\"take\":" + other) + "]");
        JsonNode ordered = api.post(all, both).json();
        assertThat(ordered.size()).isEqualTo(3);
        assertThat(ordered.get(2).path("take").asLong()).isEqualTo(other);
        String wanted = "[{\"name\":\"Several 1\",\"codec\":\"H264\"},{\"name\":\"Several 1\",\"codec\":\"H264\"}]";
        JsonNode free = api.post("/api/deliverables/free-names", wanted).json();
        assertThat(free.get(0).asString()).isEqualTo("Several 1 2.mp4");
        assertThat(free.get(1).asString()).isEqualTo("Several 1 3.mp4");
        ordered.forEach(row -> cancel(api, row));
    }

    private static void cancel(Api api, JsonNode row) {
        try {
            api.post("/api/deliverables/" + row.path("id") + "/cancel", "");
        } catch (Exception failed) {
            throw new IllegalStateException(failed);
        }
    }

    @Test
    void aBitRateThatIsTooLowIsSaid(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        String estimate = "/api/deliverables/estimate";
        String order =
                "[{\"take\":" + take + ",\"file\":{\"base\":1,\"name\":\"Low\",\"from\":0,\"to\":1,\"spec\":%s}}]";
        String large =
                "{\"format\":\"foldback-spec\",\"version\":1,\"layout\":\"mono_360\",\"width\":3840,\"height\":1920,"
                        + "\"bits\":8,\"kernel\":\"quick\",\"encoder_threads\":1,\"codec\":\"h264\",\"preset\":\"medium\",\"bit_rate_kbps\":%d}";
        JsonNode low = api.post(estimate, order.formatted(large.formatted(300))).json();
        assertThat(low.path("warnings").toString()).contains("300 kb/s are too few for 3840 x 1920");
        JsonNode enough =
                api.post(estimate, order.formatted(large.formatted(30_000))).json();
        assertThat(enough.path("warnings").toString()).doesNotContain("too few");
        assertThat(enough.path("bytes").asLong()).isEqualTo(3_750_000);
    }

    private static JsonNode warnings(Api api, long take, String spec) throws Exception {
        String order = "[{\"take\":" + take + ",\"file\":{\"base\":1,\"name\":\"Warned\",\"from\":0,\"to\":1,\"spec\":"
                + spec + "}}]";
        return api.post("/api/deliverables/estimate", order).json().path("warnings");
    }

    /** The demo take has 25 frames a second. */
    @Test
    void whatWillNotPlayOrRunSmoothlyIsSaid(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        assertThat(warnings(api, take, SMALL).size()).isZero();
        assertThat(warnings(api, take, SMALL.replace("{", "{\"rate\":\"50\",")).toString())
                .contains("every other frame shows the one before again");
        assertThat(warnings(api, take, SMALL.replace("\"bits\":8", "\"bits\":10"))
                        .toString())
                .contains("will not open H.264 of 10 bits");
        String wide = SMALL.replace("\"width\":128,\"height\":64", "\"width\":5120,\"height\":2560");
        assertThat(warnings(api, take, wide).toString()).contains("wider or higher than 4096");
        String prores = SMALL.replace(
                        "\"codec\":\"h264\",\"preset\":\"ultrafast\",\"quality\":26", "\"codec\":\"prores_422\"")
                .replace("\"bits\":8", "\"bits\":10");
        assertThat(warnings(api, take, prores).toString()).contains("programs that work on it");
    }

    @Test
    void aSoundFileBesideAFilmNeedsItsNameAsWell(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        Files.createDirectories(server.home.resolve("deliverables"));
        Files.writeString(server.home.resolve("deliverables").resolve("Heard.wav"), "precious");
        String wanted = "[{\"name\":\"Heard\",\"codec\":\"H264\",\"beside\":%s}]";
        assertThat(api.post("/api/deliverables/free-names", wanted.formatted("\".wav\""))
                        .json()
                        .get(0)
                        .asString())
                .isEqualTo("Heard 2.mp4");
        assertThat(api.post("/api/deliverables/free-names", wanted.formatted("null"))
                        .json()
                        .get(0)
                        .asString())
                .isEqualTo("Heard.mp4");
        String spec = SMALL.replace("{", "{\"sound_slot\":\"A\",\"sound_place\":\"beside\",");
        assertThat(api.post(
                                "/api/takes/" + take + "/deliverables",
                                QueuedRender.body("Heard", new TimeSpan(0, 0.2), spec))
                        .body())
                .contains("for example 'Heard 2.mp4'");
    }

    @Test
    void theClearestSoundIsProposed(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        JsonNode clearest =
                api.get("/api/takes/" + take + "/revisions/1/clearest").json();
        assertThat(clearest.size()).isEqualTo(2);
        double first = clearest.get(0).path("clarity").path("rangeDecibels").asDouble();
        assertThat(first)
                .isBetween(clearest.get(1).path("clarity").path("rangeDecibels").asDouble(), 90.0);
        try (Browser browser = new Browser()) {
            BenchPage.open(browser, server, take, "gather");
            // No sound was chosen before.
            browser.driver.executeScript("localStorage.removeItem('spec')");
            browser.press("hand-over");
            String slot = clearest.get(0).path("slot").asString();
            browser.awaitText("ho-sound", "of lens " + slot + ", the clearest");
            browser.await().until(driver -> slot.equals(browser.find("ho-sound").getDomProperty("value")));
        }
    }

    @Test
    void namedRangesAreHandedOverBySeveralSpecs(RunningApplication.Server server, @TempDir Path folder)
            throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        api.post("/api/specs", saving("Check file", SMALL));
        String file = Files.writeString(
                        folder.resolve("From elsewhere.spec.json"),
                        SPEC.formatted(256, "\"quality\":24").replace("\"height\":64", "\"height\":128"))
                .toString();
        try (Browser browser = new Browser()) {
            BenchPage bench = BenchPage.open(browser, server, take, "gather");
            browser.press("range-add");
            bench.awaitSaved(2);
            WebElement name = browser.find("range-name");
            name.sendKeys(Keys.chord(Keys.CONTROL, "a"), "Gate opens", Keys.ENTER);
            bench.awaitSaved(3);
            assertThat(browser.driver.findElements(By.cssSelector("[data-test=stage-give]")))
                    .as("parts of a take are its own")
                    .isEmpty();
            assertThat(api.post("/api/takes/" + take + "/revisions/3/stages/gather/give", "{\"takes\":[1]}")
                            .body())
                    .contains("Gather has nothing that other takes could be given");
            browser.press("range-own");
            bench.awaitSaved(4);
            // What the take becomes later is nothing to the range.
            api.post(
                    "/api/takes/" + take + "/revisions",
                    "{\"base\":4,\"set\":{\"level\":{\"yaw_deg\":77,\"pitch_deg\":0,\"roll_deg\":0}}}");
            BenchPage.open(browser, server, take, "gather");
            browser.press("hand-over");
            browser.awaitText("ho-spec", "Check file");
            browser.find("ho-spec-file").sendKeys(file);
            browser.awaitText("ho-spec", "From elsewhere");
            assertThat(names(api)).contains("From elsewhere");
            new Select(browser.find("ho-spec")).selectByVisibleText("Check file");
            assertThat(browser.find("ho-quality").getDomProperty("value")).isEqualTo("26");
            browser.find("ho-marked").click();
            browser.awaitText("ho-wrong", "Choose the marked range, a named one, or another take.");
            browser.find("ho-range").click();
            WebElement pattern = browser.find("ho-pattern");
            pattern.sendKeys(Keys.chord(Keys.CONTROL, "a"), "{take} {tkae}", Keys.TAB);
            browser.awaitText("ho-wrong", "{tkae}, which stands for nothing");
            pattern.sendKeys(Keys.chord(Keys.CONTROL, "a"), "Trial " + take + " {range}", Keys.TAB);
            browser.driver.executeScript(
                    "document.querySelector('[data-part=more-specs]').closest('details').open = true");
            browser.driver
                    .findElement(By.cssSelector("[data-test=ho-more][value='From elsewhere']"))
                    .click();
            browser.awaitText("ho-names", "Trial " + take + " Gate opens From elsewhere.mp4");
            browser.awaitText("ho-sum", "2 files");
            // Another take of the project goes along whole, by both specs.
            browser.driver.executeScript("document.querySelector('[data-part=others-field]').open = true");
            browser.find("ho-take").click();
            browser.awaitText("ho-sum", "4 files");
            browser.find("ho-take").click();
            browser.awaitText("ho-sum", "2 files");
            browser.press("ho-start");
            browser.press("to-handover");
            browser.await().until(driver -> driver.getCurrentUrl().endsWith("/handover"));
        }
        List<JsonNode> mine = StreamSupport.stream(
                        api.get("/api/deliverables").json().spliterator(), false)
                .filter(row -> row.path("take").asLong() == take)
                .toList();
        assertThat(mine).hasSize(2);
        assertThat(mine.stream().map(row -> row.path("spec").path("width").asInt()))
                .containsExactlyInAnyOrder(128, 256);
        Recipe whole = RecipeJson.read(
                api.get("/api/takes/" + take + "/revisions/5/recipe.json").body());
        Recipe ordered = RecipeJson.read(
                api.get("/api/deliverables/" + mine.get(0).path("id").asLong() + "/recipe.json")
                        .body());
        assertThat(Math.toDegrees(whole.level().yaw())).isCloseTo(77, within(1e-6));
        assertThat(ordered.level()).isEqualTo(api.demoRecipe().level());
        assertThat(api.get("/api/takes/" + take).json().path("revision").asInt())
                .isEqualTo(5);
        mine.forEach(row -> cancel(api, row));
    }
}
