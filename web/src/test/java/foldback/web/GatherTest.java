package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.support.ui.Select;
import tools.jackson.databind.JsonNode;

/** Footage of the user's own: found in folders, looked into, grouped, corrected, and made into takes. */
@ExtendWith(RunningApplication.class)
class GatherTest {

    @Test
    void theDemosTakesStandWithTheirClips(RunningApplication.Server server) throws Exception {
        JsonNode view = new TestProject(new Api(server), 1).read();
        assertThat(view.path("name").asString()).isEqualTo("Marlpan, spring harvest");
        JsonNode path = clips(view, "Take 1, the sluice path");
        assertThat(path.size()).isEqualTo(2);
        assertThat(path.get(1).path("file").asString()).isEqualTo("demo/sluice-path-b.mp4");
        assertThat(path.get(1).path("slots").asString()).isEqualTo("B");
        JsonNode oneFile = clips(view, "Take 3, the sluice path in one file");
        assertThat(oneFile.size()).isEqualTo(1);
        assertThat(oneFile.get(0).path("slots").asString()).isEqualTo("A, B");
        // Takes that other tests made of the same clips have none of their own here.
        assertThat(view.path("takes").size()).isGreaterThanOrEqualTo(3);
    }

    private static JsonNode clips(JsonNode view, String take) {
        return StreamSupport.stream(view.path("takes").spliterator(), false)
                .filter(made -> made.path("name").asString().equals(take))
                .findFirst()
                .orElseThrow()
                .path("clips");
    }

    @Test
    void clipsAreGroupedByNameAndWhatDiffersIsMarked(RunningApplication.Server server) throws Exception {
        Path folder = server.footage().resolve("pair");
        Footage.small(Footage.front(), 480, folder.resolve("walk_left.mp4"));
        Footage.small(Footage.back(), 240, folder.resolve("walk_right.mp4"), "-r", "30");
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Pair");
        project.bringIn("footage/pair");
        JsonNode group = project.read().path("groups").get(0);
        assertThat(TestProject.files(group))
                .containsExactly("footage/pair/walk_left.mp4", "footage/pair/walk_right.mp4");
        assertThat(group.path("name").asString()).isEqualTo("walk");
        assertThat(group.path("lenses").asInt()).isEqualTo(2);
        assertThat(group.path("reason").asString()).contains("left, right");
        assertThat(group.path("clips").get(1).path("differs").toString()).contains("size", "rate");
        assertThat(group.path("clips").get(0).path("cells").path("size").asString())
                .isEqualTo("480 x 480");
        assertThat(api.bytes(project.path() + "/clips/"
                        + group.path("clips").get(0).path("id").asLong() + "/still"))
                .startsWith(0xff, 0xd8);

        long take = project.makeTake(group, "").json().path("take").asLong();
        JsonNode state = api.get("/api/takes/" + take).json();
        assertThat(state.path("clips").size()).isEqualTo(2);
        assertThat(state.path("recipe").path("rig").path("source").asString()).isEqualTo("as it comes");
        assertThat(state.path("ledger").get(0).path("verdict").asString()).isEqualToIgnoringCase("check");
        JsonNode after = project.read();
        assertThat(after.path("groups").size()).isZero();
        assertThat(after.path("takes").get(0).path("name").asString()).isEqualTo("walk");
        // What the first footage resolves becomes the project's canvas: 195 degrees over a disc of 237 px radius.
        assertThat(after.path("canvasWidth").asInt()).isBetween(800, 960);
        assertThat(after.path("rate").asString()).isEqualTo("25");
    }

