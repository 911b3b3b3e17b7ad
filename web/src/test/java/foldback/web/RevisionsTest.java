package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.Arrays;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;

/** Every change is a revision; nothing is lost, nothing is merged. */
@ExtendWith(RunningApplication.class)
class RevisionsTest {
    private static final String LEVEL = "{\"level\":{\"yaw_deg\":%s,\"pitch_deg\":0,\"roll_deg\":0}}";

    private static String patch(int base, int yaw) {
        return "{\"base\":" + base + ",\"label\":\"Turn to " + yaw + "\",\"set\":" + LEVEL.formatted(yaw) + "}";
    }

    @Test
    void undoAndRedoMoveTheHeadAndABranchKeepsAll(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + api.freshTake();
        assertThat(api.post(take + "/revisions", patch(1, 10))
                        .json()
                        .path("revision")
                        .asInt())
                .isEqualTo(2);
        assertThat(api.post(take + "/revisions", patch(2, 20))
                        .json()
                        .path("revision")
                        .asInt())
                .isEqualTo(3);
        JsonNode undone = api.post(take + "/undo?base=3", "").json();
        assertThat(yaw(undone)).isEqualTo(10);
        assertThat(undone.path("redo").asString()).isEqualTo("Turn to 20");
        assertThat(yaw(api.post(take + "/redo?base=2", "").json())).isEqualTo(20);
        api.post(take + "/undo?base=3", "");
        JsonNode branched = api.post(take + "/revisions", patch(2, 30)).json();
        assertThat(branched.path("revision").asInt()).isEqualTo(4);
        // What was undone is still there by its number.
        assertThat(api.get(take + "/revisions/3/recipe.json")
                        .json()
                        .path("level")
                        .path("yaw_deg")
                        .asInt())
                .isEqualTo(20);
    }

    @Test
    void anyRevisionIsNamedAndBroughtBack(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + api.freshTake();
        api.post(take + "/revisions", patch(1, 10));
        api.post(take + "/revisions", patch(2, 20));
        api.post(take + "/undo?base=3", "");
        api.post(take + "/revisions", patch(2, 30));
        assertThat(api.post(take + "/revisions/3/name", "{\"name\":\" For the client \"}")
                        .status())
                .isEqualTo(204);
        assertThat(api.post(take + "/revisions/3/name", "{\"name\":\"" + "n".repeat(121) + "\"}")
                        .body())
                .contains("at most 120 letters");
        JsonNode history = api.get(take + "/revisions").json();
        assertThat(history.size()).isEqualTo(4);
        assertThat(history.get(0).path("head").asBoolean()).isTrue();
        assertThat(history.get(0).path("parent").asInt()).as("made on a branch").isEqualTo(2);
        assertThat(history.get(1).path("name").asString()).isEqualTo("For the client");
        assertThat(history.get(1).path("label").asString()).isEqualTo("Turn to 20");
        assertThat(history.get(3).path("parent").isNull()).isTrue();
        assertThat(history.get(3).path("author").asString()).isEqualTo("this machine");

        JsonNode back = api.post(take + "/revisions/3/bring-back?base=4", "").json();
        assertThat(yaw(back)).isEqualTo(20);
        assertThat(back.path("revision").asInt()).isEqualTo(5);
        assertThat(back.path("undo").asString()).isEqualTo("Bring back revision 3");
        assertThat(api.post(take + "/revisions/3/bring-back?base=4", "").status())
                .isEqualTo(409);
        assertThat(api.post(take + "/revisions/33/bring-back?base=5", "").status())
                .isEqualTo(404);
    }

    @Test
    void revisionsAreListedNamedAndBroughtBackOnTheBench(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long id = api.freshTake();
        String take = "/api/takes/" + id;
        api.post(take + "/revisions", patch(1, 10));
        api.post(take + "/revisions", patch(2, 20));
        try (Browser browser = new Browser()) {
            BenchPage bench = BenchPage.open(browser, server, id, "level");
            browser.press("kept");
            browser.await()
                    .until(driver -> driver.findElements(By.cssSelector("[data-test=revision]"))
                                    .size()
                            == 3);
            WebElement name = browser.driver
                    .findElements(By.cssSelector("[data-test=revision-name]"))
                    .get(1);
            name.sendKeys("Calm", Keys.TAB);
            browser.await().until(driver -> nameOf(api, take, 2).equals("Calm"));
            browser.driver
                    .findElements(By.cssSelector("[data-test=revision-back]"))
                    .get(0)
                    .click();
            bench.awaitSaved(4);
        }
        assertThat(yaw(api.get(take).json())).isEqualTo(10);
    }

