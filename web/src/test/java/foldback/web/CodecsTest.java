package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.time.TimeSpan;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import java.io.ByteArrayInputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipInputStream;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Deliverables that browsers cannot play: their names, and the copies that are looked at in their place. */
@ExtendWith(RunningApplication.class)
class CodecsTest {
    private static final String SPEC =
            "{\"format\":\"foldback-spec\",\"version\":1,\"layout\":\"mono_360\",\"width\":128,"
                    + "\"height\":64,\"bits\":10,\"kernel\":\"quick\",\"encoder_threads\":1,%s}";
    private static final String PRORES = SPEC.formatted("\"codec\":\"prores_422\"");

    private static final String IMAGES =
            SPEC.formatted("\"codec\":\"png\",\"sound_slot\":\"A\",\"sound_place\":\"beside\"");

    @Test
    void whatBrowsersCannotPlayIsNamedAndLookedAtByACopy(RunningApplication.Server server, @TempDir Path folder)
            throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        assertThat(api.post("/api/deliverables/free-names", "[{\"name\":\"Master.mp4\",\"codec\":\"PRORES_422\"}]")
                        .json()
                        .get(0)
                        .asString())
                .isEqualTo("Master.mov");
        QueuedRender render = QueuedRender.order(api, take, "Master.mp4", new TimeSpan(0, 0.4), PRORES);
        QueuedRender images = QueuedRender.order(api, take, "Frames.mp4", new TimeSpan(0, 0.4), IMAGES);
        assertThat(api.get(film(render)).status())
                .as("before anybody asked for it")
                .isEqualTo(404);
        try (Worker worker = server.worker()) {
            render.await("done");
            images.await("done");
        }
        assertThat(render.row().path("name").asString()).isEqualTo("Master.mov");
        assertCopyPlays(api, render, Files.createDirectories(folder.resolve("film")));

        assertThat(images.row().path("name").asString()).isEqualTo("Frames_png");
        Path made = server.home.resolve("deliverables/Frames_png");
        assertThat(server.home.resolve("deliverables/Frames.wav")).exists();
        assertCopyPlays(api, images, Files.createDirectories(folder.resolve("images")));
        String file = "/api/deliverables/" + images.id();
        try (ZipInputStream archive = new ZipInputStream(new ByteArrayInputStream(api.bytes(file + "/images.zip")))) {
            for (int n = 1; n <= 10; n++) {
                String name = String.format("Frames.%06d.png", n);
                assertThat(archive.getNextEntry().getName()).isEqualTo("Frames_png/" + name);
                assertThat(archive.readAllBytes()).isEqualTo(Files.readAllBytes(made.resolve(name)));
            }
            assertThat(archive.getNextEntry()).isNull();
        }
        assertThat(api.get(file + "/file").status()).isEqualTo(404);
        assertThat(api.delete(file).status()).isEqualTo(204);
        assertThat(made).doesNotExist();
        assertThat(server.home.resolve("deliverables/Frames.wav")).doesNotExist();
    }

    private static String film(QueuedRender render) {
        return "/api/deliverables/" + render.id() + "/film";
    }

    private static void assertCopyPlays(Api api, QueuedRender render, Path folder) throws Exception {
        Awaitility.await().atMost(Patience.LONG).until(() -> {
            JsonNode state = api.post(film(render), "").json();
            assertThat(state.path("message").asString()).isEmpty();
            return state.path("share").asDouble() == 1;
        });
        Path copy = Files.write(folder.resolve("copy.mp4"), api.bytes(film(render)));
        MediaInfo.Video video = MediaProbe.probe(copy).video().orElseThrow();
        assertThat(video.codec()).isEqualTo("h264");
        assertThat(video.format().bits()).isEqualTo(8);
        assertThat(video.width()).isEqualTo(128);
        assertThat(FrameIndex.read(copy).frames()).isEqualTo(10);
    }

    @Test
    void whatACodecHasNotIsRefusedBefore(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String orders = "/api/takes/" + api.freshTake() + "/deliverables";
        TimeSpan span = new TimeSpan(0, 0.4);
        assertThat(api.post(orders, QueuedRender.body("Wrong", span, PRORES.replace("10", "8")))
                        .body())
                .contains("ProRes 422 has 10 bits a sample, not 8");
        assertThat(api.post(orders, QueuedRender.body("Wrong", span, SPEC.formatted("\"codec\":\"h265\"")))
                        .body())
                .contains("preset");
    }
}
