package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.rig.ReadyRigs;
import foldback.core.time.FrameRate;
import foldback.media.ContentHash;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import tools.jackson.databind.JsonNode;

/** What offsets are judged by, and the other ways to come by them: lists, timecode, clocks, held lenses. */
@ExtendWith(RunningApplication.class)
class SyncEvidenceTest {
    private static final double LATE = SyncTest.LATE;

    private static JsonNode state(Api api, long take) throws Exception {
        return api.get("/api/takes/" + take).json();
    }

    private static double offset(JsonNode state) {
        return state.path("recipe").path("clips").get(1).path("offset_seconds").asDouble();
    }

    @Test
    void whatTwoLensesSayIsKeptWithTheMeasure(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = SyncTest.unsynced(api, server);
        JsonNode pair = SyncTest.found(api, take)
                .path("recipe")
                .path("sync")
                .path("measure")
                .path("pairs")
                .get(0);
        assertThat(pair.path("first").asString()).isEqualTo("A");
        assertThat(pair.path("clue").asString()).isEqualTo("sound");
        assertThat(pair.path("belief").asString()).isEqualTo("firm");
        assertThat(Math.abs(pair.path("residual_ms").asDouble())).isLessThan(1);
    }

    @Test
    void whatIsLeftOfTheLagFollowsTheOffsets(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = SyncTest.unsynced(api, server);
        SyncTest.found(api, take);
        api.post(
                "/api/takes/" + take + "/revisions",
                "{\"base\":2,\"set\":{\"offsets\":{\"B\":" + (LATE + 0.015) + "}}}");
        String path = "/api/takes/" + take + "/revisions/";
        assertThat(late(api.get(path + 2 + "/residuals").json())).isCloseTo(0, within(0.001));
        assertThat(late(api.get(path + 3 + "/residuals").json())).isCloseTo(0.015, within(0.001));
        JsonNode claps = api.get(path + "2/claps/A").json();
        assertThat(claps.get(0).asDouble()).isCloseTo(0.9, within(0.02));
        assertThat(claps.get(1).asDouble()).isCloseTo(1.45, within(0.02));
    }

