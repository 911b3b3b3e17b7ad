package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.run.Run;
import foldback.engine.proxy.Proxies;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.web.take.OpenTakes;
import java.io.InputStream;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.Keys;
import org.openqa.selenium.interactions.Actions;

/** Playing what the recipe makes now: the film that is given out while it is made, and the page that shows it. */
@ExtendWith(RunningApplication.class)
class PlayTest {

    private static void makeProxies(Api api, RunningApplication.Server server) {
        server.bean(OpenTakes.class)
                .of(api.demoRecipe())
                .clips()
                .forEach(clip -> server.bean(Proxies.class).make(clip, Run.QUIET));
    }

    private static Path film(Api api, RunningApplication.Server server, String query) throws Exception {
        Path file = Files.createTempFile(server.home, "film", ".mp4");
        return Files.write(file, api.bytes("/api/takes/1/revisions/1/film?" + query));
    }

    @Test
    void theFilmHasEveryFrameAndTheSound(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        makeProxies(api, server);
        Path file = film(api, server, "from=2&to=4&width=512&sound=A");
        MediaInfo info = MediaProbe.probe(file);
        assertThat(info.video().orElseThrow().width()).isEqualTo(512);
        assertThat(FrameIndex.read(file).frames()).isEqualTo(50);
        assertThat(info.audio()).hasSize(1);
        assertThat(info.durationSeconds()).isCloseTo(2, within(0.1));
        assertThat(MediaProbe.probe(film(api, server, "from=2&to=3&width=512")).audio())
                .isEmpty();
    }

    @Test
    void speedChangesTheFramesButNotTheirRate(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        makeProxies(api, server);
        Path twice = film(api, server, "from=1&to=5&width=256&speed=2&sound=B");
        assertThat(FrameIndex.read(twice).frames()).isEqualTo(50);
        assertThat(MediaProbe.probe(twice).durationSeconds()).isCloseTo(2, within(0.1));
        Path half = film(api, server, "from=1&to=2&width=256&speed=0.5");
        assertThat(FrameIndex.read(half).frames()).isEqualTo(50);
        assertThat(api.get("/api/takes/1/revisions/1/film?from=0&to=1&speed=3").body())
                .contains("0.5, 1 or 2");
        assertThat(api.get("/api/takes/1/revisions/1/film?from=90&to=91").body())
                .contains("nothing to play");
    }

    @Test
    void aPageThatGoesAwayEndsTheFilmsChildren(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        makeProxies(api, server);
        HttpResponse<InputStream> response = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(
                                        server.uri("/api/takes/1/revisions/1/film?from=0&to=8&width=1024&speed=0.5"))
                                .build(),
                        HttpResponse.BodyHandlers.ofInputStream());
        response.body().readNBytes(1000);
        assertThat(encoders()).isPositive();
        response.body().close();
        Awaitility.await().atMost(20, TimeUnit.SECONDS).until(() -> encoders() == 0);
    }

    /** Running encoders of films that are played. */
    private static long encoders() {
        return ProcessHandle.current()
                .descendants()
                .filter(ProcessHandle::isAlive)
                .filter(child -> String.join(" ", child.info().arguments().orElse(new String[0]))
                        .contains("zerolatency"))
                .count();
    }

    @Test
    void onThePage(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        makeProxies(api, server);
        long take = api.freshTake();
        try (Browser browser = new Browser()) {
            browser.driver.get(server.uri("/takes/" + take).toString());
            browser.await()
                    .until(driver -> !driver.findElements(
                                    By.cssSelector("body[data-ready] [data-test=pane-sphere][data-shown]"))
                            .isEmpty());
            browser.press("play");
            playingBeyond(browser, 0.8);
            // A change while it plays goes on from the playhead with the new recipe.
            new Actions(browser.driver).sendKeys("6").perform();
            browser.find("yaw_deg").sendKeys(Keys.chord(Keys.CONTROL, "a"), "40", Keys.ENTER);
            browser.await().until(driver -> browser.find("kept").getText().equals("Saved, revision 2"));
            double now = time(browser);
            playingBeyond(browser, now + 0.4);
            assertThat(browser.find("play").getDomAttribute("aria-label")).isEqualTo("Pause");
            browser.press("play");
            assertThat(browser.find("play").getDomAttribute("aria-label")).isEqualTo("Play");
            double stopped = time(browser);
            assertThat(stopped).isGreaterThan(0.8);
            browser.press("play-more");
            assertThat(browser.find("loop").isDisplayed()).isTrue();
        }
    }

    @Test
    void aFilmThatStuttersIsMadeSmaller(RunningApplication.Server server) throws Exception {
        try (Browser browser = new Browser()) {
            browser.driver.get(server.uri("/").toString());
            Object widths = ((JavascriptExecutor) browser.driver).executeAsyncScript("""
                            const done = arguments[0];
                            import("/js/bench/filmWidth.js").then(({ FilmWidth }) => {
                              const size = new FilmWidth();
                              const widths = [];
                              const second = (rate) => { size.reached(rate, 25); widths.push(size.width); };
                              size.begin();
                              // The first second starts it; one slow second is an accident, two in a row are not.
                              [3, 12, 25, 12, 12].forEach(second);
                              size.begin();
                              [3, 12, 12].forEach(second);
                              size.begin();
                              [3, 12, 12, 25].forEach(second);
                              done(widths.join(" "));
                            });
                            """);
            assertThat(widths).isEqualTo("1024 1024 1024 1024 768 768 768 512 512 512 512 512");
        }
    }

    private static void playingBeyond(Browser browser, double seconds) {
        browser.await().until(driver -> time(browser) > seconds);
    }

    private static double time(Browser browser) {
        String[] parts = browser.find("time").getText().split(":");
        return 60 * Double.parseDouble(parts[0]) + Double.parseDouble(parts[1]);
    }
}
