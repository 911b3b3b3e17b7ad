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
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.SplittableRandom;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/**
 * A worker, a decoder or encoder, or the database is killed at seeded moments of a render, which ends by itself with the bytes
 * of one that nobody disturbed. Three kills in the suite; {@code ./foldback soak} asks for more.
 */
@ExtendWith(RunningApplication.class)
class KillsTest {
    private static final int KILLS = Integer.getInteger("foldback.kills", 3);
    private static final int KILLS_A_RENDER = 3;
    private static final int FRAMES = 100;
    private static final String SPEC =
            "{\"format\":\"foldback-spec\",\"version\":1,\"layout\":\"mono_360\",\"codec\":\"h264\","
                    + "\"width\":1280,\"height\":640,\"preset\":\"fast\",\"quality\":24,\"kernel\":\"fine\","
                    + "\"encoder_threads\":1,\"segment_frames\":12,\"sound_slot\":\"A\"}";

    private Process worker;

    @Test
    void anyPartMayDieAtAnyMoment(RunningApplication.Server server, @TempDir Path folder) throws Exception {
        Api api = new Api(server);
        SplittableRandom random = new SplittableRandom(20);
        Path clean = null;
        worker = server.startWorker();
        try {
            for (int done = 0; done < KILLS; done += KILLS_A_RENDER) {
                String name = "Killed often " + done;
                long id = api.post(
                                "/api/takes/" + api.freshTake() + "/deliverables",
                                "{\"base\":1,\"name\":\"" + name + "\",\"from\":1,\"to\":5,\"spec\":" + SPEC + "}")
                        .json()
                        .path("id")
                        .asLong();
                int kills = Math.min(KILLS_A_RENDER, KILLS - done);
                for (int i = 0; i < kills; i++) {
                    long from = (long) FRAMES * i / kills;
                    long moment = from + random.nextLong((long) FRAMES * 8 / 10 / kills);
                    await(api, id, row -> row.path("framesDone").asLong() > moment || ended(row));
                    kill(server, done + i, random);
                }
                await(api, id, KillsTest::ended);
                JsonNode row = find(api, id);
                assertThat(row.path("state").asString())
                        .as(row.path("message").asString())
                        .isEqualTo("done");
                clean = clean == null ? rendered(api, server, id, folder) : clean;
                assertThat(Files.mismatch(server.home.resolve("deliverables").resolve(name + ".mp4"), clean))
                        .as("render %d", done)
                        .isEqualTo(-1);
            }
        } finally {
            worker.destroy();
            worker.waitFor();
        }
    }

    private void kill(RunningApplication.Server server, int number, SplittableRandom random) throws Exception {
        List<ProcessHandle> children = worker.descendants().toList();
        switch (number % 3) {
            case 0 -> {
                children.forEach(ProcessHandle::destroyForcibly);
                worker.destroyForcibly().waitFor();
                worker = server.startWorker();
            }
            case 1 -> {
                if (!children.isEmpty()) {
                    children.get(random.nextInt(children.size())).destroyForcibly();
                }
            }
            default -> {
                server.database.kill();
                server.database.start();
            }
        }
    }

    private static boolean ended(JsonNode row) {
        return List.of("done", "failed", "cancelled").contains(row.path("state").asString());
    }

    private static void await(Api api, long id, java.util.function.Predicate<JsonNode> condition) {
        Awaitility.await()
                .atMost(Duration.ofSeconds(180))
                .pollInterval(Duration.ofMillis(50))
                .until(() -> condition.test(find(api, id)));
    }

    /** The row; nothing known of it while the database is away. */
    private static JsonNode find(Api api, long id) throws Exception {
        JsonNode all = api.get("/api/deliverables").json();
        for (JsonNode row : all) {
            if (row.path("id").asLong() == id) {
                return row;
            }
        }
        return all;
    }

    private static Path rendered(Api api, RunningApplication.Server server, long id, Path folder) throws Exception {
        Recipe recipe = RecipeJson.read(
                api.get("/api/deliverables/" + id + "/recipe.json").body());
        Take take = Take.open(recipe, MediaFolders.of(server.home.resolve("media")));
        RenderJob job = new RenderJob(recipe, RenderSpec.read(SPEC), take, new TimeSpan(1, 5));
        Path mine = folder.resolve("mine.mp4");
        new Renderer(2, 0).render(job, folder.resolve("work"), mine, Run.QUIET);
        return mine;
    }
}
