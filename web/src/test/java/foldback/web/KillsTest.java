package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.time.TimeSpan;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
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
    /** Missing heartbeats are noticed after eight; this is the hang itself, not a wait for something. */
    private static final int HANG_SECONDS = 14;

    private static final int KILLS_A_RENDER = 3;
    private static final int FRAMES = 100;
    private static final TimeSpan RANGE = new TimeSpan(1, 5);
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
                QueuedRender render = QueuedRender.order(api, api.freshTake(), name, RANGE, SPEC);
                int kills = Math.min(KILLS_A_RENDER, KILLS - done);
                for (int i = 0; i < kills; i++) {
                    long from = (long) FRAMES * i / kills;
                    long moment = from + random.nextLong((long) FRAMES * 8 / 10 / kills);
                    render.await(row -> row.path("framesDone").asLong() > moment || ended(row));
                    kill(server, done + i, random);
                }
                render.await(KillsTest::ended);
                JsonNode row = render.row();
                assertThat(row.path("state").asString())
                        .as(row.path("message").asString())
                        .isEqualTo("done");
                clean = clean == null ? render.renderedHere(server, RANGE, folder) : clean;
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
        switch (number % 5) {
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
            case 2 -> {
                server.database.kill();
                server.database.start();
            }
            case 3 -> hang(worker);
            default -> hang(server.database.process());
        }
    }

    /** Halts a part for longer than others wait for its sign of life. */
    private static void hang(Process part) throws Exception {
        Worker halted = new Worker(part);
        halted.halt();
        TimeUnit.SECONDS.sleep(HANG_SECONDS);
        halted.resume();
    }

    private static boolean ended(JsonNode row) {
        return List.of("done", "failed", "cancelled").contains(row.path("state").asString());
    }
}
