package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.Select;
import tools.jackson.databind.JsonNode;

/** Lines that say which way is up, and a level that changes over time. */
@ExtendWith(RunningApplication.class)
class LevelTest {

    private static JsonNode level(Api api, long take) throws Exception {
        return api.get("/api/takes/" + take).json().path("recipe").path("level");
    }

    @Test
    void linesAreDrawnJudgedAndDeleted(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        try (Browser browser = new Browser()) {
            BenchPage bench = BenchPage.open(browser, server, take, "level");
            bench.awaitPicture("pane-sphere");
            browser.pressDown("draw-plumb");
            // Upright across the middle, and leaning by some degrees to the left of it.
            bench.drag("pane-sphere", 0, -40, 0, 60);
            bench.awaitSaved(2);
            assertThat(level(api, take).path("roll_deg").asDouble()).isZero();
            bench.drag("pane-sphere", -100, -40, 10, 60);
            bench.awaitSaved(3);
            JsonNode leaning = level(api, take);
            assertThat(leaning.path("lines").size()).isEqualTo(2);
            assertThat(Math.abs(leaning.path("pitch_deg").asDouble())).isGreaterThan(1);
            assertThat(browser.find("level-lines").findElements(By.tagName("li")))
                    .hasSize(2);
            browser.press("delete-line-1");
            bench.awaitSaved(4);
            assertThat(level(api, take).path("lines").size()).isEqualTo(1);

            // In the look-around a line is drawn, too, and dragging turns nothing meanwhile.
            new Select(browser.driver.findElement(By.cssSelector(".pane select"))).selectByValue("look");
            bench.awaitPicture("pane-look");
            browser.press("draw-plumb");
            bench.drag("pane-look", -60, 0, 60, 0);
            browser.pressDown("draw-sea");
            bench.drag("pane-look", -120, 0, 240, 12);
            bench.awaitSaved(5);
            assertThat(level(api, take).path("lines").get(1).path("kind").asString())
                    .isEqualTo("sea");
            // A click is no line.
            new Actions(browser.driver)
                    .moveToElement(browser.find("pane-look"))
                    .click()
                    .perform();
            bench.drag("pane-look", 0, 0, 1, 0);
            browser.awaitText("toast", "too short");
            JsonNode kept = api.get("/api/takes/" + take).json();
            assertThat(kept.path("recipe").path("level").path("lines").size()).isEqualTo(2);
            assertThat(kept.path("revision").asInt()).isEqualTo(5);
        }
    }

    @Test
    void theLevelChangesOverTimeByKeys(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        try (Browser browser = new Browser()) {
            BenchPage bench = BenchPage.open(browser, server, take, "level");
            bench.awaitPicture("pane-sphere");
            browser.press("key-level");
            bench.awaitSaved(2);
            browser.driver.findElement(By.tagName("body")).sendKeys(Keys.END);
            WebElement yaw = browser.find("yaw_deg");
            yaw.sendKeys(Keys.chord(Keys.CONTROL, "a"), "90", Keys.ENTER);
            bench.awaitSaved(3);
        }
        JsonNode keys = level(api, take).path("keys");
        assertThat(keys.size()).isEqualTo(2);
        assertThat(keys.get(1).path("yaw_deg").asDouble()).isEqualTo(90);
        assertThat(keys.get(1).path("at_s").asDouble())
                .isGreaterThan(keys.get(0).path("at_s").asDouble());
        // There the picture is another one than without keys.
        String sphere = "/api/takes/" + take + "/revisions/%d/sphere?t=%s&width=256";
        assertThat(api.bytes(sphere.formatted(3, keys.get(1).path("at_s").asString())))
                .isNotEqualTo(
                        api.bytes(sphere.formatted(2, keys.get(1).path("at_s").asString())));
        JsonNode lane =
                api.get("/api/takes/" + take + "/revisions/3/stages/level/lane").json();
        assertThat(lane.path("whole").path("points").size()).isGreaterThan(100);
    }

    @Test
    void whatIsNoLineIsRefusedByName(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String lines = "/api/takes/" + api.freshTake() + "/level/lines";
        assertThat(api.post(lines + "?base=1", "{\"kind\":\"slanted\",\"seconds\":1,\"ends\":[[0.5,0.4],[0.5,0.6]]}")
                        .body())
                .contains("kind");
        assertThat(api.post(lines + "?base=1", "{\"kind\":\"plumb\",\"seconds\":1,\"ends\":[[0.5,0.4]]}")
                        .body())
                .contains("two places of the canvas");
        assertThat(api.post(lines + "/remove?base=1", "{\"line\":0}").body()).contains("no line number 0");
    }
}
