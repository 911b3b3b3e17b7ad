package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.sync.Sync;
import foldback.core.recipe.sync.SyncDrift;
import foldback.core.recipe.sync.SyncMeasure;
import foldback.core.rig.ReadyRigs;
import foldback.core.run.Reason;
import foldback.core.run.Verdict;
import foldback.core.sync.SyncReason;
import foldback.core.time.FrameRate;
import foldback.media.ContentHash;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import tools.jackson.databind.JsonNode;

/** Offsets found, set by hand, and taken as they are. */
@ExtendWith(RunningApplication.class)
class SyncTest {
    static final double LATE = 1.24;

    /** When a recorder beside them was begun. */
    private static final double RECORDED = 0.5;

    /** A take of the demo's lenses whose second clip starts {@link #LATE} seconds after the first. */
    static long unsynced(Api api, RunningApplication.Server server) throws Exception {
        Path folder = Files.createDirectories(server.footage().resolve("unsynced"));
        Path left = folder.resolve("left.mp4");
        Path right = folder.resolve("right.mp4");
        if (!Files.exists(left)) {
            String scale = "scale=240:240";
            Footage.make(left, List.of("-i", Footage.front().toString(), "-t", "6.5", "-vf", scale));
            Footage.make(right, List.of("-ss", "" + LATE, "-i", Footage.back().toString(), "-t", "6", "-vf", scale));
            Path recorder = folder.resolve("recorder.wav");
            Footage.make(
                    recorder,
                    List.of("-ss", "" + RECORDED, "-i", Footage.front().toString(), "-vn", "-t", "5"));
        }
        return api.freshTake(Recipe.start(
                new FrameRate(25, 1),
                List.of(clip("A", left), clip("B", right)),
                ReadyRigs.twoBackToBack(),
                "as it comes"));
    }

    private static ClipRef clip(String slot, Path file) {
        return new ClipRef(slot, "footage/unsynced/" + file.getFileName(), ContentHash.of(file), 0);
    }

    static JsonNode found(Api api, long take) throws Exception {
        String path = "/api/takes/" + take;
        assertThat(api.post(path + "/stages/sync/jobs/find?base=1", "{}").status())
                .isEqualTo(200);
        assertThat(api.jobsEnd(path, "sync")).isEmpty();
        return api.get("/api/takes/" + take).json();
    }

    private static double offset(JsonNode state, int clip) {
        return state.path("recipe")
                .path("clips")
                .get(clip)
                .path("offset_seconds")
                .asDouble();
    }

    private static JsonNode row(JsonNode state) {
        return state.path("ledger").get(1);
    }

    @Test
    void offsetsAreFoundBySoundAndCanBeUndone(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = unsynced(api, server);
        JsonNode before = api.get("/api/takes/" + take).json();
        assertThat(row(before).path("verdict").asString()).isEqualToIgnoringCase("unsettled");
        JsonNode after = found(api, take);
        assertThat(after.path("revision").asInt()).isEqualTo(2);
        assertThat(offset(after, 0)).isZero();
        assertThat(offset(after, 1)).isCloseTo(LATE, within(0.002));
        assertThat(row(after).path("verdict").asString()).isEqualToIgnoringCase("sure");
        assertThat(after.path("from").asDouble()).isCloseTo(LATE, within(0.01));
        JsonNode undone = api.post("/api/takes/" + take + "/undo?base=2", "").json();
        assertThat(offset(undone, 1)).isZero();
    }

    @Test
    void aChangeMeanwhileIsNotOverwritten(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = unsynced(api, server);
        api.post("/api/takes/" + take + "/revisions", "{\"base\":1,\"set\":{\"offsets\":{\"B\":0.5}}}");
        api.post("/api/takes/" + take + "/stages/sync/jobs/find?base=1", "{}");
        JsonNode status = api.endOfJob("/api/takes/" + take, "sync");
        assertThat(status.path("message").asString()).contains("was changed meanwhile");
        assertThat(offset(api.get("/api/takes/" + take).json(), 1)).isEqualTo(0.5);
        // The result is not lost: it is used when that is wished.
        assertThat(status.path("offered").asBoolean()).isTrue();
        assertThat(api.post("/api/takes/" + take + "/stages/sync/job/use?base=2", "")
                        .status())
                .isEqualTo(200);
        JsonNode used = api.get("/api/takes/" + take).json();
        assertThat(offset(used, 1)).isCloseTo(LATE, within(0.002));
        assertThat(used.path("revision").asInt()).isEqualTo(3);
        assertThat(api.post("/api/takes/" + take + "/stages/sync/job/use?base=3", "")
                        .status())
                .isEqualTo(400);
    }

