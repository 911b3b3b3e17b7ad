package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.media.SmallDisk;
import foldback.media.process.Children;
import foldback.web.upload.UploadNames;
import java.io.IOException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import tools.jackson.databind.JsonNode;

/** Files sent in pieces by the tus protocol, as a browser does: broken off, gone on with, hostile, twice, too large. */
@ExtendWith(RunningApplication.class)
class UploadTest {

    private static HttpRequest.Builder tus(Api api, RunningApplication.Server server, String path) {
        return api.changing(server.uri(path)).header("Tus-Resumable", "1.0.0");
    }

    private static HttpResponse<String> create(
            Api api, RunningApplication.Server server, TestProject project, String name, long length) throws Exception {
        String encoded = Base64.getEncoder().encodeToString(name.getBytes(StandardCharsets.UTF_8));
        return api.raw(tus(api, server, project.path() + "/uploads")
                .header("Upload-Length", Long.toString(length))
                .header("Upload-Metadata", "filename " + encoded)
                .POST(HttpRequest.BodyPublishers.noBody())
                .build());
    }

    private static String created(
            Api api, RunningApplication.Server server, TestProject project, String name, long length) throws Exception {
        HttpResponse<String> response = create(api, server, project, name, length);
        assertThat(response.statusCode()).isEqualTo(201);
        String location = response.headers().firstValue("Location").orElseThrow();
        return location.substring(location.indexOf("/api/"));
    }

    private static HttpResponse<String> send(
            Api api, RunningApplication.Server server, String upload, long offset, byte[] bytes)
            throws IOException, InterruptedException {
        return api.raw(tus(api, server, upload)
                .header("Upload-Offset", Long.toString(offset))
                .header("Content-Type", "application/offset+octet-stream")
                .method("PATCH", HttpRequest.BodyPublishers.ofByteArray(bytes))
                .build());
    }

    private static void whole(Api api, RunningApplication.Server server, TestProject project, String name, byte[] bytes)
            throws Exception {
        String upload = created(api, server, project, name, bytes.length);
        assertThat(send(api, server, upload, 0, bytes).statusCode()).isEqualTo(204);
    }

    /** What the project holds when what was sent has been looked into. */
    private static JsonNode read(TestProject project) {
        return Awaitility.await()
                .atMost(Patience.LONG)
                .until(
                        project::read,
                        view -> view.path("groups").size() + view.path("rest").size() > 0);
    }

    private static byte[] clip(RunningApplication.Server server, String name) throws Exception {
        return Files.readAllBytes(Footage.small(
                Footage.front(), 120, server.home.resolve("to-upload").resolve(name)));
    }

    @Test
    void anUploadThatBrokeGoesOnWhereItWas(RunningApplication.Server server) throws Exception {
        byte[] bytes = clip(server, "broken-off.mp4");
        Api first = new Api(server);
        TestProject project = TestProject.create(first, "Resumed");
        String upload = created(first, server, project, "walk front.mp4", bytes.length);
        int half = bytes.length / 2;
        assertThat(send(first, server, upload, 0, Arrays.copyOf(bytes, half)).statusCode())
                .isEqualTo(204);
        // The page is closed; another one asks how far the upload is.
        Api later = new Api(server);
        HttpResponse<String> head = later.raw(tus(later, server, upload)
                .method("HEAD", HttpRequest.BodyPublishers.noBody())
                .build());
        assertThat(head.headers().firstValue("Upload-Offset")).hasValue(Integer.toString(half));
        assertThat(send(later, server, upload, 0, bytes).statusCode())
                .as("what is there is not taken again")
                .isEqualTo(409);
        assertThat(send(later, server, upload, half, Arrays.copyOfRange(bytes, half, bytes.length))
                        .statusCode())
                .isEqualTo(204);
        JsonNode clip = read(project).path("groups").get(0).path("clips").get(0);
        assertThat(clip.path("file").asString()).isEqualTo("uploads/" + project.id() + "/walk front.mp4");
        assertThat(server.home.resolve("media").resolve(clip.path("file").asString()))
                .hasBinaryContent(bytes);
    }

    @Test
    void theSameFileTwiceIsThereOnceAndAnotherOneBesideIt(RunningApplication.Server server) throws Exception {
        byte[] bytes = clip(server, "twice.mp4");
        byte[] other = clip(server, "other.mp4");
        other[other.length - 1]++;
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Twice");
        whole(api, server, project, "same.mp4", bytes);
        whole(api, server, project, "same.mp4", bytes);
        read(project);
        Path folder = server.home.resolve("media/uploads/" + project.id());
        assertThat(folder.toFile().list()).containsExactly("same.mp4");
        whole(api, server, project, "same.mp4", other);
        read(project);
        assertThat(folder.toFile().list()).containsExactlyInAnyOrder("same.mp4", "same 2.mp4");
    }

