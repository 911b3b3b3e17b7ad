package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.support.ui.Select;
import tools.jackson.databind.JsonNode;

/** What must not be cut is guarded: drawn, moved, kept by a lens, over time. */
@ExtendWith(RunningApplication.class)
class GuardsTest {

    private static JsonNode guards(Api api, long take) throws Exception {
        return api.get("/api/takes/" + take).json().path("recipe").path("seams").path("guards");
    }

    @Test
    void aGuardIsDrawnMovedAndTakenAway(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        try (Browser browser = new Browser()) {
            BenchPage bench = BenchPage.open(browser, server, take, "seams");
            bench.awaitPicture("pane-sphere");
            browser.pressDown("guard-add");
            // A quarter round to the left, where the lenses overlap: the sphere is half of a pane's width high.
            int quarter = browser.find("pane-sphere").getSize().getWidth() / 4;
            bench.drag("pane-sphere", -quarter - 6, -10, 12, 20);
            bench.awaitSaved(2);
            JsonNode drawn = guards(api, take).get(0);
            assertThat(drawn.path("name").asString()).isEqualTo("Guard");
            assertThat(drawn.path("yaw_deg").asDouble()).isBetween(-92.0, -88.0);
            assertThat(drawn.path("length_deg").asDouble()).isBetween(5.0, 9.0);
            assertThat(drawn.path("width_deg").asDouble()).isBetween(3.0, 6.0);
            browser.awaitText("guard-lens", "best lens: ");

            // Taken by its inside it is moved; elsewhere the picture is, and nothing is kept.
            bench.drag("pane-sphere", -quarter, -3, 0, -20);
            bench.awaitSaved(3);
            assertThat(guards(api, take).get(0).path("pitch_deg").asDouble())
                    .isGreaterThan(drawn.path("pitch_deg").asDouble() + 5);
            bench.drag("pane-sphere", 60, 0, 40, 0);

            new Select(browser.find("guard-lens")).selectByValue("B");
            bench.awaitSaved(4);
            assertThat(guards(api, take).get(0).path("lens").asString()).isEqualTo("B");

            WebElement name = browser.find("guard-name");
            name.sendKeys(Keys.chord(Keys.CONTROL, "a"), "Post", Keys.ENTER);
            bench.awaitSaved(5);
            browser.press("guard-keys");
            bench.awaitSaved(6);
            browser.driver.findElement(By.tagName("body")).sendKeys(Keys.END);
            WebElement strength = browser.find("guard-strength");
            strength.sendKeys(Keys.chord(Keys.CONTROL, "a"), "0", Keys.ENTER);
            bench.awaitSaved(7);
            JsonNode keyed = guards(api, take).get(0);
            assertThat(keyed.path("name").asString()).isEqualTo("Post");
            assertThat(keyed.path("strength").size()).isEqualTo(2);
            assertThat(keyed.path("strength").get(1).path("value").asDouble()).isZero();

            browser.press("guard-remove");
            bench.awaitSaved(8);
            assertThat(guards(api, take).size()).isZero();
        }
    }

    @Test
    void theSeamGoesRoundAGuardInPictures(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        String guard = """
                {"name":"Post","lens":"%s","yaw_deg":-90,"pitch_deg":0,"turn_deg":0,"length_deg":3,"width_deg":4,"edge_deg":1}""";
        String body = "{\"base\":%d,\"set\":{\"seams\":{\"way\":\"feather\",\"feather_deg\":2,\"guards\":[%s]}}}";
        assertThat(api.post("/api/takes/" + take + "/revisions", body.formatted(1, guard.formatted("A")))
                        .status())
                .isEqualTo(200);
        assertThat(api.post("/api/takes/" + take + "/revisions", body.formatted(2, guard.formatted("B")))
                        .status())
                .isEqualTo(200);
        String sphere = "/api/takes/" + take + "/revisions/%d/sphere?t=1&width=512";
        assertThat(api.bytes(sphere.formatted(2))).isNotEqualTo(api.bytes(sphere.formatted(3)));
        String bands = body.formatted(3, guard.formatted("B")).replace("\"feather\"", "\"bands\"");
        assertThat(api.post("/api/takes/" + take + "/revisions", bands).status())
                .isEqualTo(200);
        assertThat(api.bytes(sphere.formatted(4))).isNotEqualTo(api.bytes(sphere.formatted(3)));
        JsonNode lying =
                api.get("/api/takes/" + take + "/revisions/3/seams/guards?t=1").json();
        assertThat(lying.path("keepers").path("Post").asString()).isEqualTo("B");
        assertThat(lying.path("rigFromCanvas").size()).isEqualTo(4);
    }

    @Test
    void aGuardFollowsWhatIsInIt(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        String path = "/api/takes/" + take;
        // The shed, which stands still, and so does the rig.
        String body = """
                {"base":1,"set":{"seams":{"way":"feather","feather_deg":2,"guards":[
                {"name":"Shed","yaw_deg":-30,"pitch_deg":-3,"turn_deg":0,"length_deg":6,"width_deg":5,"edge_deg":1}]}}}""";
        assertThat(api.post(path + "/revisions", body).status()).isEqualTo(200);
        String job = path + "/stages/seams/jobs/";
        assertThat(api.post(job + "follow?base=2", "{\"guard\":\"Barn\",\"at\":1}")
                        .body())
                .contains("There is no guard");
        assertThat(api.post(job + "follow?base=2", "{\"guard\":\"Shed\"}").body())
                .contains("Say when");
        api.post(job + "follow?base=2", "{\"guard\":\"Shed\",\"at\":1,\"from\":0.6,\"to\":1.4}");
        assertThat(api.post(job + "measure?base=2", "{\"from\":0,\"to\":0.1}").body())
                .contains("at work on something else");
        assertThat(api.jobsEnd(path, "seams")).isEmpty();
        JsonNode yaw = guards(api, take).get(0).path("yaw_deg");
        assertThat(yaw.get(0).path("at_s").asDouble()).isCloseTo(0.6, within(0.1));
        assertThat(yaw.get(yaw.size() - 1).path("at_s").asDouble()).isCloseTo(1.4, within(0.1));
        yaw.forEach(key -> assertThat(key.path("value").asDouble()).isCloseTo(-30, within(0.6)));
    }

    @Test
    void whatIsNoGuardIsRefusedByName(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        String body = """
                {"base":1,"set":{"seams":{"way":"feather","feather_deg":2,"guards":[
                {"name":"%s","yaw_deg":0,"pitch_deg":0,"turn_deg":0,"length_deg":%s,"width_deg":4,"edge_deg":1}]}}}""";
        assertThat(api.post("/api/takes/" + take + "/revisions", body.formatted(" ", "3"))
                        .body())
                .contains("a guard's name has 1 to 60 characters");
        assertThat(api.post("/api/takes/" + take + "/revisions", body.formatted("Post", "90"))
                        .body())
                .contains("guards[0].length_deg");
    }
}
