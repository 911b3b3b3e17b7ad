package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.function.Predicate;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Long measures are carried out by a worker: they outlive pages and workers, can be cancelled, and are recorded once. */
@ExtendWith(RunningApplication.class)
class StageJobsTest {
    private static final String COUNT = "/stages/tiny/jobs/count?base=1";
    private static final String JOB = "/stages/tiny/job";

    private static String until(Path file) {
        return "{\"until\":\"" + file + "\"}";
    }

    private static JsonNode await(Api api, String take, Predicate<JsonNode> condition) {
        return Awaitility.await()
                .atMost(Patience.WORK)
                .until(() -> api.get(take + JOB).json(), condition::test);
    }

    @Test
    void aWorkerMayDieAndPagesMayStartAnew(RunningApplication.Server server, @TempDir Path folder) throws Exception {
        Api api = new Api(server);
        long number = api.freshTake();
        String take = "/api/takes/" + number;
        Path file = folder.resolve("go");
        try (Worker first = new Worker(server.startWorker())) {
            assertThat(api.post(take + COUNT, until(file))
                            .json()
                            .path("working")
                            .asBoolean())
                    .isTrue();
            await(api, take, status -> status.path("share").asDouble() == 0.5);
            first.process().destroyForcibly().waitFor();
        }
        try (var pages =
                FoldbackApplication.start(Map.of(), RunningApplication.Server.options(server.database, server.home))) {
            URI elsewhere = URI.create(
                    "http://127.0.0.1:" + pages.getEnvironment().getRequiredProperty("local.server.port") + take + JOB);
            assertThat(HttpClient.newHttpClient()
                            .send(HttpRequest.newBuilder(elsewhere).build(), HttpResponse.BodyHandlers.ofString())
                            .body())
                    .contains("\"working\":true");
        }
        Files.createFile(file);
        assertThat(api.jobsEnd(take, "tiny")).isEmpty();
        JsonNode state = api.get(take).json();
        assertThat(state.path("revision").asInt()).isEqualTo(2);
        assertThat(state.path("label").asString()).isEqualTo("Count frames");
    }

    @Test
    void itCanBeCancelledAndAskedForAgain(RunningApplication.Server server, @TempDir Path folder) throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + api.freshTake();
        try (Worker worker = server.worker()) {
            api.post(take + COUNT, until(folder.resolve("never")));
            await(api, take, status -> status.path("share").asDouble() == 0.5);
            // One that goes on is left alone.
            api.post(take + COUNT, "{}");
            api.delete(take + JOB);
            JsonNode ended = await(api, take, status -> !status.path("working").asBoolean());
            assertThat(ended.path("message").asString()).isEmpty();
            assertThat(api.get(take).json().path("revision").asInt()).isEqualTo(1);
            api.post(take + COUNT, "{}");
            assertThat(api.jobsEnd(take, "tiny")).isEmpty();
        }
        assertThat(api.get(take).json().path("revision").asInt()).isEqualTo(2);
    }

    @Test
    void aMissingWorkerIsSaid(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + api.freshTake();
        // As if none had been seen for long.
        server.bean(JdbcTemplate.class).update("DELETE FROM worker");
        JsonNode waiting = api.post(take + COUNT, "{}").json();
        assertThat(waiting.path("working").asBoolean()).isTrue();
        assertThat(waiting.path("message").asString()).contains("No worker is running", "./foldback start");
        assertThat(api.delete(take + JOB).json().path("working").asBoolean()).isFalse();
        assertThat(api.post(take + "/stages/tiny/jobs/guess?base=1", "{}").status())
                .isEqualTo(404);
        assertThat(api.get(take + "/stages/nothing/job").body()).contains("There is no stage 'nothing'");
    }
}
