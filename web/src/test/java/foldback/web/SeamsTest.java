package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.support.ui.Select;
import tools.jackson.databind.JsonNode;

/** Lenses that are brought together by flow. */
@ExtendWith(RunningApplication.class)
class SeamsTest {

    @Test
    void flowIsChosenLookedAtAndMeasuredAhead(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long number = api.freshTake();
        String take = "/api/takes/" + number;
        try (Browser browser = new Browser()) {
            BenchPage bench = BenchPage.open(browser, server, number, "seams");
            bench.awaitPicture("pane-seam");
            new Select(browser.find("seam-show")).selectByValue("difference");
            browser.await()
                    .until(driver -> !"1".equals(browser.find("pane-seam").getDomAttribute("data-shown")));
            assertThat(browser.find("flow-memory").isDisplayed()).isFalse();
            new Select(browser.find("seams-way")).selectByValue("flow");
            bench.awaitSaved(2);
            assertThat(browser.find("flow-memory").isDisplayed()).isTrue();
            assertThat(browser.find("measure-flow").isDisplayed()).isTrue();
        }
        pathIsSeen(server, api, number);
        JsonNode seams = api.get(take + "/revisions/1/seams").json();
        assertThat(seams.size()).isEqualTo(1);
        String seam = take + "/revisions/1/seams/A-B?t=1&show=";
        BufferedImage unrolled = ImageIO.read(new ByteArrayInputStream(api.bytes(seam + "both")));
        assertThat(unrolled.getWidth()).isEqualTo(seams.get(0).path("width").asInt());
        assertThat(api.bytes(seam + "first")).isNotEqualTo(api.bytes(seam + "second"));
        assertThat(api.get(seam + "third").body()).contains("both, first or second");
        assertThat(api.get(take + "/revisions/1/seams/A-C?t=1").body()).contains("have no seam");
        byte[] feathered = api.bytes(take + "/revisions/1/sphere?t=1&width=512");
        byte[] flowing = api.bytes(take + "/revisions/2/sphere?t=1&width=512");
        assertThat(flowing).isNotEqualTo(feathered);
        assertThat(api.bytes(take + "/revisions/2/sphere?t=1&width=512")).isEqualTo(flowing);

        assertThat(api.post(take + "/stages/seams/jobs/measure?base=3", "{\"from\":1.4,\"to\":1.5}")
                        .status())
                .isEqualTo(200);
        assertThat(api.jobsEnd(take, "seams")).isEmpty();
        JsonNode lane = api.get(take + "/revisions/4/stages/seams/lane").json();
        assertThat(lane.path("whole").path("points").size()).isGreaterThan(2);
        assertThat(lane.path("finer").get(0).path("label").asString()).isEqualTo("A to B");
        try (Browser browser = new Browser()) {
            BenchPage.open(browser, server, number, "seams");
            browser.press("next-worst");
            browser.awaitText("time", "0:01.4");
        }
    }

    /** A path is made of what flow is made of, and is another picture. */
    private static void pathIsSeen(RunningApplication.Server server, Api api, long number) throws Exception {
        String take = "/api/takes/" + number;
        try (Browser browser = new Browser()) {
            BenchPage bench = BenchPage.open(browser, server, number, "seams");
            new Select(browser.find("seams-way")).selectByValue("path");
            bench.awaitSaved(3);
            assertThat(browser.find("flow-memory").isDisplayed()).isTrue();
        }
        byte[] path = api.bytes(take + "/revisions/3/sphere?t=1&width=512");
        assertThat(path)
                .isNotEqualTo(api.bytes(take + "/revisions/1/sphere?t=1&width=512"))
                .isNotEqualTo(api.bytes(take + "/revisions/2/sphere?t=1&width=512"));
        assertThat(api.get(take).json().path("ledger").toString()).contains("path, feather 4.0");
    }

    @Test
    void aRangeThatEndsBeforeItBeginsIsRefused(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + api.freshTake();
        assertThat(api.post(take + "/stages/seams/jobs/measure?base=1", "{\"from\":2,\"to\":1}")
                        .body())
                .contains("range ends before it begins");
        assertThat(api.post(
                                take + "/revisions",
                                "{\"base\":1,\"set\":{\"seams\":{\"way\":\"flow\",\"feather_deg\":4,\"flow_memory_s\":9}}}")
                        .body())
                .contains("flow_memory_s");
    }
}
