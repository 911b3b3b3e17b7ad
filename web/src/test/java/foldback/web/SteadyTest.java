package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.support.ui.Select;
import tools.jackson.databind.JsonNode;

/** The shake measured, shown otherwise, and given to other takes. */
@ExtendWith(RunningApplication.class)
class SteadyTest {

    private static JsonNode measured(Api api, String take) throws Exception {
        assertThat(api.post(take + "/stages/steady/jobs/measure?base=1", "{}").status())
                .isEqualTo(200);
        assertThat(api.jobsEnd(take, "steady")).isEmpty();
        return api.get(take).json();
    }

    /** The demo pair stands on the path: nothing is to be taken away, and nothing is. */
    @Test
    void aRigThatStoodStillIsSaidToAndShownAsItWas(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + api.freshTake();
        JsonNode state = measured(api, take);
        JsonNode steady = state.path("recipe").path("steady");
        assertThat(steady.path("measure").path("shake_deg").asDouble()).isLessThan(0.06);
        assertThat(state.path("ledger").toString()).contains("The rig stood still.");
        assertThat(difference(
                        api.bytes(take + "/revisions/2/sphere?t=1&width=256"),
                        api.bytes(take + "/revisions/2/sphere?t=1&width=256&without=steady")))
                .isLessThan(3);
        JsonNode lane = api.get(take + "/revisions/2/stages/steady/lane").json();
        assertThat(lane.path("whole").path("points").size()).isGreaterThan(100);

        long other = api.freshTake();
        assertThat(api.post(take + "/revisions/2/stages/steady/give", "{\"takes\":[" + other + "]}")
                        .json()
                        .get(0)
                        .path("problem")
                        .asString())
                .isEmpty();
        assertThat(api.post(
                                take + "/revisions",
                                "{\"base\":2,\"set\":{\"steady\":"
                                        + steady.toString().replace("\"cut_off_s\":1", "\"cut_off_s\":0") + "}}")
                        .body())
                .contains("cut_off_s");
    }

    /** Mean over all pixels and channels, code values. */
    private static double difference(byte[] one, byte[] two) throws Exception {
        BufferedImage first = ImageIO.read(new ByteArrayInputStream(one));
        BufferedImage second = ImageIO.read(new ByteArrayInputStream(two));
        long sum = 0;
        for (int y = 0; y < first.getHeight(); y++) {
            for (int x = 0; x < first.getWidth(); x++) {
                for (int shift = 0; shift < 24; shift += 8) {
                    sum += Math.abs((first.getRGB(x, y) >> shift & 255) - (second.getRGB(x, y) >> shift & 255));
                }
            }
        }
        return sum / 3.0 / first.getWidth() / first.getHeight();
    }

    @Test
    void itIsMeasuredAndChangedOnThePage(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        try (Worker worker = server.worker();
                Browser browser = new Browser()) {
            BenchPage bench = BenchPage.open(browser, server, take, "steady");
            browser.press("measure-shake");
            bench.awaitSaved(2);
            browser.await().until(driver -> browser.find("steady-front").isDisplayed());
            new Select(browser.find("steady-front")).selectByValue("stays");
            bench.awaitSaved(3);
            browser.press("steady-none");
            bench.awaitSaved(4);
            // The cart's log lies in the same folder, and is of another recording.
            browser.await()
                    .until(driver ->
                            new Select(browser.find("log-file")).getOptions().size() > 1);
            new Select(browser.find("log-file")).selectByVisibleText("cart-ride-a.csv");
            browser.press("measure-shake");
            browser.awaitText("toast", "cart-ride-a.csv does not turn as this take does");
        }
        JsonNode steady = api.get("/api/takes/" + take).json().path("recipe").path("steady");
        assertThat(steady.path("front").asString()).isEqualTo("stays");
        assertThat(steady.path("heading").asDouble()).isZero();
        assertThat(steady.path("tilt").asDouble()).isZero();
        // The rig stood still, so no read-out shows: as a take that moved says it.
        String found = steady.toString().replace("\"untold_share\"", "\"read_out_s\":0.0123,\"untold_share\"");
        assertThat(api.post("/api/takes/" + take + "/revisions", "{\"base\":4,\"set\":{\"steady\":" + found + "}}")
                        .status())
                .isEqualTo(200);
        try (Browser browser = new Browser()) {
            BenchPage bench = BenchPage.open(browser, server, take, "steady");
            browser.press("read-out-found");
            bench.awaitSaved(6);
        }
        assertThat(api.get("/api/takes/" + take)
                        .json()
                        .path("recipe")
                        .path("steady")
                        .path("read_out_s")
                        .asDouble())
                .isEqualTo(0.0123);
        levelledByTheAccelerometer(server, api, take, found);
    }

    /** As a take says it that was measured with a log: its rig stood ten degrees off. */
    private static void levelledByTheAccelerometer(RunningApplication.Server server, Api api, long take, String steady)
            throws Exception {
        String log = "\"log\":{\"offset_s\":-2,\"drift_ppm\":0,\"clock_sigma_s\":0.0002,\"explained\":0.99,"
                + "\"unit_rad_s\":1,\"mirrored\":false,\"fault_share\":0,\"moments\":[],"
                + "\"up\":{\"x\":0.17364817766693033,\"y\":-0.984807753012208,\"z\":0},\"up_sigma_deg\":0.2},";
        String logged = steady.replace("\"untold_share\"", log + "\"untold_share\"");
        assertThat(api.post("/api/takes/" + take + "/revisions", "{\"base\":6,\"set\":{\"steady\":" + logged + "}}")
                        .status())
                .isEqualTo(200);
        try (Browser browser = new Browser()) {
            BenchPage bench = BenchPage.open(browser, server, take, "level");
            browser.press("level-by-log");
            bench.awaitSaved(8);
        }
        JsonNode state = api.get("/api/takes/" + take).json();
        JsonNode level = state.path("recipe").path("level");
        assertThat(Math.abs(level.path("roll_deg").asDouble())).isBetween(9.9, 10.1);
        assertThat(level.path("pitch_deg").asDouble()).isBetween(-0.1, 0.1);
        assertThat(state.path("ledger").toString()).contains("Upright as the motion log's accelerometer says, to 0.2");
    }
}