    private static String nameOf(Api api, String take, int number) {
        try {
            JsonNode history = api.get(take + "/revisions").json();
            return history.get(history.size() - number).path("name").asString("");
        } catch (Exception failed) {
            throw new IllegalStateException(failed);
        }
    }

    @Test
    void aStaleTabIsToldBothSidesAndNothingIsRecorded(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + api.freshTake();
        api.post(take + "/revisions", patch(1, 10));
        Api.Answer stale = api.post(take + "/revisions", patch(1, 99));
        assertThat(stale.status()).isEqualTo(409);
        assertThat(stale.json().path("theirs").asString()).isEqualTo("Turn to 10");
        assertThat(stale.json().path("mine").asString()).isEqualTo("Turn to 99");
        assertThat(stale.json().path("detail").asString()).contains("Nothing was merged");
        assertThat(yaw(api.get(take).json())).isEqualTo(10);
    }

    @Test
    void whatIsWrongInAPatchIsNamed(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + api.freshTake();
        Api.Answer unknown = api.post(take + "/revisions", "{\"base\":1,\"label\":\"x\",\"set\":{\"clips\":[]}}");
        assertThat(unknown.status()).isEqualTo(400);
        assertThat(unknown.json().path("detail").asString()).contains("'clips' cannot be changed here");
        Api.Answer wrong = api.post(
                take + "/revisions",
                "{\"base\":1,\"label\":\"x\",\"set\":{\"seams\":{\"way\":\"feather\",\"feather_deg\":-3}}}");
        assertThat(wrong.json().path("detail").asString()).contains("'recipe.seams.feather_deg' must be 0 to 90: -3");
        assertThat(api.get("/api/takes/77777").status()).isEqualTo(404);
    }

    @Test
    void headsSurviveARestart(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long id = api.freshTake();
        String take = "/api/takes/" + id;
        api.post(take + "/revisions", patch(1, 10));
        api.post(take + "/revisions", patch(2, 20));
        api.post(take + "/undo?base=3", "");
        try (ConfigurableApplicationContext again =
                FoldbackApplication.start(Map.of(), RunningApplication.Server.options(server.database, server.home))) {
            var head = again.getBean(foldback.web.recipe.Recipes.class).head(id);
            assertThat(head.revision().number()).isEqualTo(2);
            assertThat(head.undo()).hasValue("Turn to 10");
            assertThat(head.redo()).hasValue("Turn to 20");
        }
    }

    @Test
    void theLensesAreEvenedInOneAction(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + api.freshTake();
        String order = "{\"reference\": \"\", \"highlights\": \"lower\"}";
        assertThat(api.post(take + "/stages/balance/jobs/even?base=1", order)
                        .json()
                        .path("working")
                        .asBoolean())
                .isTrue();
        assertThat(api.jobsEnd(take, "balance")).isEmpty();
        JsonNode state = api.get(take).json();
        assertThat(state.path("revision").asInt()).isEqualTo(2);
        JsonNode measure = state.path("recipe").path("balance").path("measure");
        assertThat(measure.path("before_stops").asDouble()).isGreaterThan(0.3);
        assertThat(measure.path("residual_stops").asDouble()).isLessThan(0.08);
        JsonNode lane = api.get(take + "/revisions/2/stages/balance/lane").json();
        JsonNode curve = lane.path("whole");
        assertThat(curve.path("points").size()).isGreaterThan(5);
        assertThat(curve.path("points").get(0).get(1).asDouble()).isLessThan(0.1);
        JsonNode values = api.get(take + "/revisions/2/values?t=1&x=0.5&y=0.4").json();
        assertThat(values.get(0).path("recorded").get(0).asDouble()).isBetween(1.0, 100.0);
        assertThat(api.get(take + "/revisions/2/values?t=1&x=2&y=0.4")
                        .json()
                        .path("detail")
                        .asString())
                .contains("shares of the canvas");
        assertThat(lane.path("finer").get(0).path("label").asString()).isEqualTo("A\u00b7B");
        double most = 0;
        for (JsonNode finer : lane.path("finer")) {
            boolean clipped = finer.path("unit").asString().equals("% clipped");
            for (JsonNode point : clipped ? finer.path("points") : lane.path("none")) {
                most = Math.max(most, point.get(1).asDouble());
            }
        }
        assertThat(most).as("the sun is clipped in one of them").isBetween(0.005, 2.0);
    }

