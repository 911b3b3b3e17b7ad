package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.support.ui.Select;
import tools.jackson.databind.JsonNode;

/** Virtual cameras on the sphere: made, moved over time, looked at, and handed over as flat films. */
@ExtendWith(RunningApplication.class)
class FramingTest {
    private static final String FRAMING = "{\"base\":1,\"label\":\"Frame it\",\"set\":{\"framing\":{\"framings\":["
            + "{\"name\":\"Shed / door\",\"shape\":\"%s\",\"aspect\":{\"width\":9,\"height\":16},"
            + "\"yaw_deg\":30,\"pitch_deg\":0,\"roll_deg\":0,\"field_deg\":%s}]}}}";

    private static JsonNode framing(Api api, long take, int number) throws Exception {
        return api.get("/api/takes/" + take)
                .json()
                .path("recipe")
                .path("framing")
                .path("framings")
                .get(number);
    }

    @Test
    void aFramingIsMadeMovedAndHandedOver(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        try (Browser browser = new Browser()) {
            BenchPage bench = BenchPage.open(browser, server, take, "framing");
            bench.awaitPicture("pane-sphere");
            browser.awaitText("pane-frame", "There is no framing yet");
            browser.press("add-flat");
            bench.awaitSaved(2);
            bench.awaitPicture("pane-frame");
            // What is grabbed in the framed picture goes along with the pointer: the camera turns the other way.
            bench.drag("pane-frame", 60, 0, -120, 0);
            bench.awaitSaved(3);
            double turned = framing(api, take, 0).path("yaw_deg").asDouble();
            assertThat(turned).isBetween(10.0, 40.0);
            browser.press("framing-key-all");
            bench.awaitSaved(4);
            browser.driver.findElement(By.tagName("body")).sendKeys(Keys.END);
            // On the sphere the frame goes along with the pointer itself.
            bench.drag("pane-sphere", 0, 0, 100, -20);
            bench.awaitSaved(5);
            JsonNode yaw = framing(api, take, 0).path("yaw_deg");
            assertThat(yaw.size()).isEqualTo(2);
            assertThat(yaw.get(0).path("value").asDouble()).isCloseTo(turned, within(0.01));
            assertThat(yaw.get(1).path("value").asDouble()).isGreaterThan(turned + 20);
            assertThat(framing(api, take, 0).path("field_deg").size()).isEqualTo(1);
            WebElement name = browser.find("framing-name");
            name.sendKeys(Keys.chord(Keys.CONTROL, "a"), "Rail", Keys.ENTER);
            bench.awaitSaved(6);
            assertThat(framing(api, take, 0).path("name").asString()).isEqualTo("Rail");
            browser.press("add-planet");
            bench.awaitSaved(7);
            new Select(browser.find("framing-list")).selectByValue("Rail");
            assertThat(browser.find("track-framing-yaw_deg").isDisplayed()).isTrue();

            handOver(browser);
            try (Worker worker = server.worker()) {
                browser.await()
                        .until(driver -> "done"
                                .equals(driver.findElement(By.cssSelector("tr[data-test=deliverable]"))
                                        .getDomAttribute("data-state")));
            }
            browser.press("look");
            browser.await()
                    .until(driver -> !driver.findElements(By.cssSelector("video.flat-film"))
                            .isEmpty());
            assertThat(browser.find("verified").getText())
                    .contains("1280 x 720")
                    .contains("flat, not tagged as a sphere");
        }
        JsonNode lane = api.get("/api/takes/" + take + "/revisions/7/stages/framing/lane")
                .json();
        assertThat(lane.path("finer").get(0).path("label").asString()).isEqualTo("Rail");
    }

