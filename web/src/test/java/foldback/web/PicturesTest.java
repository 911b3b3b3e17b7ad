package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.InputStreamReader;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.List;
import javax.imageio.ImageIO;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What pages are shown: from originals, from proxies, and when a clip breaks under their eyes. */
@ExtendWith(RunningApplication.class)
class PicturesTest {

    /** Wherever these tests run the library has a build. */
    @Test
    void proxiesAreDecodedInTheProcess(RunningApplication.Server server) {
        assertThat(server.home.resolve("run/decoding")).hasContent("in the process");
    }

    @Test
    void aWorkerMakesTheProxiesAndPicturesComeFromThem(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        String proxies = "/api/takes/" + take + "/proxies";
        api.post(proxies, "");
        try (Worker worker = server.worker()) {
            Awaitility.await()
                    .atMost(Patience.WORK)
                    .pollInterval(Duration.ofMillis(200))
                    .until(() -> api.get(proxies).json().path("ready").asBoolean());
        }
        assertThat(api.get(proxies).json().path("share").asDouble()).isEqualTo(1);
        HttpResponse<byte[]> small = picture(server, take, "sphere?t=2.5&width=1280");
        assertThat(small.headers().firstValue("Foldback-From")).hasValue("proxies");
        assertThat(ImageIO.read(new ByteArrayInputStream(small.body())).getWidth())
                .isEqualTo(1280);
        HttpResponse<byte[]> whole = picture(server, take, "sphere?t=2.5&width=3840");
        assertThat(whole.headers().firstValue("Foldback-From")).hasValue("originals");
        HttpResponse<byte[]> lens = picture(server, take, "lens/B?t=2.5&halvings=1");
        assertThat(lens.headers().firstValue("Foldback-From")).hasValue("proxies");

        // Proxies may go at any time; they are asked for again when the take is opened.
        try (var files = Files.list(server.home.resolve("work").resolve("proxies"))) {
            for (Path file : files.toList()) {
                Files.delete(file);
            }
        }
        HttpResponse<byte[]> again = picture(server, take, "sphere?t=3.5&width=1280");
        assertThat(again.headers().firstValue("Foldback-From")).hasValue("originals");
        assertThat(api.post(proxies, "").json().path("ready").asBoolean()).isFalse();
    }

    @Test
    void aClipThatIsCutOffWhileItIsOpenIsSaidByNameAndOtherTakesGoOn(RunningApplication.Server server)
            throws Exception {
        Api api = new Api(server);
        Recipe demo = api.demoRecipe();
        Path media = server.home.resolve("media");
        ClipRef b = demo.clip("B");
        Files.copy(media.resolve(b.file()), media.resolve("brittle.mp4"));
        long take = api.freshTake(new Recipe(
                demo.rate(),
                List.of(demo.clip("A"), new ClipRef("B", "brittle.mp4", b.sha256(), 0)),
                demo.sections(),
                demo.left()));
        assertThat(picture(server, take, "sphere?t=0.2&width=3840").statusCode())
                .isEqualTo(200);
        try (var file = Files.newByteChannel(media.resolve("brittle.mp4"), StandardOpenOption.WRITE)) {
            file.truncate(file.size() / 3);
        }
        // At full size, for which no proxy will do.
        HttpResponse<byte[]> broken = picture(server, take, "sphere?t=6.4&width=3840");
        assertThat(broken.statusCode()).isEqualTo(422);
        assertThat(new String(broken.body(), java.nio.charset.StandardCharsets.UTF_8))
                .contains("brittle.mp4")
                .contains("Copy it again from the card");
        assertThat(picture(server, api.freshTake(), "sphere?t=6.4&width=640").statusCode())
                .isEqualTo(200);
    }

    @Test
    void theQueueIsToldAsItChanges(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        HttpResponse<java.io.InputStream> news = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(server.uri("/api/deliverables/news"))
                                .build(),
                        HttpResponse.BodyHandlers.ofInputStream());
        assertThat(news.headers().firstValue("Content-Type")).get().asString().startsWith("text/event-stream");
        try (BufferedReader lines = new BufferedReader(new InputStreamReader(news.body()))) {
            assertThat(lines.readLine()).isEqualTo("event:deliverables");
            String order = "{\"base\":1,\"name\":\"Told\",\"from\":0,\"to\":1,\"spec\":{\"format\":\"foldback-spec\","
                    + "\"version\":1,\"layout\":\"mono_360\",\"codec\":\"h264\",\"width\":256,\"height\":128,"
                    + "\"preset\":\"ultrafast\",\"quality\":30,\"kernel\":\"quick\",\"encoder_threads\":1,"
                    + "\"segment_frames\":25}}";
            api.post("/api/takes/" + api.freshTake() + "/deliverables", order);
            String line = lines.readLine();
            while (!line.contains("Told.mp4")) {
                line = lines.readLine();
            }
            assertThat(line).startsWith("data:").contains("\"waiting\"");
        }
    }

    private static HttpResponse<byte[]> picture(RunningApplication.Server server, long take, String what)
            throws Exception {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(server.uri("/api/takes/" + take + "/revisions/1/" + what))
                                .build(),
                        HttpResponse.BodyHandlers.ofByteArray());
    }
}