    @Test
    void thePictureIsLookedAtBareMarkedAndThroughTheCurveThatIsTaken(RunningApplication.Server server)
            throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + api.freshTake();
        String sphere = "/revisions/1/sphere?t=1&width=640";
        int[] plain = pixels(api.bytes(take + sphere));
        int[] marked = pixels(api.bytes(take + sphere + "&look=clipped"));
        assertThat(pixels(api.bytes(take + sphere + "&look=cut"))).isNotEqualTo(plain);
        assertThat(marked).as("the sun is clipped in the clips").isNotEqualTo(plain);
        long orange = Arrays.stream(marked)
                .filter(pixel -> (pixel >> 16 & 255) > 180 && (pixel & 255) < 90)
                .count();
        assertThat(orange).isBetween(3L, 2000L);
        String log = """
                {"base": 1, "label": "Curve", "set": {"balance": {"lenses": [], "curve": "acescct"}}}""";
        assertThat(api.post(take + "/revisions", log).json().path("revision").asInt())
                .isEqualTo(2);
        int[] viewed = pixels(api.bytes(take + "/revisions/2/sphere?t=1&width=640"));
        assertThat(spread(viewed)).as("log is shown with more contrast").isGreaterThan(1.2 * spread(plain));
        int[] signal = pixels(api.bytes(take + "/revisions/2/sphere?t=1&width=640&look=signal"));
        assertThat(spread(signal)).isCloseTo(spread(plain), within(0.5));
        String wrong = """
                {"base": 2, "label": "Curve", "set": {"balance": {"lenses": [], "curve": "magic"}}}""";
        assertThat(api.post(take + "/revisions", wrong).json().path("detail").asString())
                .contains("'recipe.balance.curve' must be one of");
    }

    private static int[] pixels(byte[] jpeg) throws IOException {
        var image = javax.imageio.ImageIO.read(new java.io.ByteArrayInputStream(jpeg));
        return image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0, image.getWidth());
    }

    /** Standard deviation of green. */
    private static double spread(int[] pixels) {
        double[] green =
                Arrays.stream(pixels).mapToDouble(pixel -> pixel >> 8 & 255).toArray();
        double mean = Arrays.stream(green).average().orElseThrow();
        return Math.sqrt(Arrays.stream(green)
                .map(value -> (value - mean) * (value - mean))
                .average()
                .orElseThrow());
    }

    @Test
    void theLedgerSaysWhatWasMeasuredAndWhatNot(RunningApplication.Server server) throws Exception {
        JsonNode ledger = new Api(server).get("/api/takes/1").json().path("ledger");
        // The nine of the work, and the one of the tests.
        assertThat(ledger.size()).isEqualTo(10);
        assertThat(ledger.get(0).path("figure").asString()).isEqualTo("2 clips agree");
        assertThat(ledger.get(1).path("reason").asString()).isEqualTo("Taken as recorded in sync.");
        assertThat(ledger.get(2).path("reason").asString())
                .as("the pair covers the whole sphere")
                .isEqualTo("Not measured on this take.");
        assertThat(ledger.get(6).path("verdict").asString()).isEqualTo("check");
        assertThat(ledger.get(5).path("reason").asString()).isEqualTo("By eye.");
    }

    @Test
    void picturesOfKeptStatesNeverExpire(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        byte[] picture = api.bytes("/api/takes/1/revisions/1/sphere?t=1&width=640");
        var image = javax.imageio.ImageIO.read(new java.io.ByteArrayInputStream(picture));
        assertThat(image.getWidth()).isEqualTo(640);
        assertThat(image.getHeight()).isEqualTo(320);
        assertThat(api.get("/api/takes/1/revisions/1/sphere?t=1&width=641")
                        .json()
                        .path("detail")
                        .asString())
                .contains("a canvas is 2:1");
    }

    private static int yaw(JsonNode state) {
        return state.path("recipe").path("level").path("yaw_deg").asInt();
    }
}