    private static void handOver(Browser browser) {
        browser.press("hand-over");
        new Select(browser.find("ho-what")).selectByValue("Rail");
        browser.await()
                .until(driver -> browser.find("ho-name").getDomProperty("value").contains("Rail"));
        new Select(browser.find("ho-size")).selectByValue("1280x720");
        new Select(browser.find("ho-preset")).selectByVisibleText("ultrafast");
        browser.find("ho-to").sendKeys(Keys.chord(Keys.CONTROL, "a"), "0.6");
        browser.press("ho-start");
        browser.press("to-handover");
        browser.find("deliverable");
    }

    /** What stands still on the demo take is followed to where it is, and what cannot be followed is said before. */
    @Test
    void whatIsMarkedIsFollowed(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + api.freshTake();
        api.post(take + "/revisions", FRAMING.formatted("flat", 60));
        String follow = take + "/stages/framing/jobs/follow?base=2";
        String order =
                "{\"framing\":\"Shed / door\",\"from\":1,\"to\":1.2,\"yawDeg\":-28,\"pitchDeg\":%s,\"sizeDeg\":%s}";
        assertThat(api.post(follow, "{}").body()).contains("Say which framing");
        assertThat(api.post(follow, "{\"framing\":\"Mill\"}").body()).contains("no framing 'Mill'");
        assertThat(api.post(follow, order.formatted("3", "0.2")).body()).contains("takes up 1 to 60 degrees");
        assertThat(api.post(follow, order.formatted("3", "12")).status()).isEqualTo(200);
        assertThat(api.jobsEnd(take, "framing")).isEmpty();
        JsonNode followed = api.get(take).json();
        assertThat(followed.path("label").asString()).isEqualTo("Shed / door follows what was marked");
        JsonNode yaw =
                followed.path("recipe").path("framing").path("framings").get(0).path("yaw_deg");
        assertThat(yaw.get(0).path("at_s").asDouble()).isEqualTo(1);
        assertThat(yaw.get(0).path("value").asDouble()).isCloseTo(-28, within(1.0));
        // High up there is nothing but sky.
        String blank = take + "/stages/framing/jobs/follow?base=3";
        assertThat(api.post(blank, order.formatted("80", "3")).status()).isEqualTo(200);
        assertThat(api.jobsEnd(take, "framing")).contains("nothing to hold on to");
    }

    @Test
    void aStillIsMadeAndWhatCannotBeIsSaid(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + api.freshTake();
        assertThat(api.post(take + "/revisions", FRAMING.formatted("flat", 175)).body())
                .contains("shows 5 to 170 degrees from side to side, not 175.0");
        assertThat(api.post(take + "/revisions", FRAMING.formatted("bent", 90)).body())
                .contains("must be one of flat, panini");
        assertThat(api.post(take + "/revisions", FRAMING.formatted("flat", 60)).status())
                .isEqualTo(200);
        String still = take + "/revisions/2/still?t=1&width=360&framing=";
        BufferedImage picture = ImageIO.read(new ByteArrayInputStream(api.bytes(still + "Shed+%2F+door")));
        assertThat(picture.getWidth()).isEqualTo(360);
        assertThat(picture.getHeight()).isEqualTo(640);
        // The whole sphere says what it is, in all formats.
        String whole = take + "/revisions/2/still?t=1&width=256&format=";
        for (String format : List.of("JPG", "PNG", "PNG16", "TIFF16")) {
            byte[] sphere = api.bytes(whole + format);
            BufferedImage read = ImageIO.read(new ByteArrayInputStream(sphere));
            assertThat(read.getHeight()).isEqualTo(128);
            assertThat(read.getSampleModel().getSampleSize(0)).isEqualTo(format.endsWith("16") ? 16 : 8);
            assertThat(new String(sphere, StandardCharsets.UTF_8)).contains("GPano:ProjectionType");
        }
        assertThat(api.get(still + "Mill").body()).contains("The take has no framing 'Mill'");
        assertThat(api.get(take + "/revisions/2/sphere?t=1&width=256&framing=Mill")
                        .status())
                .isEqualTo(400);
    }
}
