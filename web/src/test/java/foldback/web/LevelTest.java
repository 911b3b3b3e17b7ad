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

    private static void saved(Browser browser, int revision) {
        browser.await().until(driver -> browser.find("kept").getText().equals("Saved, revision " + revision));
    }

    private static void open(Browser browser, RunningApplication.Server server, long take) {
        browser.driver.get(server.uri("/takes/" + take).toString());
        browser.await()
                .until(driver ->
                        !driver.findElements(By.cssSelector("body[data-ready]")).isEmpty());
        shown(browser, "pane-sphere");
        browser.driver.findElement(By.cssSelector("[data-stage=level] button")).click();
    }

    private static void shown(Browser browser, String pane) {
        browser.await()
                .until(driver -> !driver.findElements(By.cssSelector("[data-test=" + pane + "][data-shown]"))
                        .isEmpty());
    }

    private static void drag(Browser browser, String pane, int fromX, int fromY, int byX, int byY) {
        WebElement picture = browser.find(pane);
        new Actions(browser.driver)
                .moveToElement(picture, fromX, fromY)
                .clickAndHold()
                .moveByOffset(byX / 2, byY / 2)
                .moveByOffset(byX - byX / 2, byY - byY / 2)
                .release()
                .perform();
    }

    @Test
    void linesAreDrawnJudgedAndDeleted(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        try (Browser browser = new Browser()) {
            open(browser, server, take);
            browser.press("draw-plumb");
            // Upright across the middle, and leaning by some degrees to the left of it.
            drag(browser, "pane-sphere", 0, -40, 0, 60);
            saved(browser, 2);
            assertThat(level(api, take).path("roll_deg").asDouble()).isZero();
            drag(browser, "pane-sphere", -100, -40, 10, 60);
            saved(browser, 3);
            JsonNode leaning = level(api, take);
            assertThat(leaning.path("lines").size()).isEqualTo(2);
            assertThat(Math.abs(leaning.path("pitch_deg").asDouble())).isGreaterThan(1);
            assertThat(browser.find("level-lines").findElements(By.tagName("li")))
                    .hasSize(2);
            browser.press("delete-line-1");
            saved(browser, 4);
            assertThat(level(api, take).path("lines").size()).isEqualTo(1);

            // In the look-around a line is drawn, too, and dragging turns nothing meanwhile.
            new Select(browser.driver.findElement(By.cssSelector(".pane select"))).selectByValue("look");
            shown(browser, "pane-look");
            browser.press("draw-sea");
            drag(browser, "pane-look", -120, 0, 240, 12);
            saved(browser, 5);
            assertThat(level(api, take).path("lines").get(1).path("kind").asString())
                    .isEqualTo("sea");
            // A click is no line.
            new Actions(browser.driver)
                    .moveToElement(browser.find("pane-look"))
                    .click()
                    .perform();
            drag(browser, "pane-look", 0, 0, 1, 0);
            browser.awaitText("toast", "too short");
            assertThat(level(api, take).path("lines").size()).isEqualTo(2);
        }
    }

    @Test
    void theLevelChangesOverTimeByKeys(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        try (Browser browser = new Browser()) {
            open(browser, server, take);
            browser.press("key-level");
            saved(browser, 2);
            browser.driver.findElement(By.tagName("body")).sendKeys(Keys.END);
            WebElement yaw = browser.find("yaw_deg");
            yaw.sendKeys(Keys.chord(Keys.CONTROL, "a"), "90", Keys.ENTER);
            saved(browser, 3);
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
