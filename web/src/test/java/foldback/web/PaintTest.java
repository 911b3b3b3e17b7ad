package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.Select;
import tools.jackson.databind.JsonNode;

/** Lenses are painted in and out: drawn in their pictures, over time, and taken away again. */
@ExtendWith(RunningApplication.class)
class PaintTest {

    private static JsonNode strokes(Api api, long take) throws Exception {
        return api.get("/api/takes/" + take).json().path("recipe").path("seams").path("strokes");
    }

    @Test
    void aLensIsPaintedOutAndInAgain(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        try (Browser browser = new Browser()) {
            BenchPage bench = BenchPage.open(browser, server, take, "seams");
            bench.awaitPicture("pane-sphere");
            browser.press("paint-on");
            bench.awaitPicture("pane-lens");
            int side = browser.find("pane-lens").getSize().getHeight();
            // At its left rim, where the other lens sees the same.
            bench.drag("pane-lens", -side * 45 / 100, -10, 4, 30);
            bench.awaitSaved(2);
            JsonNode out = strokes(api, take).get(0);
            assertThat(out.path("kind").asString()).isEqualTo("leave_out");
            assertThat(out.path("spots").get(0).asDouble()).isCloseTo(0.05, within(0.02));
            assertThat(out.path("radius").asDouble()).isEqualTo(0.04);
            assertThat(out.has("during")).isFalse();

            new Select(browser.find("paint-kind")).selectByValue("use");
            new Select(browser.find("paint-shape")).selectByValue("area");
            new Select(browser.find("paint-when")).selectByValue("range");
            browser.find("paint-fade").sendKeys(Keys.chord(Keys.CONTROL, "a"), "0.5", Keys.ENTER);
            // A click holds nothing, and says so.
            bench.drag("pane-lens", 20, 20, 0, 0);
            browser.awaitText("toast", "a click holds nothing");
            new Actions(browser.driver)
                    .moveToElement(browser.find("pane-lens"), 10, 10)
                    .clickAndHold()
                    .moveByOffset(60, 0)
                    .moveByOffset(0, 60)
                    .release()
                    .perform();
            bench.awaitSaved(3);
            JsonNode area = strokes(api, take).get(1);
            assertThat(area.path("shape").asString()).isEqualTo("area");
            assertThat(area.path("during").path("fade_s").asDouble()).isEqualTo(0.5);
            assertThat(area.path("during").path("from_s").asDouble()).isZero();

            browser.press("stroke-always");
            bench.awaitSaved(4);
            assertThat(strokes(api, take).get(1).has("during")).isFalse();
            new Select(browser.find("stroke-list")).selectByIndex(0);
            browser.press("stroke-remove");
            bench.awaitSaved(5);
            assertThat(strokes(api, take).size()).isEqualTo(1);
            browser.press("strokes-clear");
            bench.awaitSaved(6);
            assertThat(strokes(api, take).size()).isZero();

            // On the sphere for a lens that is chosen: a quarter round to the left, where both see the same.
            new Select(browser.find("paint-lens")).selectByValue("B");
            new Select(browser.find("paint-shape")).selectByValue("straight");
            new Select(browser.find("paint-when")).selectByValue("always");
            int quarter = browser.find("pane-sphere").getSize().getWidth() / 4;
            bench.drag("pane-sphere", -quarter - 8, 0, 0, 12);
            bench.awaitSaved(7);
            JsonNode drawn = strokes(api, take).get(0);
            assertThat(drawn.path("lens").asString()).isEqualTo("B");
            assertThat(drawn.path("spots").get(0).asDouble()).isGreaterThan(0.85);
            assertThat(drawn.path("radius").asDouble()).isBetween(0.02, 0.06);
            // Ahead lens B sees nothing.
            bench.drag("pane-sphere", 0, 0, 4, 4);
            browser.awaitText("toast", "Lens B does not see what you painted");
        }
    }

    @Test
    void whatIsPaintedShowsInPicturesAndHolesAreSaid(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        String path = "/api/takes/" + take;
        String body = "{\"base\":%d,\"set\":{\"seams\":{\"way\":\"%s\",\"feather_deg\":2,\"strokes\":"
                + "[{\"lens\":\"A\",\"kind\":\"leave_out\",\"spots\":[%s,0.5],\"radius\":0.06,\"edge\":0.01,"
                + "\"during\":{\"from_s\":0.5,\"to_s\":1}}]}}}";
        int base = 0;
        byte[] unpainted = api.bytes(path + "/revisions/1/sphere?width=512&t=0.8");
        for (String way : List.of("feather", "bands", "flow")) {
            base++;
            assertThat(api.post(path + "/revisions", body.formatted(base, way, "0.05"))
                            .status())
                    .isEqualTo(200);
            String sphere = path + "/revisions/" + (base + 1) + "/sphere?width=512&t=";
            assertThat(api.bytes(sphere + "0.8")).isNotEqualTo(unpainted);
            assertThat(api.bytes(sphere + "0.8")).isNotEqualTo(api.bytes(sphere + "1.2"));
        }
        String middle = api.post(path + "/revisions", body.formatted(base + 1, "feather", "0.5"))
                .body();
        assertThat(middle).contains("Paint leaves no lens for").contains("lens A shows there all the same");
        assertThat(api.post(
                                path + "/revisions/1/seams/paint?t=0.8",
                                "{\"lens\":\"C\",\"places\":[0.5,0.5],\"radius\":2}")
                        .body())
                .contains("Lens 'C' is not there, or off.");
        assertThat(api.post(path + "/revisions", body.formatted(base + 2, "feather", "7"))
                        .body())
                .contains("strokes[0].spots[0]' must be -1 to 2");
    }
}
