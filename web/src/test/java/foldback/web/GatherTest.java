package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.time.TimeSpan;
import foldback.media.log.CammTrack;
import foldback.media.log.LogFile;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.stream.StreamSupport;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.support.ui.Select;
import org.springframework.jdbc.core.JdbcTemplate;
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
        Footage.make(
                folder.resolve("recorder.wav"), List.of("-i", Footage.front().toString(), "-t", "1", "-vn"));
        Footage.small(Footage.front(), 120, folder.resolve("silent.mp4"), "-an");
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Bad");
        project.bringIn("footage/bad");
        project.bringIn("footage/bad/recorder.wav");
        JsonNode view = project.read();
        assertThat(view.path("rest").toString())
                .contains("empty.mp4 is empty", "sound only.mp4 has no picture", "text.mp4 cannot be read")
                .contains("A sound recording: pcm_s16le, 48.0 kHz");
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

    @Test
    void motionLogsAreKeptBesideTheClipsAndOfferedToTheirTakes(RunningApplication.Server server) throws Exception {
        Path folder = Files.createDirectories(server.footage().resolve("logged"));
        Footage.small(Footage.front(), 120, folder.resolve("ride-a.mp4"));
        Path log = Files.copy(Path.of("..", "demo", "cart-ride", "cart-ride-a.csv"), folder.resolve("ride-a.csv"));
        CammTrack.write(LogFile.read(log, Optional.empty()).log(), folder.resolve("ride-a log.mp4"));
        Files.writeString(folder.resolve("unsaid.csv"), "1,2,3,4,5\n2,2,3,4,5\n");
        Files.writeString(folder.resolve("few.csv"), "time_s,gx,gy,gz\n0,1,2,3\n");
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "With logs");
        project.bringIn("footage/logged");
        for (String table : List.of("ride-a.csv", "unsaid.csv", "few.csv")) {
            project.bringIn("footage/logged/" + table);
        }
        JsonNode view = project.read();
        assertThat(TestProject.files(view.path("groups").get(0))).containsExactly("footage/logged/ride-a.mp4");
        Map<String, String> rest = new HashMap<>();
        view.path("rest")
                .forEach(row -> rest.put(
                        row.path("file").asString(),
                        row.path("state").asString() + ": "
                                + row.path("message").asString()));
        assertThat(rest.get("footage/logged/ride-a.csv"))
                .startsWith("kept: A motion log: 13 s, 100 turning rates a second, with accelerometer.");
        assertThat(rest.get("footage/logged/ride-a log.mp4")).startsWith("kept: A motion log: 13 s, 100");
        assertThat(rest.get("footage/logged/unsaid.csv"))
                .startsWith("kept: A table that does not say what its columns");
        assertThat(rest.get("footage/logged/few.csv"))
                .isEqualTo("unusable: few.csv holds 1 turning rates: too few for a motion log, which has 20 or more."
                        + " Choose another file.");
        long take = project.makeTake(view.path("groups").get(0), "")
                .json()
                .path("take")
                .asLong();
        JsonNode offers =
                api.get("/api/takes/" + take + "/revisions/1/motion-logs").json();
        assertThat(offers.get(0).path("file").asString()).isEqualTo("footage/logged/ride-a log.mp4");
        assertThat(offers.get(1).path("file").asString()).isEqualTo("footage/logged/ride-a.csv");
        assertThat(offers.get(1).path("where").asString()).isEqualTo("SAME_NAME");
        assertThat(offers.get(2).path("columns").size()).isEqualTo(5);
        assertThat(offers.size()).isEqualTo(3);
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
        // What was seen proposed and is not any more is not made of other clips.
        String half = "{\"clips\":[%d],\"name\":\"Half\",\"card\":\"\"}"
                .formatted(project.read()
                        .path("groups")
                        .get(0)
                        .path("clips")
                        .get(0)
                        .path("id")
                        .asLong());
        assertThat(api.post(project.path() + "/takes", half).body()).contains("not proposed as one take any more");
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
            browser.press("new-project");
            browser.find("project-name").sendKeys("Own footage");
            new Select(browser.find("project-canvas")).selectByValue("1920");
            browser.press("make-project");
            browser.find("gather-ready");
            open(browser, "footage/");
            open(browser, "journey/");
            browser.await().until(driver -> {
                List<WebElement> boxes =
                        driver.findElements(By.xpath("//label[contains(., 'j_')]/input[@data-test='choose']"));
                boxes.stream().filter(box -> !box.isSelected()).forEach(WebElement::click);
                return boxes.size() == 2 && boxes.stream().allMatch(WebElement::isSelected);
            });
            browser.press("add-chosen");
            browser.await()
                    .until(driver -> driver.findElements(By.cssSelector("[data-test=clip]"))
                                    .size()
                            == 2);
            browser.awaitText("reason", "front, back");
            browser.awaitText("start", "canvas enlarges");
            browser.press("down");
            browser.awaitText("clip", "j_back.mp4");
            browser.press("make-take");
            browser.await()
                    .until(driver -> !driver.findElements(By.cssSelector("[data-test=pane-sphere][data-shown]"))
                            .isEmpty());
            assertThat(browser.driver.getCurrentUrl()).contains("/takes/");
        }
    }

    private static void open(Browser browser, String folder) {
        browser.await().until(driver -> {
            var button = driver.findElements(By.cssSelector("[data-test=open-folder]")).stream()
                    .filter(each -> each.getText().equals(folder))
                    .findFirst();
            button.ifPresent(WebElement::click);
            return button.isPresent();
        });
    }

    @Test
    void aClipTooSmallForALensIsRefusedAndBreaksNothing(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Tiny");
        Path folder = server.footage().resolve("tiny");
        Footage.make(
                folder.resolve("tiny.mkv"),
                List.of("-f", "lavfi", "-i", "color=gray:size=6x4:duration=0.2", "-c:v", "ffv1"));
        Footage.small(Footage.front(), 120, folder.resolve("good.mp4"));
        project.bringIn("footage/tiny");
        JsonNode view = project.read();
        assertThat(view.path("groups").size()).isEqualTo(1);
        JsonNode tiny = view.path("rest").get(0);
        assertThat(tiny.path("message").asString()).contains("tiny.mkv is 6 x 4 pixels: too small");
        assertThat(api.delete(project.path() + "/clips/" + tiny.path("id").asLong())
                        .status())
                .isEqualTo(200);
        assertThat(project.read().path("rest").size()).isZero();
    }

    /** As a version before this one kept it, or a disk garbled it. */
    @Test
    void aRowThatCannotBeShownIsShownAsSuchAndCanBeTakenOut(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Garbled");
        Path folder = server.footage().resolve("garbled");
        Footage.small(Footage.front(), 120, folder.resolve("one.mp4"));
        Footage.small(Footage.back(), 120, folder.resolve("two.mp4"));
        project.bringIn("footage/garbled");
        JsonNode before = project.read();
        JdbcTemplate database = new JdbcTemplate(server.bean(javax.sql.DataSource.class));
        database.update(
                "UPDATE clip SET facts = '{\"oops\":1}' WHERE project_id = ? AND file LIKE '%one.mp4'", project.id());
        database.update(
                "UPDATE clip SET facts = REPLACE(facts, '\"width\":120', '\"width\":5') WHERE project_id = ? AND file LIKE '%two.mp4'",
                project.id());
        assertThat(before.path("rest").size()).isZero();
        JsonNode after = project.read();
        assertThat(after.path("rest").size()).isEqualTo(2);
        for (JsonNode row : after.path("rest")) {
            assertThat(row.path("state").asString()).isEqualTo("unusable");
            assertThat(api.delete(project.path() + "/clips/" + row.path("id").asLong())
                            .status())
                    .isEqualTo(200);
        }
        assertThat(project.read().path("rest").size()).isZero();
    }

    @Test
    void footageOfAnotherRateIsSaidAndTheProjectCanTakeIt(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Rates");
        Path folder = server.footage().resolve("rates");
        Footage.small(Footage.front(), 120, folder.resolve("slow.mp4"), "-r", "25/2");
        project.bringIn("footage/rates/slow.mp4");
        JsonNode group = project.read().path("groups").get(0);
        long slow = project.makeTake(group, "").json().path("take").asLong();
        assertThat(project.read().path("rate").asString())
                .as("the footage's own rate, whatever it is")
                .isEqualTo("25/2");
        assertThat(gather(api, slow).path("verdict").asString()).isEqualTo("sure");

        Footage.small(Footage.front(), 120, folder.resolve("fast.mp4"), "-r", "15");
        project.bringIn("footage/rates/fast.mp4");
        JsonNode other = project.read().path("groups").get(0);
        assertThat(other.path("rate").path("says").asString())
                .contains("15 frames/s")
                .contains("every 6th frame is left out");
        long kept = project.makeTake(other, "").json().path("take").asLong();
        assertThat(gather(api, kept).path("verdict").asString()).isEqualTo("check");
        assertThat(gather(api, kept).path("reason").asString()).contains("every 6th frame is left out");
        JsonNode state = api.get("/api/takes/" + kept).json();
        assertThat(state.path("footageRate").asString()).isEqualTo("15");
        api.post(
                "/api/takes/" + kept + "/revisions",
                "{\"base\":1,\"label\":\"Use the footage's rate\",\"set\":{\"rate\":\"15\"}}");
        assertThat(gather(api, kept).path("verdict").asString()).isEqualTo("sure");
        assertThat(api.post(project.path() + "/rate", "{\"rate\":\"15\"}")
                        .json()
                        .path("rate")
                        .asString())
                .isEqualTo("15");
    }

    private static JsonNode gather(Api api, long take) throws Exception {
        return api.get("/api/takes/" + take).json().path("ledger").get(0);
    }

    /** From the clip that comes in to the file that is handed over: damage is said everywhere. */
    @Test
    void damagedFootageIsSaidFromGatherToTheFinishedFile(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Scratched");
        Path folder = server.footage().resolve("scratched");
        Footage.small(Footage.front(), 240, folder.resolve("scratched_a.mp4"), "-g", "10", "-crf", "18");
        Path clip = Footage.small(Footage.back(), 240, folder.resolve("scratched_b.mp4"), "-g", "10", "-crf", "18");
        byte[] bytes = Files.readAllBytes(clip);
        SplittableRandom random = new SplittableRandom(3);
        for (int i = 0; i < 300; i++) {
            bytes[bytes.length / 4 + random.nextInt(bytes.length / 4)] ^= (byte) (1 << random.nextInt(8));
        }
        Files.write(clip, bytes);
        project.bringIn("footage/scratched");
        project.read();
        try (Worker worker = server.worker()) {
            JsonNode checked = Awaitility.await()
                    .atMost(Patience.WORK)
                    .until(project::read, view -> allChecked(view.path("groups").get(0)));
            JsonNode clips = checked.path("groups").get(0).path("clips");
            assertThat(clips.get(0).path("faults").size()).isZero();
            assertThat(clips.get(1).path("faults").get(0).asString()).contains("damaged");
            long take = project.makeTake(checked.path("groups").get(0), "")
                    .json()
                    .path("take")
                    .asLong();
            JsonNode row = gather(api, take);
            assertThat(row.path("verdict").asString()).isEqualTo("check");
            assertThat(row.path("reason").asString()).contains("of clip B are damaged");
            JsonNode onBench = api.get("/api/takes/" + take).json().path("clips");
            assertThat(onBench.get(1).path("damaged").size()).isPositive();
            assertThat(onBench.get(0).path("damaged").size()).isZero();
            String spec =
                    "{\"format\":\"foldback-spec\",\"version\":1,\"layout\":\"mono_360\",\"codec\":\"h264\",\"width\":256,"
                            + "\"height\":128,\"preset\":\"ultrafast\",\"quality\":26,\"kernel\":\"quick\",\"encoder_threads\":1}";
            TimeSpan range = new TimeSpan(0, 0.9);
            JsonNode before = api.post(
                            "/api/deliverables/estimate",
                            "[{\"take\":" + take + ",\"file\":" + QueuedRender.body("S", range, spec) + "}]")
                    .json();
            assertThat(before.path("warnings").get(0).asString()).contains("of clip B are damaged");
            QueuedRender render = QueuedRender.order(api, take, "Scratched", range, spec);
            render.await("done");
            assertThat(render.row().path("message").asString())
                    .startsWith("Checked; ")
                    .contains("of clip B are damaged");
            assertThat(render.row()
                            .path("verified")
                            .path("damaged")
                            .get(0)
                            .path("frames")
                            .asInt())
                    .isPositive();
            assertThat(render.row().path("spec").path("segment_frames").asInt())
                    .as("chosen by its length")
                    .isEqualTo(50);
        }
    }

    private static boolean allChecked(JsonNode group) {
        for (JsonNode clip : group.path("clips")) {
            if (!clip.path("checked").asBoolean()) {
                return false;
            }
        }
        return group.path("clips").size() > 0;
    }
}
