package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.recipe.Recipe;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.StreamSupport;
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

    /** What was left as it is stays so; the others are worked one after the other, each kept as a revision. */
    @Test
    void aTakeIsWorkedThroughStageByStage(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        Recipe recipe = api.demoRecipe().leaving(Set.of("rig", "steady"));
        String take = "/api/takes/" + api.freshTake(recipe);
        assertThat(open(api, take)).contains("balance", "tiny").doesNotContain("rig", "steady", "level");
        assertThat(api.post(take + "/work", "").json().path("title").asString()).isEqualTo("Balance");
        // Pressed again, it is the same that goes on.
        assertThat(api.post(take + "/work", "").json().path("working").asBoolean())
                .isTrue();
        awaitWorked(server, api, take);
        assertThat(api.get(take + "/work").json().path("message").asString()).isEmpty();
        assertThat(open(api, take)).isEmpty();
        JsonNode state = api.get(take).json();
        assertThat(state.path("revision").asInt()).isEqualTo(3);
        assertThat(state.path("label").asString()).isEqualTo("Count frames");
        assertThat(state.path("undo").asString()).isEqualTo("Count frames");
    }

    @Test
    void workingThroughStopsWhereItIsToldTo(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        Recipe recipe = api.demoRecipe().leaving(Set.of("rig", "steady"));
        String take = "/api/takes/" + api.freshTake(recipe);
        api.post(take + "/work", "");
        api.delete(take + "/work");
        awaitWorked(server, api, take);
        assertThat(api.get(take).json().path("revision").asInt()).isEqualTo(1);
        assertThat(open(api, take)).contains("balance");
    }

    private static void awaitWorked(RunningApplication.Server server, Api api, String take) throws Exception {
        try (Worker worker = server.worker()) {
            Awaitility.await()
                    .atMost(Patience.WORK)
                    .until(
                            () -> api.get(take + "/work").json(),
                            status -> !status.path("working").asBoolean());
        }
    }

    private static List<String> open(Api api, String take) throws Exception {
        return StreamSupport.stream(api.get(take).json().path("ledger").spliterator(), false)
                .filter(row -> row.path("open").asBoolean())
                .map(row -> row.path("stage").asString())
                .toList();
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