    @Test
    void oneFileWithTwoDiscsGivesTwoLenses(RunningApplication.Server server) throws Exception {
        Footage.sideBySide(480, server.footage().resolve("one").resolve("both.mp4"));
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "One file");
        project.bringIn("footage/one/both.mp4");
        JsonNode group = project.read().path("groups").get(0);
        assertThat(group.path("lenses").asInt()).isEqualTo(2);
        assertThat(group.path("clips").get(0).path("slots").asString()).isEqualTo("A, B");
        long take = project.makeTake(group, "").json().path("take").asLong();
        JsonNode recipe = api.get("/api/takes/" + take).json().path("recipe");
        assertThat(recipe.path("clips").get(1).path("area").path("left_px").asInt())
                .isEqualTo(480);
        // The discs of the demo's lenses, at a quarter of their size.
        JsonNode circle = recipe.path("rig").path("lenses").get(0).path("circle");
        assertThat(circle.path("radius_px").asDouble()).isBetween(235.5, 238.5);
        assertThat(api.bytes("/api/takes/" + take + "/revisions/1/sphere?t=0.5&width=320"))
                .startsWith(0xff, 0xd8);
        assertThat(api.bytes("/api/takes/" + take + "/revisions/1/lens/B?t=0.5"))
                .startsWith(0xff, 0xd8);
    }

    @Test
    void theGroupingIsCorrectedByHandAndKept(RunningApplication.Server server) throws Exception {
        Path folder = server.footage().resolve("hand");
        Footage.small(Footage.front(), 120, folder.resolve("x-a.mp4"));
        Footage.small(Footage.back(), 120, folder.resolve("x-b.mp4"));
        Footage.small(Footage.back(), 120, folder.resolve("other.mp4"), "-t", "0.6");
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "By hand");
        project.bringIn("footage/hand");
        JsonNode view = project.read();
        assertThat(view.path("groups").size()).isEqualTo(2);
        long other = view.path("groups").get(0).path("clips").get(0).path("id").asLong();
        int pair = view.path("groups").get(1).path("number").asInt();
        JsonNode moved = api.post(
                        project.path() + "/clips/" + other + "/move", "{\"group\":" + pair + ",\"position\":1}")
                .json();
        assertThat(moved.path("groups").size()).isEqualTo(1);
        assertThat(TestProject.files(moved.path("groups").get(0)))
                .containsExactly("footage/hand/x-a.mp4", "footage/hand/other.mp4", "footage/hand/x-b.mp4");
        // What was placed by hand stays when more comes in.
        Footage.small(Footage.front(), 120, folder.resolve("x-c.mp4"), "-t", "0.7");
        project.bringIn("footage/hand");
        JsonNode later = project.read();
        assertThat(later.path("groups").size()).isEqualTo(2);
        assertThat(TestProject.files(later.path("groups").get(0))).hasSize(3);
        JsonNode alone = api.post(project.path() + "/clips/" + other + "/move", "{\"position\":0}")
                .json();
        assertThat(alone.path("groups").size()).isEqualTo(3);
        JsonNode without = api.delete(project.path() + "/clips/" + other).json();
        assertThat(without.path("groups").size()).isEqualTo(2);
        assertThat(folder.resolve("other.mp4")).exists();
    }

    @Test
    void whatCannotBeUsedSaysWhy(RunningApplication.Server server) throws Exception {
        Path folder = Files.createDirectories(server.footage().resolve("bad"));
        Files.writeString(folder.resolve("text.mp4"), "no video");
        Files.createFile(folder.resolve("empty.mp4"));
        Footage.make(
                folder.resolve("sound only.mp4"), List.of("-i", Footage.front().toString(), "-t", "1", "-vn"));
        Footage.small(Footage.front(), 120, folder.resolve("silent.mp4"), "-an");
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Bad");
        project.bringIn("footage/bad");
        JsonNode view = project.read();
        assertThat(view.path("rest").toString())
                .contains("empty.mp4 is empty", "sound only.mp4 has no picture", "text.mp4 cannot be read");
        assertThat(view.path("groups")
                        .get(0)
                        .path("clips")
                        .get(0)
                        .path("cells")
                        .path("sound")
                        .asString())
                .isEqualTo("none");
        // Mended and brought in again, a file is looked into again.
        Files.copy(
                folder.resolve("silent.mp4"),
                folder.resolve("empty.mp4"),
                java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        project.bringIn("footage/bad/empty.mp4");
        assertThat(project.read().path("rest").toString()).doesNotContain("empty.mp4");
    }

    /** Damage of many kinds, through a folder: each clip is read or refused by name, and those beside it are not touched. */
    @Test
    void damagedClipsSpoilNothingBesideThem(RunningApplication.Server server) throws Exception {
        Path folder = server.footage().resolve("damaged");
        byte[] sound = Files.readAllBytes(Footage.small(Footage.front(), 120, folder.resolve("good-a.mp4")));
        Footage.small(Footage.back(), 120, folder.resolve("good-b.mp4"));
        int count = 24;
        for (int i = 0; i < count; i++) {
            Files.write(folder.resolve("damaged" + i + "x.mp4"), Footage.damaged(sound, i));
        }
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Damaged");
        project.bringIn("footage/damaged");
        JsonNode view = project.read();
        List<String> kept = StreamSupport.stream(view.path("groups").spliterator(), false)
                .flatMap(group -> TestProject.files(group).stream())
                .toList();
        assertThat(kept).contains("footage/damaged/good-a.mp4", "footage/damaged/good-b.mp4");
        assertThat(kept.size() + view.path("rest").size()).isEqualTo(count + 2);
        assertThat(view.path("rest").size()).isBetween(count / 4, count - 1);
        for (JsonNode refused : view.path("rest")) {
            String name = refused.path("file").asString().replaceFirst(".*/", "");
            assertThat(refused.toString()).contains(name);
            assertThat(refused.path("message").asString()).contains(name).doesNotContain(folder.toString());
        }
    }

    @Test
    void oneClipTwiceInATakeIsRefused(RunningApplication.Server server) throws Exception {
        Path folder = Files.createDirectories(server.footage().resolve("twins"));
        Footage.small(Footage.front(), 120, folder.resolve("t-a.mp4"));
        Files.copy(folder.resolve("t-a.mp4"), folder.resolve("t-b.mp4"));
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Twins");
        project.bringIn("footage/twins");
        Api.Answer refused = project.makeTake(project.read().path("groups").get(0), "");
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.body()).contains("t-b.mp4 is in this take twice");
        // The same files again change nothing.
        project.bringIn("footage/twins", "footage/twins/t-a.mp4");
        assertThat(TestProject.files(project.read().path("groups").get(0))).hasSize(2);
    }

    @Test
    void nothingOutsideTheFoldersIsReached(RunningApplication.Server server) throws Exception {
        Path folder = Files.createDirectories(server.footage().resolve("links"));
        Path secret = Files.createDirectories(server.home.resolve("secret"));
        Footage.small(Footage.front(), 120, secret.resolve("hidden.mp4"));
        Files.createSymbolicLink(folder.resolve("out.mp4"), secret.resolve("hidden.mp4"));
        Files.createSymbolicLink(folder.resolve("outside"), secret);
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Links");
        assertThat(api.get("/api/footage?path=footage/links").body()).doesNotContain("out");
        for (String path : List.of(
                "footage/links/out.mp4",
                "footage/links/outside/hidden.mp4",
                "footage/../secret/hidden.mp4",
                "footage/links/../../secret/hidden.mp4",
                "../secret",
                "/etc",
                "footage//../secret",
                "footage/\u0000/x.mp4")) {
            Api.Answer answer = project.bringIn(path);
            assertThat(answer.status()).as(path).isIn(400, 404, 422);
            assertThat(answer.json().path("detail").asString()).as(path).isNotEmpty();
            assertThat(api.get("/api/footage?path=" + URLEncoder.encode(path, StandardCharsets.UTF_8))
                            .status())
                    .as(path)
                    .isIn(400, 404, 422);
        }
        assertThat(project.read().path("groups").size()).isZero();
    }

    @Test
    void hostileNamesAreOnlyNames(RunningApplication.Server server) throws Exception {
        Path folder = Files.createDirectories(server.footage().resolve("names"));
        Path clip = Footage.small(Footage.front(), 120, folder.resolve("plain.mp4"));
        List<String> names = List.of(
                "-i.mp4",
                "line\nbreak.mp4",
                "quote'\"<b>.mp4",
                "%2e%2e.mp4",
                "file:x.mp4",
                "\u001b[31mred.mp4",
                "concat|two.mp4",
                "x".repeat(240) + ".mp4");
        for (String name : names) {
            Files.copy(clip, folder.resolve(name));
        }
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Names");
        project.bringIn("footage/names");
        JsonNode view = project.read();
        assertThat(view.path("rest").size()).isZero();
        assertThat(StreamSupport.stream(view.path("groups").spliterator(), false)
                        .mapToInt(group -> group.path("clips").size())
                        .sum())
                .isEqualTo(names.size() + 1);
        assertThat(view.toString()).doesNotContain("\\u001b", "\\n");
    }

    @Test
    void aProjectWithAnOddCanvasIsRefused(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        Api.Answer refused = api.post("/api/projects", "{\"name\":\"Odd\",\"canvasWidth\":1002}");
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.body()).contains("multiple of 4");
        assertThat(api.post("/api/projects", "{\"name\":\" \"}").body()).contains("needs a name");
    }

    @Test
    void fromAFolderToTheBench(RunningApplication.Server server) throws Exception {
        Path folder = server.footage().resolve("journey");
        Footage.small(Footage.front(), 480, folder.resolve("j_front.mp4"));
        Footage.small(Footage.back(), 480, folder.resolve("j_back.mp4"));
        try (Browser browser = new Browser()) {
            browser.driver.get(server.uri("/").toString());
            browser.find("new-project").click();
            browser.find("project-name").sendKeys("Own footage");
            new Select(browser.find("project-canvas")).selectByValue("1920");
            browser.find("make-project").click();
            browser.find("gather-ready");
            open(browser, "footage/");
            open(browser, "journey/");
            browser.await(Duration.ofSeconds(10))
                    .until(driver -> driver.findElements(By.cssSelector("[data-test=choose]"))
                                    .size()
                            == 2);
            browser.driver.findElements(By.cssSelector("[data-test=choose]")).forEach(WebElement::click);
            browser.find("add-chosen").click();
            browser.await(Duration.ofSeconds(40))
                    .until(driver -> driver.findElements(By.cssSelector("[data-test=clip]"))
                                    .size()
                            == 2);
            browser.awaitText("reason", "front, back");
            browser.awaitText("start", "canvas enlarges");
            browser.press("down");
            browser.awaitText("clip", "j_back.mp4");
            browser.press("make-take");
            browser.await(Duration.ofSeconds(40))
                    .until(driver -> !driver.findElements(By.cssSelector("[data-test=pane-sphere][data-shown]"))
                            .isEmpty());
            assertThat(browser.driver.getCurrentUrl()).contains("/takes/");
        }
    }

    private static void open(Browser browser, String folder) {
        browser.await(Duration.ofSeconds(10)).until(driver -> {
            var button = driver.findElements(By.cssSelector("[data-test=open-folder]")).stream()
                    .filter(each -> each.getText().equals(folder))
                    .findFirst();
            button.ifPresent(WebElement::click);
            return button.isPresent();
        });
    }
}