    /** Level is nothing to offsets: a measure that took minutes is recorded beside what was done meanwhile. */
    @Test
    void whatAnotherStageDoesMeanwhileIsKeptBesideTheResult(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = unsynced(api, server);
        api.post(
                "/api/takes/" + take + "/revisions",
                "{\"base\":1,\"set\":{\"level\":{\"yaw_deg\":30,\"pitch_deg\":0,\"roll_deg\":0}}}");
        api.post("/api/takes/" + take + "/stages/sync/jobs/find?base=1", "{}");
        JsonNode status = api.endOfJob("/api/takes/" + take, "sync");
        assertThat(status.path("message").asString()).isEmpty();
        JsonNode both = api.get("/api/takes/" + take).json();
        assertThat(both.path("revision").asInt()).isEqualTo(3);
        assertThat(offset(both, 1)).isCloseTo(LATE, within(0.002));
        assertThat(both.path("recipe").path("level").path("yaw_deg").asDouble()).isEqualTo(30);
    }

    @Test
    void offsetsAreSetByHandOnly(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = unsynced(api, server);
        String revisions = "/api/takes/" + take + "/revisions";
        JsonNode state = api.post(
                        revisions, "{\"base\":1,\"set\":{\"sync\":{\"source\":\"by_hand\"},\"offsets\":{\"B\":1.2}}}")
                .json();
        assertThat(offset(state, 1)).isEqualTo(1.2);
        assertThat(row(state).path("reason").asString()).isEqualTo("Set by hand.");
        Api.Answer word = api.post(revisions, "{\"base\":2,\"set\":{\"offsets\":{\"B\":\"soon\"}}}");
        assertThat(word.status()).isEqualTo(400);
        assertThat(word.body()).contains("offset_seconds");
        Api.Answer file = api.post(revisions, "{\"base\":2,\"set\":{\"clips\":[]}}");
        assertThat(file.status()).isEqualTo(400);
        assertThat(file.body()).contains("'clips' cannot be changed here");
        Api.Answer source = api.post(revisions, "{\"base\":2,\"set\":{\"sync\":{\"source\":\"magic\"}}}");
        assertThat(source.body()).contains("as_it_comes", "magic");
    }

    @Test
    void aClipsClockIsShownAndForgottenWithADeclaration(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        Recipe demo = api.demoRecipe();
        List<ClipRef> clips = List.of(demo.clips().get(0), demo.clips().get(1).withPlace(0.25, 40));
        long take = api.freshTake(demo.withClips(
                clips,
                new Sync(
                        Sync.Source.MEASURED,
                        Optional.of(new SyncMeasure(
                                3,
                                Verdict.SURE,
                                List.of(Reason.of(SyncReason.AGREE, 1, 1)),
                                0,
                                List.of(),
                                List.of(new SyncDrift("B", 0.25)))),
                        Set.of())));
        try (Browser browser = new Browser()) {
            openSheet(browser, server, take);
            assertThat(browser.find("drift-B").getText())
                    .contains("40.0 ppm")
                    .contains("give or take")
                    .contains("slow");
            browser.press("declare");
            kept(browser, 2);
        }
        JsonNode clip = api.get("/api/takes/" + take)
                .json()
                .path("recipe")
                .path("clips")
                .get(1);
        assertThat(clip.path("offset_seconds").asDouble()).isZero();
        assertThat(clip.has("drift_ppm")).isFalse();
    }

    @Test
    void waveformsShowTheSoundAndSilenceOutsideIt(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = unsynced(api, server);
        String path = "/api/takes/" + take + "/revisions/1/waveform/B";
        byte[] wave = api.bytes(path + "?from=-1&to=7&buckets=80");
        assertThat(wave).hasSize(160);
        assertThat(wave[2]).isZero();
        assertThat(wave[158]).isZero();
        // The clap at 1.45 s is 0.21 s after the clip's first frame.
        int clap = (int) ((1.45 - LATE + 0.01 + 1) * 10);
        int loudest = 0;
        for (int i = 0; i < 20; i++) {
            loudest = wave[2 * i + 1] - wave[2 * i] > wave[2 * loudest + 1] - wave[2 * loudest] ? i : loudest;
        }
        assertThat(loudest).isEqualTo(clap);
        assertThat(api.get(path + "?from=2&to=1&buckets=80").status()).isEqualTo(400);
        assertThat(api.get(path + "?from=0&to=1&buckets=99999").status()).isEqualTo(400);
    }