    @Test
    void damagedClipsThatAreSentAreRefusedByName(RunningApplication.Server server) throws Exception {
        byte[] bytes = clip(server, "to-damage.mp4");
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Damaged on the way");
        int count = 6;
        for (int i = 0; i < count; i++) {
            whole(api, server, project, "sent " + i + ".mp4", Footage.damaged(bytes, i));
        }
        whole(api, server, project, "good.mp4", bytes);
        JsonNode view = Awaitility.await()
                .atMost(Patience.LONG)
                .until(project::read, all -> all.toString().contains("good.mp4"));
        assertThat(view.path("groups").toString()).contains("good.mp4");
        assertThat(view.path("rest").size()).isPositive();
        for (JsonNode refused : view.path("rest")) {
            assertThat(refused.path("message").asString()).contains("sent ").contains(".mp4");
        }
    }

    @Test
    void hostileNamesStayInTheirFolder(RunningApplication.Server server) throws Exception {
        byte[] bytes = clip(server, "hostile.mp4");
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Hostile");
        String[] names = {
            "../../../etc/passwd.mp4",
            "..\\..\\up.mp4",
            "/absolute.mp4",
            "...",
            "",
            "-rf.mp4",
            "a\u0000b\nc.mp4",
            "x".repeat(4000) + ".mp4",
            "\u202Egnp.mp4",
            "a:b|c?.mp4"
        };
        for (int i = 0; i < names.length; i++) {
            byte[] own = bytes.clone();
            own[own.length - 1] = (byte) i;
            whole(api, server, project, names[i], own);
        }
        Path folder = server.home.resolve("media/uploads/" + project.id());
        String[] kept = folder.toFile().list();
        assertThat(kept).hasSize(names.length);
        assertThat(kept).allSatisfy(name -> {
            assertThat(name).doesNotStartWith(".").doesNotStartWith("-").doesNotContain("..");
            assertThat(name.chars()).allMatch(c -> c >= ' ');
            assertThat(name.length()).isLessThanOrEqualTo(160);
        });
        assertThat(read(project).path("groups").size()).isGreaterThan(5);
    }

