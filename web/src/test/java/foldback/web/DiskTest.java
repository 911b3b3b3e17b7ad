package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What takes room is told, and only what can be made again can be removed. */
@ExtendWith(RunningApplication.class)
class DiskTest {

    private static JsonNode kind(Api api, String key) throws Exception {
        for (JsonNode kind : api.get("/api/disk").json().path("kinds")) {
            if (kind.path("key").asString().equals(key)) {
                return kind;
            }
        }
        throw new AssertionError(key);
    }

    @Test
    void oldRemakeableFilesAreRemovedAndYoungOnesStay(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        Path folder = Files.createDirectories(server.home.resolve("work/sounds"));
        Path old = Files.write(folder.resolve("old.s16"), new byte[5000]);
        Path young = Files.write(folder.resolve("young.s16"), new byte[700]);
        Files.setLastModifiedTime(old, FileTime.from(Instant.now().minus(Duration.ofHours(1))));
        assertThat(kind(api, "sounds").path("bytes").asLong()).isGreaterThanOrEqualTo(5700);
        assertThat(api.post("/api/disk/sounds/clean", "").json().path("freed").asLong())
                .isGreaterThanOrEqualTo(5000);
        assertThat(old).doesNotExist();
        assertThat(young).exists();
        Files.delete(young);
    }

    @Test
    void uploadsThatNobodyGoesOnWithAreRemovedByAPress(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        Path folder = Files.createDirectories(server.home.resolve("work/uploading/uploads/left"));
        Path left = Files.write(folder.resolve("data"), new byte[3000]);
        Path fresh = Files.write(folder.resolve("fresh"), new byte[10]);
        Files.setLastModifiedTime(left, FileTime.from(Instant.now().minus(Duration.ofDays(2))));
        api.post("/api/disk/uploading/clean", "");
        assertThat(left).doesNotExist();
        assertThat(fresh).exists();
        Files.delete(fresh);
    }

    @Test
    void whatCannotBeMadeAgainIsNotRemoved(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        for (String key : new String[] {"media", "deliverables", "render", "..", "db"}) {
            assertThat(api.post("/api/disk/" + key + "/clean", "").status())
                    .as(key)
                    .isGreaterThanOrEqualTo(400);
        }
        assertThat(kind(api, "media").path("files").asInt()).isGreaterThanOrEqualTo(2);
        assertThat(api.get("/api/disk").json().path("free").asLong()).isPositive();
    }
}
