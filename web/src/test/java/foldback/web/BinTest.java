package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.time.TimeSpan;
import foldback.web.bin.Bin;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Takes, projects and deliverables that are renamed, deleted, brought back, and gone in the end. */
@ExtendWith(RunningApplication.class)
class BinTest {
    private static final String SPEC =
            "{\"format\":\"foldback-spec\",\"version\":1,\"layout\":\"mono_360\",\"width\":128,\"height\":64,\"bits\":8,"
                    + "\"kernel\":\"quick\",\"encoder_threads\":1,\"codec\":\"h264\",\"preset\":\"ultrafast\",\"quality\":26,"
                    + "\"sound_slot\":\"A\",\"sound_place\":\"both\"}";

    private static boolean isInBin(Api api, String kind, long id) throws Exception {
        return StreamSupport.stream(api.get("/api/bin").json().spliterator(), false)
                .anyMatch(gone -> gone.path("kind").asString().equals(kind)
                        && gone.path("id").asLong() == id);
    }

    /** A take of its own clips in a project of its own. */
    private record Made(TestProject project, long take) {
        static Made of(RunningApplication.Server server, Api api, String name) throws Exception {
            Path folder = server.footage().resolve(name);
            Footage.small(Footage.front(), 240, folder.resolve(name + "_left.mp4"));
            Footage.small(Footage.back(), 240, folder.resolve(name + "_right.mp4"));
            TestProject project = TestProject.create(api, name);
            project.bringIn("footage/" + name);
            JsonNode group = project.read().path("groups").get(0);
            return new Made(
                    project, project.makeTake(group, "").json().path("take").asLong());
        }

        long id() {
            return project.id();
        }
    }

    @Test
    void aDeletedTakeFreesItsClipsAndComesBackWithThem(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        Made made = Made.of(server, api, "binned");
        assertThat(api.get("/api/takes/" + made.take() + "/belongings")
                        .json()
                        .path("revisions")
                        .asInt())
                .isEqualTo(1);
        assertThat(api.delete("/api/takes/" + made.take()).status()).isEqualTo(204);
        assertThat(api.get("/takes/" + made.take()).status()).isEqualTo(404);
        assertThat(isInBin(api, "take", made.take())).isTrue();
        JsonNode view = made.project().read();
        assertThat(view.path("takes").size()).isZero();
        assertThat(view.path("groups").get(0).path("clips").size()).isEqualTo(2);

        assertThat(api.post("/api/takes/" + made.take() + "/restore", "").status())
                .isEqualTo(204);
        view = made.project().read();
        assertThat(view.path("groups").size()).isZero();
        assertThat(view.path("takes").get(0).path("clips").size()).isEqualTo(2);
        assertThat(api.get("/takes/" + made.take()).status()).isEqualTo(200);
        assertThat(isInBin(api, "take", made.take())).isFalse();
    }

    @Test
    void whatIsInTheQueueHoldsItsTakeAndProject(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        Made made = Made.of(server, api, "held");
        QueuedRender render = QueuedRender.order(
                api,
                made.take(),
                "Held",
                new TimeSpan(0, 0.4),
                SPEC.replace(",\"sound_slot\":\"A\",\"sound_place\":\"both\"", ""));
        assertThat(api.delete("/api/takes/" + made.take()).body()).contains("a deliverable in the queue");
        assertThat(api.delete("/api/projects/" + made.id()).body()).contains("a deliverable in the queue");
        assertThat(api.delete("/api/deliverables/" + render.id()).body()).contains("Cancel it first");
        render.press("cancel");
        assertThat(api.delete("/api/deliverables/" + render.id()).status()).isEqualTo(204);
        assertThat(api.delete("/api/projects/" + made.id()).status()).isEqualTo(204);
        assertThat(api.get("/projects/" + made.id()).status()).isEqualTo(404);
        assertThat(api.get("/takes/" + made.take()).status()).isEqualTo(404);
        assertThat(api.post("/api/projects/" + made.id() + "/restore", "").status())
                .isEqualTo(204);
        assertThat(api.get("/projects/" + made.id()).status()).isEqualTo(200);
    }

    @Test
    void afterThirtyDaysItIsGone(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        Made old = Made.of(server, api, "old");
        Made young = Made.of(server, api, "young");
        for (Made made : new Made[] {old, young}) {
            assertThat(api.delete("/api/projects/" + made.id()).status()).isEqualTo(204);
        }
        JdbcTemplate database = server.bean(JdbcTemplate.class);
        database.update(
                "update project set deleted_at = ? where id = ?",
                Timestamp.from(Instant.now().minus(Duration.ofDays(32))),
                old.id());
        server.bean(Bin.class).purge();
        assertThat(isInBin(api, "project", old.id())).isFalse();
        assertThat(isInBin(api, "project", young.id())).isTrue();
        for (String table : new String[] {"take where id", "revision where take_id", "clip where project_id"}) {
            long of = table.startsWith("clip") ? old.id() : old.take();
            assertThat(database.queryForObject("select count(*) from " + table + " = ?", Long.class, of))
                    .as(table)
                    .isZero();
        }
        assertThat(server.footage().resolve("old/old_left.mp4"))
                .as("footage stays")
                .exists();
    }

    @Test
    void aDeletedDeliverableTakesItsFilesAlong(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        QueuedRender render = QueuedRender.order(api, take, "Short lived", new TimeSpan(0, 0.2), SPEC);
        try (Worker worker = server.worker()) {
            render.await("done");
        }
        Path film = server.home.resolve("deliverables").resolve("Short lived.mp4");
        Path sound = film.resolveSibling("Short lived.wav");
        assertThat(film).exists();
        assertThat(sound).exists();
        assertThat(api.delete("/api/deliverables/" + render.id()).status()).isEqualTo(204);
        assertThat(film).doesNotExist();
        assertThat(sound).doesNotExist();
        assertThat(Files.exists(server.home.resolve("work/render").resolve(Long.toString(render.id()))))
                .isFalse();
        assertThat(render.row().isMissingNode()).isTrue();
    }

    @Test
    void takesAreFoundRenamedAndDeletedOnThePage(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        Made made = Made.of(server, api, "paged");
        try (Browser browser = new Browser()) {
            browser.driver.get(server.uri("/").toString());
            String row = "[data-take='" + made.take() + "'] ";
            browser.await()
                    .until(driver -> driver.findElement(By.cssSelector(row + "[data-part=state]"))
                            .getText()
                            .startsWith("Next: "));
            browser.find("search-takes").sendKeys("paged_left");
            browser.await()
                    .until(driver -> driver.findElements(By.cssSelector("[data-take]")).stream()
                                    .filter(WebElement::isDisplayed)
                                    .count()
                            == 1);
            browser.driver
                    .findElement(By.cssSelector(row + "[data-part=rename]"))
                    .click();
            browser.find("new-name").sendKeys(Keys.chord(Keys.CONTROL, "a"), "Morning, paged");
            browser.press("rename");
            browser.await()
                    .until(driver -> driver.findElement(By.cssSelector(row + "[data-part=name]"))
                            .getText()
                            .equals("Morning, paged"));
            browser.driver
                    .findElement(By.cssSelector(row + "[data-part=delete]"))
                    .click();
            browser.awaitText("delete-says", "Its only revision goes with it");
            browser.press("delete");
            browser.awaitText("bin", "Morning, paged");
            assertThat(isInBin(api, "take", made.take())).isTrue();
        }
    }
}