    @Test
    void aFileForWhichThereIsNoRoomIsRefusedBeforeItIsSent(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "No room");
        HttpResponse<String> refused = create(api, server, project, "huge.mp4", Long.MAX_VALUE / 2);
        assertThat(refused.statusCode()).isEqualTo(507);
        assertThat(refused.body()).contains("There is no room for this file", "are free");
    }

    @Test
    void aDiskThatFillsUpKeepsWhatArrived(RunningApplication.Server server) throws Exception {
        byte[] bytes = clip(server, "full.mp4");
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Full");
        String upload = created(api, server, project, "full.mp4", bytes.length);
        // No file of this process can grow beyond half of the clip, as on a disk that fills up.
        HttpResponse<String> full;
        limitFiles(Integer.toString(bytes.length / 2));
        try {
            full = send(api, server, upload, 0, bytes);
        } finally {
            limitFiles("unlimited");
        }
        assertThat(full.statusCode()).isEqualTo(507);
        assertThat(full.body()).contains("the disk is full").contains("What arrived is kept");
        // Room was made: the same upload goes on.
        HttpResponse<String> head = api.raw(tus(api, server, upload)
                .method("HEAD", HttpRequest.BodyPublishers.noBody())
                .build());
        int offset = Integer.parseInt(head.headers().firstValue("Upload-Offset").orElseThrow());
        assertThat(send(api, server, upload, offset, Arrays.copyOfRange(bytes, offset, bytes.length))
                        .statusCode())
                .isEqualTo(204);
        assertThat(read(project).path("groups").size()).isEqualTo(1);
    }

    private static void limitFiles(String bytes) throws Exception {
        String self = Long.toString(ProcessHandle.current().pid());
        assertThat(Children.run(List.of("prlimit", "--pid", self, "--fsize=" + bytes + ":"))
                        .code())
                .isZero();
    }

    @Test
    void anEmptyFileIsRefused(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        HttpResponse<String> refused = create(api, server, TestProject.create(api, "Empty"), "nothing.mp4", 0);
        assertThat(refused.statusCode()).isEqualTo(507);
        assertThat(refused.body()).contains("This file is empty");
    }

    @Test
    void uploadsNeedThePagesToken(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        HttpResponse<String> refused = api.raw(HttpRequest.newBuilder(server.uri("/api/projects/1/uploads"))
                .header("Tus-Resumable", "1.0.0")
                .header("Upload-Length", "5")
                .POST(HttpRequest.BodyPublishers.noBody())
                .build());
        assertThat(refused.statusCode()).isEqualTo(403);
    }

    @Test
    void droppedOnThePage(RunningApplication.Server server) throws Exception {
        clip(server, "left_page.mp4");
        clip(server, "right_page.mp4");
        Path folder = server.home.resolve("to-upload");
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Dropped");
        try (Browser browser = new Browser()) {
            browser.driver.get(server.uri("/projects/" + project.id()).toString());
            browser.find("gather-ready");
            browser.find("files").sendKeys(folder.resolve("left_page.mp4") + "\n" + folder.resolve("right_page.mp4"));
            browser.await()
                    .until(driver -> driver.findElements(By.cssSelector("[data-test=clip]"))
                                    .size()
                            == 2);
            assertThat(browser.driver.findElements(By.cssSelector("[data-test=upload]")))
                    .isEmpty();
        }
    }

    /** The last piece arrives while the database is away: the clip is in its project as soon as that is back. */
    @Test
    void anUploadThatEndsWithoutADatabaseIsBroughtInLater(RunningApplication.Server server) throws Exception {
        byte[] bytes = clip(server, "without database.mp4");
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Without database");
        String upload = created(api, server, project, "without database.mp4", bytes.length);
        server.database.stop();
        try {
            assertThat(send(api, server, upload, 0, bytes).statusCode()).isEqualTo(204);
        } finally {
            server.database.start();
        }
        JsonNode clip = read(project).path("groups").get(0).path("clips").get(0);
        assertThat(clip.path("file").asString()).isEqualTo("uploads/" + project.id() + "/without database.mp4");
        assertThat(server.home.resolve("media").resolve(clip.path("file").asString()))
                .hasBinaryContent(bytes);
    }

    @Test
    void anUploadToAProjectThatIsNotThereIsRefusedBeforeItBegins(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        HttpResponse<String> refused = create(api, server, new TestProject(api, 999_999), "lost.mp4", 1000);
        assertThat(refused.statusCode()).isEqualTo(404);
        assertThat(refused.body()).contains("There is no project 999999");
    }

    @Test
    void aDiskThatFillsUpDuringAnUploadLosesNothing(RunningApplication.Server server) throws Exception {
        byte[] bytes = new byte[3 << 20];
        new java.util.SplittableRandom(9).nextBytes(bytes);
        Api api = new Api(server);
        TestProject project = TestProject.create(api, "Filling up");
        try (SmallDisk disk = SmallDisk.mount(server.home.resolve("work").resolve("uploading"), 640 << 10)) {
            String upload = created(api, server, project, "large.mp4", bytes.length);
            disk.fillUpTo(1024);
            HttpResponse<String> full = send(api, server, upload, 0, bytes);
            assertThat(full.statusCode()).isEqualTo(507);
            assertThat(full.body()).contains("the disk is full").contains("go on");
            disk.makeRoom();
            HttpResponse<String> head = api.raw(tus(api, server, upload)
                    .method("HEAD", HttpRequest.BodyPublishers.noBody())
                    .build());
            int there =
                    Integer.parseInt(head.headers().firstValue("Upload-Offset").orElseThrow());
            assertThat(there).isBetween(0, bytes.length - 1);
            assertThat(send(api, server, upload, there, Arrays.copyOfRange(bytes, there, bytes.length))
                            .statusCode())
                    .isEqualTo(204);
        }
        read(project);
        assertThat(server.home.resolve("media/uploads/" + project.id() + "/large.mp4"))
                .hasBinaryContent(bytes);
    }

    @Test
    void namesAreCutAtWholeLetters() {
        String family = "\uD83D\uDC69\u200D\uD83D\uDC67";
        String accents = "e\u0301".repeat(100);
        for (String name :
                new String[] {"\uD83D\uDE00".repeat(80) + ".mp4", family.repeat(40) + ".mp4", accents + ".mp4"}) {
            String safe = UploadNames.safe(name);
            assertThat(safe).endsWith(".mp4").doesNotContain("\uFFFD");
            assertThat(safe.getBytes(StandardCharsets.UTF_8).length).isBetween(100, 150);
            assertThat(StandardCharsets.UTF_8.newEncoder().canEncode(safe)).isTrue();
        }
        assertThat(UploadNames.safe(accents + ".mp4")).matches("(e\u0301)+\\.mp4");
    }
}
