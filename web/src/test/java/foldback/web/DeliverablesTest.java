package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.engine.document.RecipeJson;
import foldback.engine.document.RenderSpec;
import foldback.engine.render.RenderJob;
import foldback.engine.render.Renderer;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.ffmpeg.StreamHash;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** The queue, with a worker process that is killed and a database that goes away. */
@ExtendWith(RunningApplication.class)
class DeliverablesTest {
    private static final String SPEC =
            "{\"format\":\"foldback-spec\",\"version\":1,\"layout\":\"mono_360\",\"codec\":\"h264\","
                    + "\"width\":%d,\"height\":%d,\"preset\":\"ultrafast\",\"quality\":26,\"kernel\":\"fine\",\"encoder_threads\":1,"
                    + "\"segment_frames\":15,\"sound_slot\":\"A\"}";

    private static String order(String name, int width, double seconds) {
        return "{\"base\":1,\"name\":\"" + name + "\",\"from\":0,\"to\":" + seconds + ",\"spec\":"
                + SPEC.formatted(width, width / 2) + "}";
    }

    private static JsonNode find(Api api, long id) throws Exception {
        for (JsonNode row : api.get("/api/deliverables").json()) {
            if (row.path("id").asLong() == id) {
                return row;
            }
        }
        throw new AssertionError("no deliverable " + id);
    }

    private static void await(Api api, long id, String state) {
        Awaitility.await()
                .atMost(Duration.ofSeconds(120))
                .pollInterval(Duration.ofMillis(200))
                .until(() -> find(api, id).path("state").asString().equals(state));
    }

    /** The same documents give the same picture, whoever renders, and however often the worker dies. */
    @Test
    void aKilledWorkersRenderGoesOnAndEqualsTheCommandLines(RunningApplication.Server server, @TempDir Path folder)
            throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        long id = api.post("/api/takes/" + take + "/deliverables", order("Killed", 1280, 3))
                .json()
                .path("id")
                .asLong();
        Process worker = server.startWorker();
        Awaitility.await()
                .atMost(Duration.ofSeconds(120))
                .pollInterval(Duration.ofMillis(50))
                .until(() -> find(api, id).path("framesDone").asLong() > 20);
        worker.descendants().forEach(ProcessHandle::destroyForcibly);
        worker.destroyForcibly().waitFor();
        assertThat(find(api, id).path("state").asString()).isEqualTo("working");
        assertThat(server.home.resolve("deliverables").resolve("Killed.mp4")).doesNotExist();
        worker = server.startWorker();
        try {
            await(api, id, "done");
        } finally {
            worker.destroy();
            worker.waitFor();
        }
        assertThat(find(api, id).path("verified").path("projection").asString()).isEqualTo("equirectangular");

