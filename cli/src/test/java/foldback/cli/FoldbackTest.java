package foldback.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.rig.Rig;
import foldback.core.time.FrameRate;
import foldback.engine.document.rig.CardJson;
import foldback.engine.recipe.RecipeJson;
import foldback.media.ContentHash;
import foldback.media.log.CammTrack;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Exit codes, and that JSON is all that comes out when JSON is asked for. */
class FoldbackTest {
    private static final Path DEMO = Path.of("..", "demo", "sluice-path");
    private static final Path FORMATS = Path.of("..", "docs", "formats");
    private final PrintStream realOut = System.out;
    private final PrintStream realErr = System.err;
    private final ByteArrayOutputStream out = new ByteArrayOutputStream();
    private final ByteArrayOutputStream err = new ByteArrayOutputStream();

    @TempDir
    private Path folder;

    @BeforeEach
    void listen() {
        System.setOut(new PrintStream(out, true, StandardCharsets.UTF_8));
        System.setErr(new PrintStream(err, true, StandardCharsets.UTF_8));
    }

    @AfterEach
    void restore() {
        System.setOut(realOut);
        System.setErr(realErr);
    }

    @Test
    void probePrintsJsonAlone() {
        assertThat(Foldback.run("probe", DEMO.resolve("sluice-path-a.mp4").toString(), "--json"))
                .isZero();
        JsonNode said = JsonMapper.builder().build().readTree(out.toString(StandardCharsets.UTF_8));
        assertThat(said.path("video").path("frames").asInt()).isEqualTo(210);
        assertThat(said.path("video").path("width").asInt()).isEqualTo(1920);
        assertThat(said.path("audio").get(0).path("codec").asString()).isEqualTo("aac");
    }

    @Test
    void solveReadsBothLensesOfAFileAndWritesACard() throws Exception {
        Path take = Path.of("..", "demo", "sluice-path-one-file");
        String clip = take.resolve("sluice-path-one-file.mp4").toString();
        Path solved = folder.resolve("solved.json");
        assertThat(Foldback.run(
                        "solve",
                        "--rig",
                        take.resolve("rig-card.json").toString(),
                        "--clip",
                        "A=" + clip,
                        "--clip",
                        "B=" + clip,
                        "--at",
                        "2",
                        "--out",
                        solved.toString(),
                        "--json"))
                .as(err.toString(StandardCharsets.UTF_8))
                .isZero();
        JsonNode said = JsonMapper.builder().build().readTree(out.toString(StandardCharsets.UTF_8));
        // Two lenses alone do not tell near from wide.
        assertThat(said.path("verdict").asString()).isEqualTo("check");
        assertThat(said.path("pairs").get(0).path("points").asInt()).isGreaterThan(100);
        assertThat(said.path("pairs").get(0).path("rms_px").asDouble()).isLessThan(0.5);
        assertThat(CardJson.readRig(Files.readString(solved)).lenses()).hasSize(2);
    }