    /** In the middle of the second lens's points. */
    private static double late(JsonNode lenses) {
        assertThat(lenses.size()).isEqualTo(1);
        assertThat(lenses.get(0).path("slot").asString()).isEqualTo("B");
        JsonNode points = lenses.get(0).path("points");
        assertThat(points.size()).isGreaterThan(2);
        return java.util.stream.IntStream.range(0, points.size())
                .mapToDouble(i -> points.get(i).get(1).asDouble())
                .sorted()
                .skip(points.size() / 2)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void twoLensesAreHeardAtBothEarsAsTheyLie(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = SyncTest.unsynced(api, server);
        SyncTest.found(api, take);
        String path = "/api/takes/" + take + "/revisions/2/listen?left=A&right=B&from=1.3";
        ByteBuffer wave = ByteBuffer.wrap(api.bytes(path + "&seconds=1")).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(wave.getShort(22)).isEqualTo((short) 2);
        assertThat(wave.limit()).isEqualTo(44 + 4 * 16000);
        int[] loudest = new int[2];
        for (int i = 0; i < 16000; i++) {
            for (int ear = 0; ear < 2; ear++) {
                int here = Math.abs(wave.getShort(44 + 4 * i + 2 * ear));
                loudest[ear] = here > Math.abs(wave.getShort(44 + 4 * loudest[ear] + 2 * ear)) ? i : loudest[ear];
            }
        }
        // The clap at 1.45 s, at both ears within three milliseconds.
        assertThat(loudest[0] / 16000.0).isCloseTo(0.15, within(0.02));
        assertThat(loudest[1]).isCloseTo(loudest[0], within(48));
        assertThat(api.get(path + "&seconds=600").status()).isEqualTo(400);
        assertThat(api.get("/api/takes/" + take + "/revisions/2/listen?left=A&right=Q&from=0&seconds=1")
                        .status())
                .isEqualTo(404);
    }

    @Test
    void aRigThatStandsHasNoMotionInCommonAndThatIsSaid(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = SyncTest.unsynced(api, server);
        String path = "/api/takes/" + take;
        String find = path + "/stages/sync/jobs/find";
        api.post(find + "?base=1", "{\"use\":[\"motion\"],\"from\":0,\"to\":6}");
        api.jobsEnd(path, "sync");
        JsonNode row = state(api, take).path("ledger").get(1);
        assertThat(row.path("verdict").asString()).isEqualToIgnoringCase("unsettled");
        assertThat(row.path("reason").asString()).contains("motion");
        assertThat(api.post(find + "?base=2", "{\"use\":[\"smell\"]}").body())
                .contains("by sound, motion or light, not by 'smell'");
        assertThat(api.post(find + "?base=2", "{\"from\":3}").body()).contains("a beginning and an end");
    }

    @Test
    void timecodeAndClocksAreAStart(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        Path folder = Files.createDirectories(server.footage().resolve("coded"));
        Path left = coded(folder.resolve("left.mov"), "10:00:05:00", "2026-04-02T07:00:05Z");
        Path right = coded(folder.resolve("right.mov"), "10:00:06:10", "2026-04-02T07:00:07Z");
        long take = api.freshTake(Recipe.start(
                new FrameRate(25, 1),
                List.of(clip("A", left), clip("B", right)),
                ReadyRigs.twoBackToBack(),
                "as it comes"));
        assertThat(state(api, take).path("starts").toString()).isEqualTo("[\"timecode\",\"clock\"]");
        try (Browser browser = new Browser()) {
            SyncTest.openSheet(browser, server, take);
            browser.press("from-clock");
            SyncTest.kept(browser, 2);
            assertThat(offset(state(api, take))).isEqualTo(2);
            browser.press("from-timecode");
            SyncTest.kept(browser, 3);
        }
        assertThat(offset(state(api, take))).isCloseTo(1.4, within(1e-6));
        assertThat(state(api, take).path("ledger").get(1).path("reason").asString())
                .isEqualTo("From the timecode in the files.");
        long without = SyncTest.unsynced(api, server);
        assertThat(api.post("/api/takes/" + without + "/sync/start?base=1&by=timecode", "")
                        .body())
                .contains("Lens A has no timecode that can be read");
    }

    private static Path coded(Path file, String timecode, String began) throws Exception {
        return Footage.make(
                file,
                List.of(
                        "-i",
                        Footage.front().toString(),
                        "-t",
                        "4",
                        "-vf",
                        "scale=240:240",
                        "-timecode",
                        timecode,
                        "-metadata",
                        "creation_time=" + began));
    }

    private static ClipRef clip(String slot, Path file) {
        return new ClipRef(slot, "footage/coded/" + file.getFileName(), ContentHash.of(file), 0);
    }

    @Test
    void byHandInFramesByKeyAndFromAList(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = SyncTest.unsynced(api, server);
        SyncTest.found(api, take);
        try (Worker worker = server.worker();
                Browser browser = new Browser()) {
            SyncTest.openSheet(browser, server, take);
            browser.await().until(driver -> browser.find("pair-A-B-sound").isDisplayed());
            browser.find("offset-B").sendKeys(Keys.chord(Keys.CONTROL, "a"), "12 f", Keys.ENTER);
            SyncTest.kept(browser, 3);
            assertThat(SyncTest.value(browser)).isEqualTo(0.48);
            browser.find("offset-B").sendKeys(Keys.PAGE_UP);
            SyncTest.kept(browser, 4);
            assertThat(SyncTest.value(browser)).isEqualTo(0.52);
            browser.find("offset-B").sendKeys(Keys.ESCAPE);
            browser.driver.findElement(By.tagName("body")).sendKeys(",");
            SyncTest.kept(browser, 5);
            assertThat(SyncTest.value(browser)).isEqualTo(0.48);
            browser.press("lock-B");
            SyncTest.kept(browser, 6);
            browser.press("find-offsets");
            SyncTest.kept(browser, 7);
            // Held where it is: the measure is told against it, the offset stays.
            assertThat(SyncTest.value(browser)).isEqualTo(0.48);
            browser.press("lock-B");
            SyncTest.kept(browser, 8);
            browser.press("paste-offsets");
            browser.find("offset-list").clear();
            browser.find("offset-list").sendKeys("A 0\nQ 1.5");
            browser.press("take-list");
            browser.awaitText("offset-list-wrong", "“Q 1.5” names no lens of this take.");
            browser.find("offset-list").clear();
            browser.find("offset-list").sendKeys("A 0\nright.mp4 0:00:01:06");
            browser.press("take-list");
            SyncTest.kept(browser, 9);
            assertThat(SyncTest.value(browser)).isEqualTo(1.24);
            browser.await()
                    .until(driver -> driver.findElements(By.cssSelector("[data-test=finer]")).stream()
                            .anyMatch(lane -> lane.getText().contains("in step")));
        }
    }
}