    @Test
    void onTheSheet(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = unsynced(api, server);
        try (Worker worker = server.worker();
                Browser browser = new Browser()) {
            openSheet(browser, server, take);
            browser.press("find-offsets");
            kept(browser, 2);
            assertThat(value(browser)).isCloseTo(LATE, within(0.002));
            assertThat(browser.driver.findElements(By.cssSelector("[data-test=finer]")))
                    .hasSize(2);
            assertThat(browser.find("pane-waves").isDisplayed()).isTrue();
            // The whole take was chosen, and still is: from the second clip's first frame on.
            browser.press("hand-over");
            browser.await()
                    .until(driver -> "1.24".equals(browser.find("ho-from").getDomProperty("value")));
            browser.driver
                    .findElement(By.cssSelector("#handover-dialog [data-part=close]"))
                    .click();
            browser.press("nudge-B-later");
            kept(browser, 3);
            assertThat(value(browser)).isCloseTo(LATE + 0.04, within(0.002));
            WebElement field = browser.find("offset-B");
            field.sendKeys(Keys.chord(Keys.CONTROL, "a"), "0.75", Keys.ENTER);
            kept(browser, 4);
            browser.press("declare");
            kept(browser, 5);
            assertThat(value(browser)).isZero();
            browser.press("undo");
            kept(browser, 4);
            assertThat(value(browser)).isEqualTo(0.75);
            placeRecording(browser);
        }
    }

    /** Beside one lens that is out of place its place is told by the other one. */
    private static void placeRecording(Browser browser) {
        browser.press("place-recording");
        kept(browser, 6);
        browser.awaitText("recording-said", "recorder.wav: Placed by sound");
        assertThat(Double.parseDouble(browser.find("recording-offset").getDomProperty("value")))
                .isCloseTo(RECORDED, within(0.03));
        browser.press("hand-over");
        WebElement sound = browser.find("ho-sound");
        browser.await().until(driver -> sound.getText().contains("the recording beside"));
        browser.driver
                .findElement(By.cssSelector("#handover-dialog [data-part=close]"))
                .click();
        browser.press("drop-recording");
        kept(browser, 7);
        browser.awaitText("recording-said", "can be placed here");
    }

    @Test
    void bothEarsHearTheRecordingToo(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + unsynced(api, server);
        assertThat(api.get(take + "/revisions/1/recordings")
                        .json()
                        .get(0)
                        .path("file")
                        .asString())
                .isEqualTo("footage/unsynced/recorder.wav");
        assertThat(api.post(take + "/stages/sync/jobs/recording?base=1", "{}").body())
                .contains("'file'");
        String order = "{\"file\":\"footage/unsynced/recorder.wav\"}";
        assertThat(api.post(take + "/stages/sync/jobs/recording?base=1", order).status())
                .isEqualTo(200);
        assertThat(api.jobsEnd(take, "sync")).isEmpty();
        String heard = take + "/revisions/2/listen?from=1&seconds=1&left=";
        byte[] recording = api.bytes(heard + "recording&right=recording");
        assertThat(recording).hasSize(44 + 4 * 16000);
        assertThat(api.bytes(heard + "A&right=A")).isNotEqualTo(recording);
        assertThat(api.get(take + "/revisions/2/clearest").json()).hasSize(3);
    }

    static void openSheet(Browser browser, RunningApplication.Server server, long take) {
        browser.driver.get(server.uri("/takes/" + take).toString());
        browser.await()
                .until(driver -> !driver.findElements(By.cssSelector("[data-stage=sync] button"))
                        .isEmpty());
        browser.driver.findElement(By.cssSelector("[data-stage=sync] button")).click();
    }

    static double value(Browser browser) {
        return Double.parseDouble(browser.find("offset-B").getDomProperty("value"));
    }

    static void kept(Browser browser, int revision) {
        browser.await().until(driver -> browser.find("kept").getText().equals("Saved, revision " + revision));
    }
}
