package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.media.SmallDisk;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** The disk of the database gets full while somebody works: what was recorded stays, what is not is said. */
class FullDatabaseTest {
    private static final int CHANGES = 400;

    @Test
    void whatIsRecordedStaysAndWhatIsNotIsSaid(@TempDir Path home) throws Exception {
        Files.createDirectory(home.resolve("footage"));
        try (SmallDisk disk = SmallDisk.mount(home.resolve("db"), 200 << 10)) {
            MariaDbServer database =
                    new MariaDbServer(disk.folder(), "--innodb-log-file-size=16M", "--innodb-buffer-pool-size=32M");
            try (RunningApplication.Server server = RunningApplication.Server.start(database, home)) {
                Api api = new Api(server);
                long take = api.freshTake();
                disk.fillUpTo(300);
                List<Integer> recorded = new ArrayList<>(List.of(1));
                int refused = 0;
                for (int n = 0; n < CHANGES && refused < 3; n++) {
                    Api.Answer answer = change(api, take, recorded.get(recorded.size() - 1), n);
                    if (answer.status() == 200) {
                        recorded.add(answer.json().path("revision").asInt());
                    } else {
                        refused++;
                        assertThat(answer.status()).as(answer.body()).isEqualTo(507);
                        assertThat(answer.body())
                                .contains("The disk of the database is full")
                                .contains("Make room");
                    }
                }
                assertThat(refused).as("changes refused while the disk is full").isEqualTo(3);
                assertThat(api.get("/").status()).isEqualTo(200);
                everyRevisionIsThere(api, take, recorded);
                disk.makeRoom();
                int last = recorded.get(recorded.size() - 1);
                Awaitility.await()
                        .atMost(Patience.LONG)
                        .until(() -> change(api, take, last, CHANGES + 1).status() == 200);
                everyRevisionIsThere(api, take, recorded);
            }
        }
    }

    private static Api.Answer change(Api api, long take, int base, int n) throws Exception {
        return api.post(
                "/api/takes/" + take + "/revisions",
                "{\"base\":%d,\"set\":{\"level\":{\"yaw_deg\":%d,\"pitch_deg\":0,\"roll_deg\":0}}}"
                        .formatted(base, 1 + n % 300));
    }

    private static void everyRevisionIsThere(Api api, long take, List<Integer> numbers) throws Exception {
        for (int number : numbers) {
            JsonNode recipe = api.get("/api/takes/" + take + "/revisions/" + number + "/recipe.json")
                    .json();
            assertThat(recipe.path("format").asString())
                    .as("revision %d", number)
                    .isEqualTo("foldback-recipe");
        }
    }
}
