package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.time.FrameRate;
import foldback.media.ContentHash;
import java.io.ByteArrayInputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.ImageIO;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.Select;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Rigs solved on the page, and their tie points. */
@ExtendWith(RunningApplication.class)
class RigTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int SIZE = 720;
    private static final String REFINE = "{\"start\":\"unit\",\"moments\":[0.4]}";

    /** A second of the demo's lenses, small, with the demo's own card. */
    private static long take(Api api, RunningApplication.Server server) throws Exception {
        Path folder = Files.createDirectories(server.footage().resolve("rig"));
        Path left = folder.resolve("left.mp4");
        Path right = folder.resolve("right.mp4");
        if (!Files.exists(right)) {
            Footage.small(Footage.front(), SIZE, left, "-crf", "16");
            Footage.small(Footage.back(), SIZE, right, "-crf", "16");
        }
        return api.freshTake(Recipe.start(
                new FrameRate(25, 1),
                List.of(clip("A", left), clip("B", right)),
                api.demoRecipe().rig(),
                "rig card"));
    }

    private static ClipRef clip(String slot, Path file) {
        return new ClipRef(slot, "footage/rig/" + file.getFileName(), ContentHash.of(file), 0);
    }

    private static String path(long take) {
        return "/api/takes/" + take;
    }

    /** Solves, and gives the take's state; the head is the next revision then. */
    private static JsonNode solved(Api api, long take, int base, String order) throws Exception {
        assertThat(api.post(path(take) + "/stages/rig/jobs/solve?base=" + base, order)
                        .status())
                .isEqualTo(200);
        assertThat(api.jobsEnd(path(take), "rig")).isEmpty();
        JsonNode state = api.get(path(take)).json();
        assertThat(state.path("revision").asInt()).isEqualTo(base + 1);
        return state;
    }

    private static JsonNode row(JsonNode state) {
        return state.path("ledger").get(2);
    }

    private static JsonNode points(Api api, long take, int revision) throws Exception {
        return api.get(path(take) + "/revisions/" + revision + "/points").json();
    }

    @Test
    void aRigIsRefinedAndItsPointsAreWorkedOn(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = take(api, server);
        assertThat(row(api.get(path(take)).json()).path("reason").asString()).startsWith("Not measured on this take.");
        JsonNode state = solved(api, take, 1, REFINE);
        JsonNode measure = state.path("recipe").path("rig").path("measure");
        JsonNode pair = measure.path("pairs").get(0);
        assertThat(pair.path("points").asInt()).isGreaterThan(60);
        assertThat(pair.path("rms_deg").asDouble()).isLessThan(0.1);
        assertThat(row(state).path("figure").asString()).endsWith("\u00b0 expected at seams");
        assertThat(row(state).path("verdict").asString()).isEqualTo("check");
        // The card is the rig's own: little may change.
        double yaw = state.path("recipe")
                .path("rig")
                .path("lenses")
                .get(1)
                .path("yaw_deg")
                .asDouble();
        double before = Math.toDegrees(
                api.demoRecipe().rig().lenses().get(1).rigFromLens().yaw());
        assertThat(Math.abs(Math.IEEEremainder(yaw - before, 360))).isLessThan(0.4);

        JsonNode found = points(api, take, 2);
        int count = found.path("points").size();
        assertThat(found.path("newer").asBoolean()).isFalse();
        JsonNode first = found.path("points").get(0);
        assertThat(first.size()).isEqualTo(20);

        assertThat(api.post(path(take) + "/points/delete?base=2", "{\"numbers\":[0,3]}")
                        .status())
                .isEqualTo(204);
        assertThat(points(api, take, 3).path("points").size()).isEqualTo(count - 2);
        state = api.get(path(take)).json();
        assertThat(row(state).path("reason").asString()).contains("newer than the solution");

        String there = ",\"x\":" + first.get(10) + ",\"y\":" + first.get(11) + ",\"z\":" + first.get(12) + "}";
        JsonNode more = api.post(
                        path(take) + "/points/find?base=3", "{\"seconds\":0.4,\"place\":{\"slot\":\"A\"" + there + "}")
                .json();
        assertThat(more.path("count").asInt()).isGreaterThan(0);
        String two = ",\"x\":" + first.get(13) + ",\"y\":" + first.get(14) + ",\"z\":" + first.get(15) + "}";
        assertThat(api.post(
                                path(take) + "/points/place?base=4",
                                "{\"seconds\":0.4,\"one\":{\"slot\":\"A\"" + there + ",\"two\":{\"slot\":\"B\"" + two
                                        + "}")
                        .status())
                .isEqualTo(204);
        JsonNode all = points(api, take, 5).path("points");
        JsonNode placed = all.get(all.size() - 1);
        assertThat(placed.get(9).asInt()).isEqualTo(1);
        assertThat(placed.get(5).asDouble()).isCloseTo(first.get(5).asDouble(), within(1.0));

        state = solved(api, take, 5, "{\"start\":\"unit\",\"fromPoints\":true}");
        assertThat(points(api, take, 6).path("newer").asBoolean()).isFalse();
        assertThat(row(state).path("figure").asString()).endsWith("\u00b0 expected at seams");
    }

    @Test
    void closeUpsAndTheLaneShowTheRig(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = take(api, server);
        var picture = ImageIO.read(new ByteArrayInputStream(
                api.bytes(path(take) + "/revisions/1/close-up/A?t=0.2&x=1&y=0&z=0&field=40&side=200")));
        assertThat(picture.getWidth()).isEqualTo(200);
        assertThat(picture.getHeight()).isEqualTo(200);
        // Sky above, ground below: upright.
        assertThat(brightness(picture.getRGB(90, 15))).isGreaterThan(brightness(picture.getRGB(90, 190)));
        JsonNode lane = api.get(path(take) + "/revisions/1/stages/rig/lane").json();
        assertThat(lane.path("finer").size()).isEqualTo(2);
        assertThat(lane.path("whole").path("points").size()).isGreaterThan(3);
        assertThat(lane.path("whole").path("points").get(0).get(1).asDouble()).isLessThan(0.3);
    }

    private static int brightness(int rgb) {
        return (rgb >> 16 & 255) + (rgb >> 8 & 255) + (rgb & 255);
    }

    @Test
    void whatCannotBeSolvedIsSaid(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = take(api, server);
        assertThat(api.post(path(take) + "/stages/rig/jobs/solve?base=1", "{\"start\":\"maker\"}")
                        .body())
                .contains("'start' must be one of kind, unit, nothing: 'maker'");
        assertThat(api.post(path(take) + "/stages/rig/jobs/solve?base=1", "{\"free\":{\"pupils\":\"shared\"}}")
                        .body())
                .contains("Pupils are held, or each lens has its own");
        api.post(path(take) + "/stages/rig/jobs/solve?base=1", "{\"moments\":[77]}");
        assertThat(api.jobsEnd(path(take), "rig")).contains("shows nothing at 77.0 s");
        assertThat(api.get(path(take)).json().path("revision").asInt()).isEqualTo(1);
        assertThat(api.post(
                                path(take) + "/points/find?base=1",
                                "{\"seconds\":0.4,\"place\":{\"slot\":\"A\",\"x\":0,\"y\":0,\"z\":-1}}")
                        .body())
                .contains("Lens A does not see that place");
        assertThat(api.post(path(take) + "/stages/rig/jobs/solve?base=1", "{\"fromPoints\":true}")
                        .status())
                .isEqualTo(400);
    }

    private static JsonNode changed(Api api, long take, int base, ObjectNode rig) throws Exception {
        ObjectNode patch = JSON.createObjectNode().put("base", base).put("label", "by a test");
        patch.putObject("set").set("rig", rig);
        return api.post(path(take) + "/revisions", JSON.writeValueAsString(patch))
                .json();
    }

    @Test
    void aLensThatIsOffLeavesAHole(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = take(api, server);
        ObjectNode rig = (ObjectNode) api.get(path(take)).json().path("recipe").path("rig");
        rig.putArray("off").add("B");
        JsonNode state = changed(api, take, 1, rig);
        assertThat(row(state).path("reason").asString())
                .contains("Lens B is off.")
                .contains("the largest hole is");
        JsonNode map = api.get(path(take) + "/revisions/2/coverage").json();
        assertThat(map.path("slots").size()).isEqualTo(1);
        // A fisheye of some 195 degrees leaves 165 behind it.
        assertThat(map.path("holes").get(0).get(2).asDouble()).isCloseTo(165, within(8.0));
        var sphere =
                ImageIO.read(new ByteArrayInputStream(api.bytes(path(take) + "/revisions/2/sphere?t=0.2&width=256")));
        assertThat(brightness(sphere.getRGB(128, 60))).isGreaterThan(60);
        assertThat(brightness(sphere.getRGB(2, 64))).isLessThan(20);
        assertThat(api.post(path(take) + "/stages/rig/jobs/solve?base=2", REFINE)
                        .body())
                .contains("One lens has no other");
        rig.withArray("off").add("A");
        assertThat(changed(api, take, 2, rig).path("detail").asString()).contains("one must stay on");
        assertThat(api.get(path(take) + "/revisions/1/coverage")
                        .json()
                        .path("holes")
                        .size())
                .isZero();
    }

    @Test
    void lensesAreDescribedOnThePage(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = take(api, server);
        assertThat(api.get("/api/lens-kinds").json().size()).isGreaterThan(8);
        JsonNode disc = api.get(path(take) + "/revisions/1/disc/B").json();
        assertThat(disc.path("found").asBoolean()).isTrue();
        assertThat(disc.path("radius").asDouble()).isCloseTo(SIZE / 2.0, within(0.06 * SIZE));
        try (Browser browser = new Browser()) {
            openRigSheet(browser, server, take);
            browser.driver
                    .findElement(By.xpath("//div[@data-part='lenses']/button[2]"))
                    .click();
            browser.press("lens-on");
            browser.await().until(driver -> browser.find("sheet").getText().contains("Lens B is off"));
            browser.press("lens-on");
            browser.await().until(driver -> !browser.find("sheet").getText().contains("Lens B is off"));
            browser.await().until(driver -> browser.find("lens-kind").getText().contains("equisolid"));
            new Select(browser.find("lens-kind")).selectByVisibleText("Fisheye, equisolid, 200°");
            Awaitility.await()
                    .atMost(Patience.WORK)
                    .until(() -> models(api, take).equals("equisolid equisolid"));
            browser.press("find-disc");
            Awaitility.await()
                    .atMost(Patience.WORK)
                    .until(() ->
                            api.get(path(take)).json().path("label").asString().equals("Lens B: disc found"));
        }
    }

    @Test
    void theDiscIsDraggedOverThePicture(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = take(api, server);
        JsonNode disc = disc(api, take);
        double width = lensA(api, take).path("width").asDouble();
        try (Browser browser = new Browser()) {
            openRigSheet(browser, server, take);
            new Select(browser.find("pane-view")).selectByValue("lens");
            browser.await().until(driver -> browser.find("pane-lens").getDomAttribute("data-shown") != null);
            WebElement pane = browser.find("pane-lens");
            // The whole picture is in the middle of the pane.
            double scale = Math.min(pane.getSize().width, pane.getSize().height) / width;
            double x = (disc.path("centre_x_px").asDouble() - width / 2) * scale;
            double y = (disc.path("centre_y_px").asDouble() - width / 2) * scale;
            drag(browser, pane, x, y, 30, -12);
            browser.await().until(driver -> browser.find("kept").getText().equals("Saved, revision 2"));
            JsonNode moved = disc(api, take);
            assertThat(moved.path("centre_x_px").asDouble())
                    .isCloseTo(disc.path("centre_x_px").asDouble() + 30 / scale, within(0.01));
            assertThat(moved.path("centre_y_px").asDouble())
                    .isCloseTo(disc.path("centre_y_px").asDouble() - 12 / scale, within(0.01));
            assertThat(moved.path("radius_px")).isEqualTo(disc.path("radius_px"));
            drag(browser, pane, x + 30 - disc.path("radius_px").asDouble() * scale, y - 12, 25, 0);
            browser.await().until(driver -> browser.find("kept").getText().equals("Saved, revision 3"));
            assertThat(disc(api, take).path("radius_px").asDouble())
                    .isCloseTo(disc.path("radius_px").asDouble() - 25 / scale, within(1 / scale));
            assertThat(disc(api, take).path("centre_x_px")).isEqualTo(moved.path("centre_x_px"));
        }
    }

    private static void drag(Browser browser, WebElement pane, double x, double y, int right, int down) {
        new Actions(browser.driver)
                .moveToElement(pane, (int) Math.round(x), (int) Math.round(y))
                .clickAndHold()
                .moveByOffset(right, down)
                .release()
                .perform();
    }

    private static JsonNode lensA(Api api, long take) throws Exception {
        return api.get(path(take))
                .json()
                .path("recipe")
                .path("rig")
                .path("lenses")
                .get(0);
    }

    private static JsonNode disc(Api api, long take) throws Exception {
        return lensA(api, take).path("circle");
    }

    private static void openRigSheet(Browser browser, RunningApplication.Server server, long take) {
        browser.driver.get(server.uri("/takes/" + take).toString());
        browser.await()
                .until(driver ->
                        !driver.findElements(By.cssSelector("body[data-ready]")).isEmpty());
        browser.driver.findElement(By.cssSelector("[data-stage='rig'] button")).click();
    }

    private static String models(Api api, long take) throws Exception {
        JsonNode lenses = api.get(path(take)).json().path("recipe").path("rig").path("lenses");
        return lenses.get(0).path("model").asString() + " "
                + lenses.get(1).path("model").asString();
    }

    @Test
    void theWholeWayOnThePage(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = take(api, server);
        try (Worker worker = server.worker();
                Browser browser = new Browser()) {
            openRigSheet(browser, server, take);
            browser.find("rig-of").sendKeys("this very");
            browser.find("rig-look").sendKeys("this moment");
            browser.press("solve");
            browser.await().until(driver -> browser.find("rig-pair-A-B").isDisplayed());
            browser.await()
                    .until(driver -> browser.find("pane-pair").getDomAttribute("data-points") != null
                            && !browser.find("pane-pair")
                                    .getDomAttribute("data-points")
                                    .equals("0"));
            int count = Integer.parseInt(browser.find("pane-pair").getDomAttribute("data-points"));
            browser.driver
                    .findElement(By.cssSelector("[data-tool='next worst']"))
                    .click();
            browser.driver.findElement(By.cssSelector("[data-tool='delete']")).click();
            browser.await().until(driver -> browser.find("points-newer").isDisplayed());
            browser.await()
                    .until(driver -> browser.find("pane-pair")
                            .getDomAttribute("data-points")
                            .equals("" + (count - 1)));
            browser.press("solve-again");
            browser.await().until(driver -> !browser.find("points-newer").isDisplayed());
            assertThat(browser.find("rig-said").getText()).contains("Moment");
        }
    }
}
