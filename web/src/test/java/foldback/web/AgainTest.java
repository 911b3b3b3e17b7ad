package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.time.TimeSpan;
import foldback.engine.recipe.RecipeJson;
import foldback.media.process.Children;
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
import tools.jackson.databind.JsonNode;

/** Deliverables that are made again with one thing other. */
@ExtendWith(RunningApplication.class)
class AgainTest {
    private static final int WIDTH = 256;
    private static final int HEIGHT = 128;
    private static final String SPEC =
            "{\"format\":\"foldback-spec\",\"version\":1,\"layout\":\"mono_360\",\"width\":256,\"height\":128,\"bits\":8,"
                    + "\"kernel\":\"fine\",\"encoder_threads\":1,\"codec\":\"h264\",\"preset\":\"ultrafast\",\"quality\":10}";

    @TempDir
    private Path folder;

    private byte[] firstFrame(Api api, long deliverable) throws Exception {
        Path film = folder.resolve(deliverable + ".mp4");
        Files.write(film, api.bytes("/api/deliverables/" + deliverable + "/file"));
        Path grey = folder.resolve(deliverable + ".grey");
        Children.run(List.of(
                "ffmpeg",
                "-v",
                "error",
                "-i",
                film.toString(),
                "-frames:v",
                "1",
                "-pix_fmt",
                "gray",
                "-f",
                "rawvideo",
                grey.toString()));
        return Files.readAllBytes(grey);
    }

    /** Mean difference from a picture whose columns are moved, code values. */
    private static double apart(byte[] one, byte[] other, int columns) {
        double sum = 0;
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                int moved = (x + columns) % WIDTH;
                sum += Math.abs((one[y * WIDTH + x] & 0xff) - (other[y * WIDTH + moved] & 0xff));
            }
        }
        return sum / one.length;
    }

    private static JsonNode again(Api api, QueuedRender render, String name, String facing, String spec)
            throws Exception {
        return api.post(
                        "/api/deliverables/" + render.id() + "/again",
                        "{\"name\":\"" + name + "\",\"facing\":" + facing + ",\"spec\":" + spec + "}")
                .json();
    }

    @Test
    void theFrontAloneIsTurnedAndTheTakeStaysAsItIs(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        QueuedRender render = QueuedRender.order(api, take, "Fronts", new TimeSpan(0, 0.08), SPEC);
        long id;
        try (Worker worker = server.worker()) {
            render.await("done");
            id = again(api, render, "Fronts to the right", "90", "null")
                    .path("id")
                    .asLong();
            new QueuedRender(api, id).await("done");
        }
        byte[] before = firstFrame(api, render.id());
        byte[] turned = firstFrame(api, id);
        assertThat(apart(turned, before, WIDTH / 4))
                .as("what was to the right is in front")
                .isLessThan(1.5);
        assertThat(apart(turned, before, 0)).isGreaterThan(8);

        JsonNode kept = api.get("/api/takes/" + take).json();
        assertThat(kept.path("revision").asInt()).isEqualTo(1);
        assertThat(kept.path("redo").asString(""))
                .as("nothing that redo would go to")
                .isEmpty();
        double yaw = RecipeJson.read(
                        api.get("/api/deliverables/" + id + "/recipe.json").body())
                .level()
                .yaw();
        double first = RecipeJson.read(api.get("/api/deliverables/" + render.id() + "/recipe.json")
                        .body())
                .level()
                .yaw();
        assertThat(Math.toDegrees(yaw - first)).isCloseTo(90, org.assertj.core.api.Assertions.within(5.0));
    }

    @Test
    void anotherSpecIsTakenAndWhatCannotBeIsRefused(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        QueuedRender render = QueuedRender.order(api, take, "Sizes", new TimeSpan(0, 0.08), SPEC);
        JsonNode smaller = again(
                api,
                render,
                "Sizes smaller",
                "0",
                SPEC.replace("256", "128").replace("\"height\":128", "\"height\":64"));
        assertThat(smaller.path("spec").path("width").asInt()).isEqualTo(128);
        assertThat(smaller.path("to").asDouble()).isEqualTo(0.08);
        assertThat(again(api, render, "Sizes", "0", "null").path("detail").asString())
                .contains("'Sizes.mp4' already");
        assertThat(again(api, render, "Turned", "400", "null").path("detail").asString())
                .contains("-180 to 180");
        for (long id : new long[] {render.id(), smaller.path("id").asLong()}) {
            new QueuedRender(api, id).press("cancel");
        }
    }

    @Test
    void aFinishedFileIsTurnedInItsLookAround(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        QueuedRender render = QueuedRender.order(api, take, "Looked at", new TimeSpan(0, 0.4), SPEC);
        try (Worker worker = server.worker()) {
            render.await("done");
        }
        try (Browser browser = new Browser()) {
            browser.driver.get(server.uri("/handover").toString());
            String row = "//tr[.//strong[text()='Looked at.mp4']]//button[@data-test='look']";
            browser.await().until(driver -> !driver.findElements(By.xpath(row)).isEmpty());
            // Rows are drawn anew with every news: found and pressed in one go.
            browser.driver.executeScript(
                    "document.evaluate(arguments[0], document, null, 9).singleNodeValue.click()", row);
            browser.await()
                    .until(driver -> driver.findElement(By.cssSelector("[data-test=viewer]"))
                                    .getDomAttribute("data-shown")
                            != null);
            browser.press("again-facing");
            WebElement yaw = browser.find("again-yaw");
            browser.await().until(driver -> yaw.isDisplayed());
            yaw.sendKeys(Keys.chord(Keys.CONTROL, "a"), "-35");
            assertThat(browser.find("again-name").getDomProperty("value")).isEqualTo("Looked at 2.mp4");
            browser.press("again-start");
            browser.await().until(driver -> ordered(api, "Looked at 2.mp4"));
        }
    }

    private static boolean ordered(Api api, String name) {
        try {
            return StreamSupport.stream(api.get("/api/deliverables").json().spliterator(), false)
                    .filter(row -> row.path("name").asString().equals(name))
                    .findAny()
                    .isPresent();
        } catch (Exception failed) {
            throw new IllegalStateException(failed);
        }
    }
}