        Recipe recipe = RecipeJson.read(
                api.get("/api/deliverables/" + id + "/recipe.json").body());
        RenderSpec spec = RenderSpec.read(
                api.get("/api/deliverables/" + id + "/spec.json").body());
        RenderJob job = new RenderJob(
                recipe, spec, Take.open(recipe, MediaFolders.of(server.home.resolve("media"))), new TimeSpan(0, 3));
        Path mine = folder.resolve("mine.mp4");
        new Renderer(2, 0).render(job, folder.resolve("work"), mine, Run.QUIET);
        Path theirs = Files.write(folder.resolve("theirs.mp4"), api.bytes("/api/deliverables/" + id + "/file"));
        assertThat(StreamHash.ofVideo(theirs)).isEqualTo(StreamHash.ofVideo(mine));
        assertThat(Files.mismatch(theirs, mine)).isEqualTo(-1);
    }

    @Test
    void whatIsWrongIsRefusedBeforeTheStart(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String queue = "/api/takes/" + api.freshTake() + "/deliverables";
        assertThat(api.post(queue, order("Twice", 256, 1)).status()).isEqualTo(200);
        Api.Answer twice = api.post(queue, order("Twice", 256, 1));
        assertThat(twice.status()).isEqualTo(400);
        assertThat(twice.json().path("detail").asString())
                .contains("'Twice.mp4' already")
                .contains("'Twice 2.mp4'");
        assertThat(api.post(queue, order("../outside", 256, 1))
                        .json()
                        .path("detail")
                        .asString())
                .contains("cannot be a file's");
        assertThat(api.post(queue, order("Long", 256, 99)).json().path("detail").asString())
                .contains("goes beyond the frames");
        assertThat(api.post(queue, order("Odd", 250, 1)).json().path("detail").asString())
                .contains("a canvas is 2:1");
    }

    @Test
    void aWaitingOneIsCancelledAtOnceAndCanBeStartedAgain(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String queue = "/api/takes/" + api.freshTake() + "/deliverables";
        long id = api.post(queue, order("Waits", 256, 1)).json().path("id").asLong();
        api.post("/api/deliverables/" + id + "/cancel", "");
        assertThat(find(api, id).path("state").asString()).isEqualTo("cancelled");
        api.post("/api/deliverables/" + id + "/retry", "");
        assertThat(find(api, id).path("state").asString()).isEqualTo("waiting");
        assertThat(api.get("/api/deliverables/" + id + "/file").status()).isEqualTo(404);
    }

    @Test
    void aWorkingOneStopsWhenCancelledAndGoesOnWhenStartedAgain(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String queue = "/api/takes/" + api.freshTake() + "/deliverables";
        long id = api.post(queue, order("Stopped", 960, 4)).json().path("id").asLong();
        Process worker = server.startWorker();
        try {
            Awaitility.await()
                    .atMost(Duration.ofSeconds(120))
                    .pollInterval(Duration.ofMillis(50))
                    .until(() -> find(api, id).path("framesDone").asLong() > 12);
            api.post("/api/deliverables/" + id + "/cancel", "");
            await(api, id, "cancelled");
            assertThat(find(api, id).path("message").asString()).contains("Finished parts are kept");
            assertThat(server.home.resolve("deliverables").resolve("Stopped.mp4"))
                    .doesNotExist();
            api.post("/api/deliverables/" + id + "/retry", "");
            await(api, id, "done");
        } finally {
            worker.destroy();
            worker.waitFor();
        }
        assertThat(find(api, id).path("verified").path("frames").asInt()).isEqualTo(100);
    }

    @Test
    void whatIsToBeExpectedIsSaidBeforeTheStart(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String queue = "/api/takes/" + api.freshTake() + "/deliverables";
        JsonNode rough = api.post(queue + "/estimate", order("Guess", 640, 2)).json();
        assertThat(rough.path("basis").asString()).contains("rough");
        long id =
                api.post(queue, order("day 1/Guess", 320, 1)).json().path("id").asLong();
        Process worker = server.startWorker();
        try {
            await(api, id, "done");
        } finally {
            worker.destroy();
            worker.waitFor();
        }
        assertThat(server.home.resolve("deliverables/day 1/Guess.mp4")).exists();
        double made = find(api, id).path("verified").path("bytes").asDouble();
        JsonNode known = api.post(queue + "/estimate", order("Guess", 320, 2)).json();
        assertThat(known.path("bytes").asDouble()).isBetween(1.9 * made, 2.1 * made);
        assertThat(known.path("basis").asString()).contains("of this take before");
        assertThat(known.path("free").asLong()).isPositive();
        assertThat(api.post(queue, order("../day/x", 320, 1)).status()).isEqualTo(400);
        assertThat(api.post(queue, order("day//x", 320, 1)).status()).isEqualTo(400);
    }

    @Test
    void theQueueIsWorkedOffInTheUsersOrder(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String queue = "/api/takes/" + api.freshTake() + "/deliverables";
        long first = api.post(queue, order("Order 1", 256, 1)).json().path("id").asLong();
        long second =
                api.post(queue, order("Order 2", 256, 1)).json().path("id").asLong();
        long third = api.post(queue, order("Order 3", 256, 1)).json().path("id").asLong();
        assertThat(api.post("/api/deliverables/" + third + "/move", "{\"before\":" + first + "}")
                        .status())
                .isEqualTo(204);
        api.post("/api/deliverables/" + second + "/pause", "");
        assertThat(find(api, second).path("state").asString()).isEqualTo("paused");
        assertThat(waiting(api)).containsSubsequence(third, first, second);
        Process worker = server.startWorker();
        try {
            await(api, first, "done");
            // The one that was put first is done as well, the paused one was left alone.
            assertThat(find(api, third).path("state").asString()).isEqualTo("done");
            assertThat(find(api, second).path("state").asString()).isEqualTo("paused");
            api.post("/api/deliverables/" + second + "/retry", "");
            await(api, second, "done");
        } finally {
            worker.destroy();
            worker.waitFor();
        }
        assertThat(api.post("/api/deliverables/" + first + "/move", "{}").body())
                .contains("Only what waits can be moved");
    }

    private static java.util.List<Long> waiting(Api api) throws Exception {
        java.util.List<Long> ids = new java.util.ArrayList<>();
        for (JsonNode row : api.get("/api/deliverables").json()) {
            ids.add(row.path("id").asLong());
        }
        return ids;
    }

    @Test
    void aWorkingOneIsPausedAndGoesOn(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String queue = "/api/takes/" + api.freshTake() + "/deliverables";
        long id = api.post(queue, order("Paused", 960, 4)).json().path("id").asLong();
        Process worker = server.startWorker();
        try {
            Awaitility.await()
                    .atMost(Duration.ofSeconds(120))
                    .pollInterval(Duration.ofMillis(50))
                    .until(() -> find(api, id).path("framesDone").asLong() > 20);
            api.post("/api/deliverables/" + id + "/pause", "");
            await(api, id, "paused");
            api.post("/api/deliverables/" + id + "/retry", "");
            await(api, id, "done");
        } finally {
            worker.destroy();
            worker.waitFor();
        }
    }

    /** A limit on the size of files stands for the end of a disk: writing fails in the same way. */
    @Test
    void aFullDiskFailsTheRenderByNameAndTheQueueGoesOn(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String queue = "/api/takes/" + api.freshTake() + "/deliverables";
        long large =
                api.post(queue, order("Too large", 1920, 1)).json().path("id").asLong();
        long small = api.post(queue, order("Small enough", 128, 0.4))
                .json()
                .path("id")
                .asLong();
        Process worker =
                server.startWorker(List.of("bash", "-c", "trap '' XFSZ; ulimit -f 160; exec \"$@\"", "limited"));
        try {
            await(api, large, "failed");
            await(api, small, "done");
        } finally {
            worker.destroy();
            worker.waitFor();
        }
        assertThat(find(api, large).path("message").asString())
                .contains("The disk is full")
                .contains("Make room");
        assertThat(server.home.resolve("deliverables").resolve("Too large.mp4")).doesNotExist();
    }

    @Test
    void aStoppedDatabaseIsSaidAndComesBack(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        server.database.stop();
        try {
            Api.Answer down = api.get("/api/takes/1");
            assertThat(down.status()).isEqualTo(503);
            assertThat(down.json().path("detail").asString()).contains("The database does not answer. Nothing is lost");
        } finally {
            server.database.start();
        }
        Awaitility.await()
                .atMost(Duration.ofSeconds(30))
                .until(() -> api.get("/api/takes/1").status() == 200);
    }
}
