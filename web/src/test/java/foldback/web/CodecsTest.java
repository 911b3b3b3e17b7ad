package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.time.TimeSpan;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import java.nio.file.Files;
import java.nio.file.Path;
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

    @Test
    void aProResFileIsNamedAndLookedAtByACopy(RunningApplication.Server server, @TempDir Path folder) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        assertThat(api.post("/api/deliverables/free-names", "[{\"name\":\"Master.mp4\",\"codec\":\"PRORES_422\"}]")
                        .json()
                        .get(0)
                        .asString())
                .isEqualTo("Master.mov");
        QueuedRender render = QueuedRender.order(api, take, "Master.mp4", new TimeSpan(0, 0.4), PRORES);
        String film = "/api/deliverables/" + render.id() + "/film";
        try (Worker worker = server.worker()) {
            render.await("done");
        }
        assertThat(render.row().path("name").asString()).isEqualTo("Master.mov");
        assertThat(api.get(film).status()).as("before anybody asked for it").isEqualTo(404);
        Awaitility.await().atMost(Patience.LONG).until(() -> {
            JsonNode state = api.post(film, "").json();
            assertThat(state.path("message").asString()).isEmpty();
            return state.path("share").asDouble() == 1;
        });
        Path copy = Files.write(folder.resolve("copy.mp4"), api.bytes(film));
        MediaInfo.Video video = MediaProbe.probe(copy).video().orElseThrow();
        assertThat(video.codec()).isEqualTo("h264");
        assertThat(video.format().bits()).isEqualTo(8);
        assertThat(video.width()).isEqualTo(128);
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
