package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.time.TimeSpan;
import foldback.media.SmallDisk;
import foldback.media.ffmpeg.StreamHash;
import java.nio.file.Files;
import java.nio.file.Path;
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

    private static String spec(int width) {
        return SPEC.formatted(width, width / 2);
    }

    private static QueuedRender order(Api api, long take, String name, int width, double seconds) throws Exception {
        return QueuedRender.order(api, take, name, new TimeSpan(0, seconds), spec(width));
    }

    private static String queue(long take) {
        return "/api/takes/" + take + "/deliverables";
    }

    private static String body(String name, int width, double seconds) {
        return QueuedRender.body(name, new TimeSpan(0, seconds), spec(width));
    }

    /** The same documents give the same picture, whoever renders, and however often the worker dies. */
    @Test
    void aKilledWorkersRenderGoesOnAndEqualsTheCommandLines(RunningApplication.Server server, @TempDir Path folder)
            throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        QueuedRender render = order(api, take, "Killed", 960, 3);
        Process worker = server.startWorker();
        render.awaitFrames(20);
        worker.descendants().forEach(ProcessHandle::destroyForcibly);
        worker.destroyForcibly().waitFor();
        assertThat(render.state()).isEqualTo("working");
        assertThat(server.home.resolve("deliverables").resolve("Killed.mp4")).doesNotExist();
        try (Worker again = server.worker()) {
            render.await("done");
        }
        assertThat(render.row().path("verified").path("projection").asString()).isEqualTo("equirectangular");

        Path mine = render.renderedHere(server, new TimeSpan(0, 3), folder);
        Path theirs =
                Files.write(folder.resolve("theirs.mp4"), api.bytes("/api/deliverables/" + render.id() + "/file"));
        assertThat(StreamHash.ofVideo(theirs)).isEqualTo(StreamHash.ofVideo(mine));
        assertThat(Files.mismatch(theirs, mine)).isEqualTo(-1);
    }

    @Test
    void whatIsWrongIsRefusedBeforeTheStart(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        assertThat(api.post(queue(take), body("Twice", 256, 1)).status()).isEqualTo(200);
        Api.Answer twice = api.post(queue(take), body("Twice", 256, 1));
        assertThat(twice.status()).isEqualTo(400);
        assertThat(twice.json().path("detail").asString())
                .contains("'Twice.mp4' already")
                .contains("'Twice 2.mp4'");
        assertThat(api.post(queue(take), body("../outside", 256, 1))
                        .json()
                        .path("detail")
                        .asString())
                .contains("cannot be a file's");
        assertThat(api.post(queue(take), body("Long", 256, 99))
                        .json()
                        .path("detail")
                        .asString())
                .contains("goes beyond the frames");
        assertThat(api.post(queue(take), body("Odd", 250, 1))
                        .json()
                        .path("detail")
                        .asString())
                .contains("'spec.width'", "a multiple of 4: 250");
    }

    @Test
    void aWaitingOneIsCancelledAtOnceAndCanBeStartedAgain(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        QueuedRender render = order(api, take, "Waits", 256, 1);
        render.press("cancel");
        assertThat(render.state()).isEqualTo("cancelled");
        render.press("retry");
        assertThat(render.state()).isEqualTo("waiting");
        assertThat(api.get("/api/deliverables/" + render.id() + "/file").status())
                .isEqualTo(404);
    }

    @Test
    void aWorkingOneStopsWhenCancelledAndGoesOnWhenStartedAgain(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        QueuedRender render = order(api, take, "Stopped", 960, 4);
        try (Worker worker = server.worker()) {
            render.awaitFrames(12);
            render.press("cancel");
            render.await("cancelled");
            assertThat(render.row().path("message").asString()).contains("Finished parts are kept");
            assertThat(server.home.resolve("deliverables").resolve("Stopped.mp4"))
                    .doesNotExist();
            render.press("retry");
            render.await("done");
        }
        assertThat(render.row().path("verified").path("frames").asInt()).isEqualTo(100);
    }

    private static JsonNode estimate(Api api, long take, String body) throws Exception {
        return api.post("/api/deliverables/estimate", "[{\"take\":" + take + ",\"file\":" + body + "}]")
                .json();
    }

    @Test
    void whatIsToBeExpectedIsSaidBeforeTheStart(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        JsonNode rough = estimate(api, take, body("Guess", 640, 2));
        assertThat(rough.path("basis").asString()).contains("rough");
        QueuedRender render = order(api, take, "day 1/Guess", 320, 1);
        try (Worker worker = server.worker()) {
            render.await("done");
        }
        assertThat(server.home.resolve("deliverables/day 1/Guess.mp4")).exists();
        double made = render.row().path("verified").path("bytes").asDouble();
        JsonNode known = estimate(api, take, body("Guess", 320, 2));
        assertThat(known.path("bytes").asDouble()).isBetween(1.9 * made, 2.1 * made);
        assertThat(known.path("basis").asString()).contains("of this take before");
        assertThat(known.path("free").asLong()).isPositive();
        assertThat(api.post(queue(take), body("../day/x", 320, 1)).status()).isEqualTo(400);
        assertThat(api.post(queue(take), body("day//x", 320, 1)).status()).isEqualTo(400);
    }

    @Test
    void theQueueIsWorkedOffInTheUsersOrder(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        QueuedRender first = order(api, take, "Order 1", 256, 1);
        QueuedRender second = order(api, take, "Order 2", 256, 1);
        QueuedRender third = order(api, take, "Order 3", 256, 1);
        assertThat(api.post("/api/deliverables/" + third.id() + "/move", "{\"before\":" + first.id() + "}")
                        .status())
                .isEqualTo(204);
        second.press("pause");
        assertThat(second.state()).isEqualTo("paused");
        assertThat(waiting(api)).containsSubsequence(third.id(), first.id(), second.id());
        try (Worker worker = server.worker()) {
            first.await("done");
            // The one that was put first is done as well, the paused one was left alone.
            assertThat(third.state()).isEqualTo("done");
            assertThat(second.state()).isEqualTo("paused");
            second.press("retry");
            second.await("done");
        }
        assertThat(api.post("/api/deliverables/" + first.id() + "/move", "{}").body())
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
        long take = api.freshTake();
        QueuedRender render = order(api, take, "Paused", 960, 4);
        try (Worker worker = server.worker()) {
            render.awaitFrames(20);
            render.press("pause");
            render.await("paused");
            render.press("retry");
            render.await("done");
        }
    }

    /** A limit on the size of files stands for the end of a disk: writing fails in the same way. */
    @Test
    void aFullDiskPausesTheRenderByNameAndTheQueueGoesOn(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        QueuedRender large = order(api, take, "Too large", 1920, 0.6);
        QueuedRender small = order(api, take, "Small enough", 128, 0.4);
        try (Worker worker = new Worker(
                server.startWorker(List.of("bash", "-c", "trap '' XFSZ; ulimit -f 160; exec \"$@\"", "limited")))) {
            large.await("paused");
            small.await("done");
        }
        assertThat(large.row().path("message").asString())
                .contains("Paused: no room in the work folder")
                .contains("Retry");
        assertThat(server.home.resolve("deliverables").resolve("Too large.mp4")).doesNotExist();
        large.press("cancel");
        assertThat(large.state()).isEqualTo("cancelled");
    }

    @Test
    void aRenderWithoutRoomGoesOnByItselfWhenThereIsSome(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        try (SmallDisk disk = SmallDisk.mount(server.home.resolve("work").resolve("render"), 16384)) {
            disk.fillUpTo(60);
            QueuedRender render = order(api, take, "Waits for room", 640, 1.2);
            try (Worker worker = server.worker()) {
                render.await("paused");
                assertThat(render.row().path("message").asString())
                        .contains("no room in the work folder")
                        .contains("goes on by itself");
                disk.makeRoom();
                render.await("done");
            }
            assertThat(render.row().path("verified").path("frames").asInt()).isEqualTo(30);
        }
    }

    /** One that hangs is taken for dead; another worker may not touch what it is writing, and it may wake up again. */
    @Test
    void aHungWorkersRenderIsNotWorkedTwice(RunningApplication.Server server, @TempDir Path folder) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        QueuedRender render = order(api, take, "Hung", 960, 6);
        try (Worker hung = new Worker(server.startWorker())) {
            render.awaitFrames(5);
            hung.halt();
            // It may hold two pieces: one whose last pictures are still being encoded, and the next.
            long before = render.pieces(server);
            try (Worker second = server.worker()) {
                // The second worker serves the queue, and has found the hung one's ticket without a heartbeat.
                QueuedRender other = order(api, take, "Beside", 128, 0.4);
                other.await("done");
                Awaitility.await()
                        .atMost(Patience.LONG)
                        .until(() -> Files.readString(server.home.resolve("worker.log"))
                                .contains("Another process is making this file already"));
                long frames = render.row().path("framesDone").asLong();
                assertThat(render.state()).isEqualTo("working");
                // What the hung one does not work on is made meanwhile.
                Awaitility.await().atMost(Patience.LONG).until(() -> render.pieces(server) > before);
                hung.resume();
                render.awaitFrames(frames);
                render.await("done");
            }
        }
        Path mine = render.renderedHere(server, new TimeSpan(0, 6), folder);
        Path theirs =
                Files.write(folder.resolve("theirs.mp4"), api.bytes("/api/deliverables/" + render.id() + "/file"));
        assertThat(Files.mismatch(theirs, mine)).isEqualTo(-1);
    }

    @Test
    void aFinishedFileIsNeverOverwritten(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        QueuedRender first = order(api, take, "Claimed", 128, 0.4);
        first.press("cancel");
        QueuedRender second = order(api, take, "Claimed", 256, 0.4);
        Path stranger =
                Files.createDirectories(server.home.resolve("deliverables")).resolve("Stranger.mp4");
        QueuedRender third = order(api, take, "Stranger", 128, 0.4);
        Files.writeString(stranger, "precious");
        try (Worker worker = server.worker()) {
            second.await("done");
            third.await("failed");
            byte[] bytes = api.bytes("/api/deliverables/" + second.id() + "/file");
            first.press("retry");
            third.press("retry");
            first.await("done");
            third.await("done");
            assertThat(first.row().path("name").asString()).isEqualTo("Claimed 2.mp4");
            assertThat(api.bytes("/api/deliverables/" + second.id() + "/file")).isEqualTo(bytes);
            assertThat(api.bytes("/api/deliverables/" + first.id() + "/file")).isNotEqualTo(bytes);
        }
        assertThat(stranger).hasContent("precious");
        assertThat(third.row().path("name").asString()).isEqualTo("Stranger 2.mp4");
    }

    @Test
    void ofManyThatAskForANameAtOnceOneGetsIt(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        List<Integer> answers = java.util.stream.IntStream.range(0, 8)
                .parallel()
                .mapToObj(n -> {
                    try {
                        return api.post(queue(take), body("Raced", 128, 0.4)).status();
                    } catch (Exception failed) {
                        throw new IllegalStateException(failed);
                    }
                })
                .toList();
        assertThat(answers).containsOnlyOnce(200).containsOnly(200, 400);
    }

    @Test
    void freeNamesAreLookedForInTheFolderAlone(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String wanted = "[{\"name\":\"%s\",\"codec\":\"H264\"}]";
        assertThat(api.post("/api/deliverables/free-names", wanted.formatted("../db/data/ibdata1"))
                        .status())
                .isEqualTo(400);
        assertThat(api.post("/api/deliverables/free-names", wanted.formatted("n".repeat(5000)))
                        .status())
                .isEqualTo(400);
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
                .atMost(Patience.LONG)
                .until(() -> api.get("/api/takes/1").status() == 200);
    }
}