    @Test
    void solveSaysWhatIsWrongWithItsClips() {
        String card = DEMO.resolve("rig-card.json").toString();
        String clip = DEMO.resolve("sluice-path-a.mp4").toString();
        String out = folder.resolve("never.json").toString();
        assertThat(Foldback.run("solve", "--rig", card, "--clip", "A=" + clip, "--out", out))
                .isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("Lens B has no clip");
        assertThat(Foldback.run("solve", "--rig", card, "--clip", "A=" + clip, "--clip", "X=" + clip, "--out", out))
                .isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("no lens 'X'");
        assertThat(Foldback.run("solve", "--rig", card, "--clip", "A=" + clip, "--clip", "B=" + clip, "--out", out))
                .isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8))
                .contains("named for lenses A, B")
                .contains("one picture");
        String other = DEMO.resolve("sluice-path-b.mp4").toString();
        assertThat(Foldback.run(
                        "solve",
                        "--rig",
                        card,
                        "--clip",
                        "A=" + clip,
                        "--clip",
                        "B=" + other,
                        "--at",
                        "99",
                        "--out",
                        out))
                .isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("shows nothing at 99");
        assertThat(Path.of(out)).doesNotExist();
    }

    /** What sync printed places the clips; a moment is one of the take then. */
    @Test
    void solveTakesTheOffsetsThatSyncFound() throws Exception {
        String[] solve = solveTheDemo("--at", "1");
        assertThat(run(solve, "--offsets", offsets("\"offset_seconds\": 50"))).isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("sluice-path-b.mp4 shows nothing at 1");
        InputStream before = System.in;
        System.setIn(Files.newInputStream(Path.of(offsets("\"offset_seconds\": 40"))));
        try {
            assertThat(run(solve, "--offsets", "-")).isEqualTo(2);
        } finally {
            System.setIn(before);
        }
        assertThat(run(solve, "--offsets", offsets("\"offset_seconds\": null"))).isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("no offset for sluice-path-b.mp4");
        Path other = Files.writeString(folder.resolve("other.json"), "{\"clips\": [{\"file\": \"x.mp4\"}]}");
        assertThat(run(solve, "--offsets", other.toString())).isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("says nothing of sluice-path-a.mp4");
        assertThat(run(solve, "--offsets", DEMO.resolve("rig-card.json").toString()))
                .isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("names no clips");
        assertThat(folder.resolve("never.json")).doesNotExist();
    }

    /** As sync prints them, the second clip's being told; files are named from another folder. */
    private String offsets(String second) throws IOException {
        return Files.writeString(folder.resolve("offsets.json"), """
                        {"clips": [{"file": "elsewhere/sluice-path-a.mp4", "offset_seconds": 0},
                        {"file": "sluice-path-b.mp4", %s}], "verdict": "sure"}""".formatted(second))
                .toString();
    }

    @Test
    void solveSaysWhatItsOptionsMayBe() {
        String[] solve = solveTheDemo();
        assertThat(run(solve, "--share", "pupils")).isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("'shared' says nothing");
        assertThat(run(solve, "--hold", "colour")).isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("colour");
        assertThat(run(solve, "--from-nothing", "--refine")).isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("give one of them");
        assertThat(folder.resolve("never.json")).doesNotExist();
    }

    /** Of the demo's two clips, into a file that is not to be written. */
    private String[] solveTheDemo(String... more) {
        String[] solve = {
            "solve",
            "--rig",
            DEMO.resolve("rig-card.json").toString(),
            "--clip",
            "A=" + DEMO.resolve("sluice-path-a.mp4"),
            "--clip",
            "B=" + DEMO.resolve("sluice-path-b.mp4"),
            "--out",
            folder.resolve("never.json").toString()
        };
        return joined(solve, more);
    }

    private static String[] joined(String[] begin, String... more) {
        return Stream.concat(Arrays.stream(begin), Arrays.stream(more)).toArray(String[]::new);
    }

    private static int run(String[] begin, String... more) {
        return Foldback.run(joined(begin, more));
    }

    @Test
    void syncFindsTheDemoTakeInSync() {
        String[] clips = {
            DEMO.resolve("sluice-path-a.mp4").toString(),
            DEMO.resolve("sluice-path-b.mp4").toString()
        };
        assertThat(Foldback.run("sync", clips[0], clips[1], "--json")).isZero();
        JsonNode said = JsonMapper.builder().build().readTree(out.toString(StandardCharsets.UTF_8));
        assertThat(said.path("clips").get(0).path("offset_seconds").asDouble()).isZero();
        // The second microphone stands 2 cm farther from what sounds.
        assertThat(said.path("clips").get(1).path("offset_seconds").asDouble())
                .isCloseTo(-0.02 / 343, org.assertj.core.api.Assertions.within(0.0005));
        assertThat(said.path("verdict").asString()).isEqualTo("sure");
        assertThat(said.path("evidence").path("pairs").get(0).path("height").asDouble())
                .isGreaterThan(9);
        assertThat(Foldback.run("sync", clips[0])).isEqualTo(2);
    }

    @Test
    void syncTakesCluesAndAStretchAndRefusesWhatIsNone() throws Exception {
        String[] clips = {
            DEMO.resolve("sluice-path-a.mp4").toString(),
            DEMO.resolve("sluice-path-b.mp4").toString()
        };
        // Without sound asked for, a rig that stands gives nothing.
        assertThat(Foldback.run("sync", clips[0], clips[1], "--use", "motion,light", "--json"))
                .isZero();
        JsonNode said = JsonMapper.builder().build().readTree(out.toString(StandardCharsets.UTF_8));
        assertThat(said.path("verdict").asString()).isEqualTo("unsettled");
        assertThat(said.path("clips").get(1).path("offset_seconds").isNull()).isTrue();
        out.reset();
        assertThat(Foldback.run("sync", clips[0], clips[1], "--use", "sound", "--window", "4", "8", "--json"))
                .isZero();
        said = JsonMapper.builder().build().readTree(out.toString(StandardCharsets.UTF_8));
        assertThat(said.path("clips").get(1).path("offset_seconds").asDouble())
                .isCloseTo(-0.02 / 343, org.assertj.core.api.Assertions.within(0.0005));
        assertThat(said.path("evidence").path("pairs").get(0).path("at_seconds").asDouble())
                .isBetween(4.0, 8.0);
        assertThat(Foldback.run("sync", clips[0], clips[1], "--use", "smell")).isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("not 'smell'");
        assertThat(Foldback.run("sync", clips[0], clips[1], "--window", "5", "5"))
                .isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("must end after it begins");
        Path copy = Files.copy(Path.of(clips[0]), folder.resolve("copy.mp4"));
        assertThat(Foldback.run("sync", clips[0], copy.toString())).isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("are the same clip");
    }

    @Test
    void badInputEndsWithTwoAndNamesTheFile() throws Exception {
        Path empty = Files.createFile(folder.resolve("empty.mp4"));
        assertThat(Foldback.run("probe", empty.toString(), "--json")).isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("empty.mp4 is empty");
        assertThat(out.toString(StandardCharsets.UTF_8)).isEmpty();
        assertThat(Foldback.run("probe")).isEqualTo(2);
        assertThat(Foldback.run("make", "none.json", "--spec", "none.json", "--out", "x.mp4"))
                .isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("none.json cannot be read");
    }

    @Test
    void makeRendersFromDocumentsAndTheMediaFolder() throws Exception {
        Path media = Files.createDirectories(folder.resolve("media/demo"));
        for (String name : new String[] {"sluice-path-a.mp4", "sluice-path-b.mp4"}) {
            Files.copy(DEMO.resolve(name), media.resolve(name));
        }
        Path spec = folder.resolve("spec.json");
        Files.writeString(
                spec,
                Files.readString(FORMATS.resolve("spec.example.json"))
                        .replace("3840", "512")
                        .replace("1920", "256")
                        .replace("medium", "ultrafast"));
        Path film = folder.resolve("film.mp4");
        Path recipe = folder.resolve("recipe.json");
        Files.writeString(
                recipe,
                Files.readString(FORMATS.resolve("recipe.example.json"))
                        .replaceFirst(
                                "\\{",
                                "{\"ranges\": {\"marked\": [{\"name\": \"Gate opens\", \"from_s\": 1, \"to_s\": 1.6}]},"));
        int code = Foldback.run(
                "make",
                recipe.toString(),
                "--spec",
                spec.toString(),
                "--out",
                film.toString(),
                "--range",
                "Gate opens",
                "--media",
                folder.resolve("media").toString(),
                "--json");
        assertThat(code).as(err.toString(StandardCharsets.UTF_8)).isZero();
        JsonNode said = JsonMapper.builder().build().readTree(out.toString(StandardCharsets.UTF_8));
        assertThat(said.path("frames").asInt()).isEqualTo(15);
        assertThat(said.path("projection").asString()).isEqualTo("equirectangular");
        assertThat(film).isNotEmptyFile();
        Files.delete(recipe);
        try (var left = Files.list(folder)) {
            assertThat(left.map(file -> file.getFileName().toString())).noneMatch(name -> name.startsWith("."));
        }
        Files.writeString(spec, Files.readString(spec).replaceFirst("\\{", "{\"through_transform\": true,"));
        code = Foldback.run(
                "make",
                FORMATS.resolve("recipe.example.json").toString(),
                "--spec",
                spec.toString(),
                "--out",
                folder.resolve("never.mp4").toString(),
                "--media",
                folder.resolve("media").toString());
        assertThat(code).isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("the recipe has no transform");
        assertThat(Foldback.run(
                        "make",
                        FORMATS.resolve("recipe.example.json").toString(),
                        "--spec",
                        spec.toString(),
                        "--out",
                        film.toString(),
                        "--range",
                        "Nobody"))
                .isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("The recipe has no range 'Nobody'.");
    }

    @Test
    void makeStartedOnceMoreHelps() throws Exception {
        Path media = Files.createDirectories(folder.resolve("media/demo"));
        for (String name : new String[] {"sluice-path-a.mp4", "sluice-path-b.mp4"}) {
            Files.copy(DEMO.resolve(name), media.resolve(name));
        }
        Path spec = folder.resolve("spec.json");
        Files.writeString(
                spec,
                Files.readString(FORMATS.resolve("spec.example.json"))
                        .replace("3840", "1024")
                        .replace("1920", "512")
                        .replace("250", "10"));
        String[] command = {
            "make",
            FORMATS.resolve("recipe.example.json").toString(),
            "--spec",
            spec.toString(),
            "--out",
            folder.resolve("film.mp4").toString(),
            "--media",
            folder.resolve("media").toString()
        };
        ExecutorService two = Executors.newFixedThreadPool(2);
        try {
            Future<Integer> one = two.submit(() -> Foldback.run(command));
            Future<Integer> other = two.submit(() -> Foldback.run(command));
            assertThat(List.of(one.get(), other.get()))
                    .as(err.toString(StandardCharsets.UTF_8))
                    .containsOnly(0);
        } finally {
            two.shutdownNow();
        }
        assertThat(out.toString(StandardCharsets.UTF_8))
                .contains("Made film.mp4: 210 frames.")
                .contains("Helped another process to make film.mp4");
    }

    @Test
    void workEvensWhatIsNotSettledAndWritesARecipeThatMakeTakes() throws Exception {
        Path media = Files.createDirectories(folder.resolve("media/demo"));
        for (String name : new String[] {"sluice-path-a.mp4", "sluice-path-b.mp4"}) {
            Files.copy(DEMO.resolve(name), media.resolve(name));
        }
        ObjectNode open = (ObjectNode)
                JsonMapper.builder().build().readTree(Files.readString(FORMATS.resolve("recipe.example.json")));
        open.remove("balance");
        Path before = folder.resolve("before.json");
        Files.writeString(before, open.toString());
        Path after = folder.resolve("after.json");
        int code = Foldback.run(
                "work",
                before.toString(),
                "--out",
                after.toString(),
                "--media",
                folder.resolve("media").toString(),
                "--width",
                "1024",
                "--json");
        assertThat(code).as(err.toString(StandardCharsets.UTF_8)).isZero();
        JsonNode told = JsonMapper.builder().build().readTree(out.toString(StandardCharsets.UTF_8));
        assertThat(told.get(3).path("stage").asString()).isEqualTo("balance");
        assertThat(told.get(3).path("figure").asString()).endsWith("stops left");
        JsonNode balance =
                JsonMapper.builder().build().readTree(Files.readString(after)).path("balance");
        assertThat(balance.path("measure").path("residual_stops").asDouble()).isLessThan(0.08);
        assertThat(balance.path("highlights").asString()).isEqualTo("shoulder");
        assertThat(Foldback.run("work", before.toString(), "--out", after.toString(), "--stage", "level"))
                .isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("that stage has no action of its own");
    }

    @Test
    void seamsAreMeasuredAndTheirWorstMomentsListed() throws Exception {
        String recipe = FORMATS.resolve("recipe.example.json").toString();
        Path media = Files.createDirectories(folder.resolve("media/demo"));
        for (String name : new String[] {"sluice-path-a.mp4", "sluice-path-b.mp4"}) {
            Files.copy(DEMO.resolve(name), media.resolve(name));
        }
        String clips = folder.resolve("media").toString();
        int code = Foldback.run("seams", recipe, "--media", clips, "--from", "1", "--to", "1.15", "--json");
        assertThat(code).as(err.toString(StandardCharsets.UTF_8)).isZero();
        JsonNode told = JsonMapper.builder().build().readTree(out.toString(StandardCharsets.UTF_8));
        assertThat(told.path("seams").size()).isEqualTo(1);
        assertThat(told.path("seams").get(0).path("apart").size()).isBetween(3, 5);
        assertThat(told.path("worst").size()).isEqualTo(1);
        assertThat(told.path("worst").get(0).path("seam").asString()).isEqualTo("A to B");
        assertThat(told.path("worst").get(0).path("apart_deg").asDouble()).isBetween(0.01, 3.0);
        assertThat(Foldback.run("seams", recipe, "--media", clips, "--from", "99"))
                .isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("leave nothing: the take lasts from");
    }

    /** The cart ride: shaken by some degrees, ahead of it all the time. */
    @Test
    void motionIsWrittenAsATable() throws Exception {
        Path clips = DEMO.resolveSibling("cart-ride");
        List<ClipRef> refs = new ArrayList<>();
        for (String slot : new String[] {"A", "B"}) {
            String file = "cart-ride-" + slot.toLowerCase(Locale.ROOT) + ".mp4";
            refs.add(new ClipRef(slot, file, ContentHash.of(clips.resolve(file)), 0));
        }
        Rig rig = CardJson.readRig(Files.readString(clips.resolve("rig-card.json")));
        Path recipe = folder.resolve("ride.json");
        Files.writeString(recipe, RecipeJson.write(Recipe.start(new FrameRate(25, 1), refs, rig, "known")));
        Path table = folder.resolve("ride.csv");
        Path track = folder.resolve("ride.mp4");
        int code = Foldback.run(
                "motion",
                recipe.toString(),
                "--media",
                clips.toString(),
                "--log",
                clips.resolve("cart-ride-a.csv").toString(),
                "--csv",
                table.toString(),
                "--camm",
                track.toString(),
                "--json");
        assertThat(code).as(err.toString(StandardCharsets.UTF_8)).isZero();
        JsonNode told = JsonMapper.builder().build().readTree(out.toString(StandardCharsets.UTF_8));
        assertThat(told.path("track").size()).isEqualTo(200);
        assertThat(told.path("drift_deg").asDouble()).isBetween(0.05, 0.5);
        // In truth 16 ms.
        assertThat(told.path("read_out_s").asDouble()).isBetween(0.0136, 0.0184);
        JsonNode log = told.path("log");
        // In truth 2.37 s before the first line of the first picture, whose middle line is exposed 8 ms later.
        assertThat(log.path("offset_s").asDouble()).isCloseTo(-2.37 - 0.008, within(0.001));
        assertThat(log.path("explained").asDouble()).isGreaterThan(0.95);
        assertThat(log.path("mirrored").asBoolean()).isFalse();
        // The rig was let go level.
        assertThat(log.path("up").path("y").asDouble()).isLessThan(-0.99);
        assertThat(CammTrack.isIn(track)).isTrue();
        List<String> lines = Files.readAllLines(table);
        assertThat(lines).hasSize(201);
        assertThat(lines.get(0)).isEqualTo("time_s,w,x,y,z");
        assertThat(lines.get(1)).startsWith("0.000000,1.000000000,");
        for (String line : lines.subList(1, lines.size())) {
            double half = Double.parseDouble(line.split(",")[1]);
            assertThat(Math.toDegrees(2 * Math.acos(Math.min(1, Math.abs(half)))))
                    .isLessThan(12);
        }
    }

    /** 300 bytes of a clip's pictures are turned: the film is made, and what is wrong with it is said. */
    @Test
    void damagedFootageIsSaidWithTheFilm() throws Exception {
        Path media = Files.createDirectories(folder.resolve("media/demo"));
        Files.copy(DEMO.resolve("sluice-path-a.mp4"), media.resolve("sluice-path-a.mp4"));
        byte[] bytes = Files.readAllBytes(DEMO.resolve("sluice-path-b.mp4"));
        SplittableRandom random = new SplittableRandom(5);
        for (int i = 0; i < 300; i++) {
            bytes[bytes.length / 10 + random.nextInt(bytes.length / 2)] ^= (byte) (1 << random.nextInt(8));
        }
        Path damaged = Files.write(media.resolve("sluice-path-b.mp4"), bytes);
        Path recipe = folder.resolve("recipe.json");
        Files.writeString(
                recipe,
                Files.readString(FORMATS.resolve("recipe.example.json"))
                        .replace(ContentHash.of(DEMO.resolve("sluice-path-b.mp4")), ContentHash.of(damaged)));
        Path spec = folder.resolve("spec.json");
        Files.writeString(
                spec,
                Files.readString(FORMATS.resolve("spec.example.json"))
                        .replace("3840", "512")
                        .replace("1920", "256")
                        .replace("medium", "ultrafast"));
        String film = folder.resolve("film.mp4").toString();
        int code = Foldback.run(
                "make",
                recipe.toString(),
                "--spec",
                spec.toString(),
                "--out",
                film,
                "--from",
                "2",
                "--to",
                "3",
                "--media",
                folder.resolve("media").toString(),
                "--json");
        assertThat(code).as(err.toString(StandardCharsets.UTF_8)).isZero();
        assertThat(err.toString(StandardCharsets.UTF_8)).containsPattern("Warning: \\d+ frames of clip B are damaged");
        JsonNode said = JsonMapper.builder().build().readTree(out.toString(StandardCharsets.UTF_8));
        assertThat(said.path("damaged").get(0).path("slots").asString()).isEqualTo("B");
        assertThat(said.path("damaged").get(0).path("frames").asInt()).isBetween(1, 25);
        out.reset();
        assertThat(Foldback.run("probe", damaged.toString(), "--check", "--json"))
                .isZero();
        JsonNode checked = JsonMapper.builder()
                .build()
                .readTree(out.toString(StandardCharsets.UTF_8))
                .path("check");
        assertThat(checked.path("damaged_frames").asInt()).isPositive();
        assertThat(checked.path("damaged").get(0).path("from_seconds").asDouble())
                .isBetween(0.0, 8.4);
    }
}
