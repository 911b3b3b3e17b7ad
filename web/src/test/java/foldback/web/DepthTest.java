package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.recipe.Recipe;
import foldback.engine.recipe.RecipeJson;
import foldback.web.project.TakeRepository;
import foldback.web.recipe.Recipes;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.LongStream;
import java.util.stream.StreamSupport;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.Select;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Two eyes: measured, pointed at, brought to the screen plane, swapped, and offered as a stereo film. */
@ExtendWith(RunningApplication.class)
class DepthTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Path TRUTH = Path.of("..", "demo", "in-the-shed", "truth.json");

    /** The take in the shed with the card that is all that is known of its unit. */
    private static long shed(RunningApplication.Server server, Api api) {
        TakeRepository takes = server.bean(TakeRepository.class);
        long demo = LongStream.rangeClosed(1, 9)
                .filter(id -> takes.findById(id)
                        .filter(take -> take.name().contains("in the shed"))
                        .isPresent())
                .findFirst()
                .orElseThrow();
        Recipe recipe =
                RecipeJson.read(server.bean(Recipes.class).revision(demo, 1).recipe());
        return api.freshTake(recipe);
    }

    /** Keeps the rig as it truly is. */
    private static void setTrueRig(Api api, String take, int base) throws Exception {
        JsonNode truth = JSON.readTree(Files.readString(TRUTH));
        ObjectNode rig = (ObjectNode) api.get(take).json().path("recipe").path("rig");
        for (int i = 0; i < 2; i++) {
            JsonNode lens = truth.path("lenses").get(i);
            ObjectNode set = (ObjectNode) rig.path("lenses").get(i);
            for (String name : new String[] {"yaw_deg", "pitch_deg", "roll_deg", "focal_px", "k1", "k2", "pupil_m"}) {
                set.set(name, lens.path(name));
            }
            set.set("centre_x_px", lens.path("cx_px"));
            set.set("centre_y_px", lens.path("cy_px"));
        }
        ObjectNode change = JSON.createObjectNode().put("base", base).put("label", "The true rig");
        change.putObject("set").set("rig", rig);
        assertThat(api.post(take + "/revisions", change.toString()).status()).isEqualTo(200);
    }

    private static String said(Api api, String take) throws Exception {
        return StreamSupport.stream(api.get(take).json().path("ledger").spliterator(), false)
                .filter(row -> row.path("stage").asString().equals("depth"))
                .findFirst()
                .orElseThrow()
                .toString();
    }

    @Test
    void depthIsMeasuredOfARigThatIsRightAndRefusedOfOneThatIsNot(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + shed(server, api);
        String measure = take + "/stages/depth/jobs/measure?base=";
        assertThat(api.post(measure + 1, "{\"from\":1,\"to\":1.4}").status()).isEqualTo(200);
        assertThat(api.jobsEnd(take, "depth")).isEmpty();
        assertThat(said(api, take)).contains("Solve the rig, then measure again");
        setTrueRig(api, take, 2);
        assertThat(said(api, take)).contains("Measured of another rig");
        assertThat(api.post(measure + 3, "{\"from\":1,\"to\":1.4}").status()).isEqualTo(200);
        assertThat(api.jobsEnd(take, "depth")).isEmpty();
        assertThat(said(api, take)).contains("sure").contains("The eyes agree in height");
        JsonNode lane = api.get(take + "/revisions/4/stages/depth/lane").json();
        assertThat(lane.path("finer").size()).isEqualTo(3);
        double nearest = lane.path("whole").path("points").get(0).get(1).asDouble();
        // The bricks before the tripod are 1.5 m away.
        assertThat(nearest).isBetween(2.0, 3.2);
        assertThat(api.post(measure + 4, "{\"from\":2,\"to\":1}").body()).contains("ends before it begins");
    }

    @Test
    void whatIsPointedAtSaysHowFarAwayItIs(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + shed(server, api);
        setTrueRig(api, take, 1);
        String depth = take + "/revisions/2/depth";
        // Bricks 1.47 m below the eyes, seen 45 degrees down: 2.08 m away, where eyes 64 mm apart differ by 1.76
        // degrees.
        for (String seen : new String[] {"eye=LEFT&yaw=1.25", "eye=RIGHT&yaw=-1.25"}) {
            JsonNode told = api.get(depth + "/at?t=2&" + seen + "&pitch=-45").json();
            assertThat(told.path("disparityDeg").asDouble()).as(seen + told).isCloseTo(1.76, within(0.1));
        }
        assertThat(api.get(depth + "/at?t=2&eye=LEFT&yaw=5&pitch=80").body()).contains("Point at something else");
        assertThat(api.get(depth + "?t=2").json().path("places").size()).isGreaterThan(1000);
        BufferedImage picture = ImageIO.read(new ByteArrayInputStream(api.bytes(depth + "/picture?t=2&half=true")));
        assertThat(picture.getWidth()).isEqualTo(picture.getHeight());
        int bricks = picture.getRGB(picture.getWidth() / 2, picture.getHeight() * 9 / 10) & 0xff;
        int door = picture.getRGB(picture.getWidth() * 54 / 100, picture.getHeight() * 48 / 100) & 0xff;
        assertThat(bricks).as("near is bright, far is dark").isGreaterThan(door + 60);
        long whole = api.freshTake();
        assertThat(api.get("/api/takes/" + whole + "/revisions/1/depth/at?t=1&eye=LEFT&yaw=0&pitch=0")
                        .body())
                .contains("say which lens serves which eye");
    }

    @Test
    void aThingIsBroughtToTheScreenPlaneByPointingAtIt(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = shed(server, api);
        String path = "/api/takes/" + take;
        setTrueRig(api, path, 1);
        try (Browser browser = new Browser()) {
            BenchPage bench = BenchPage.open(browser, server, take, "depth");
            bench.awaitPicture("pane-eyes");
            new Select(browser.find("eyes-shown")).selectByValue("anaglyph");
            browser.press("place-screen");
            var pane = browser.find("pane-eyes");
            int side = pane.getSize().getHeight();
            new Actions(browser.driver)
                    .moveToElement(pane, -side * 13 / 180, -side * 2 / 180)
                    .click()
                    .perform();
            bench.awaitSaved(3);
            double screen = api.get(path)
                    .json()
                    .path("recipe")
                    .path("depth")
                    .path("screen_deg")
                    .asDouble();
            assertThat(screen).isBetween(1.5, 2.4);
            assertThat(browser.find("screen").getDomProperty("value")).isEqualTo("%.2f".formatted(screen));
            browser.press("key-screen");
            bench.awaitSaved(4);
            assertThat(browser.find("track-screen").isDisplayed()).isTrue();
            browser.press("swap-eyes");
            bench.awaitSaved(5);
            JsonNode lenses = api.get(path).json().path("recipe").path("rig").path("lenses");
            assertThat(lenses.get(0).path("eye").asString()).isEqualTo("right");
            assertThat(lenses.get(1).path("eye").asString()).isEqualTo("left");
            bench.awaitPicture("pane-eyes");
            browser.driver.findElement(org.openqa.selenium.By.id("handover")).click();
            assertThat(new Select(browser.find("ho-what"))
                            .getFirstSelectedOption()
                            .getText())
                    .isEqualTo("180°, both eyes side by side");
            browser.await()
                    .until(driver ->
                            browser.find("ho-size").getDomProperty("value").equals("3840x1920"));
        }
    }
}
