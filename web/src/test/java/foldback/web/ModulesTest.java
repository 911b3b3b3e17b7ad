package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.keys.Key;
import foldback.core.keys.Track;
import foldback.core.lens.ClosedFormFisheye;
import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.recipe.light.Stops;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.media.process.Children;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The pages' modules that need no page, run by Node: by tests of their own, and against what the server computes. */
class ModulesTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Path TESTS = Path.of("src", "test", "js");
    private static final Path BENCH = Path.of("src", "main", "resources", "static", "js", "bench");

    @TestFactory
    List<DynamicTest> theirOwnTestsPass() throws IOException {
        try (Stream<Path> files = Files.list(TESTS)) {
            return files.sorted()
                    .map(file -> DynamicTest.dynamicTest(file.getFileName().toString(), () -> {
                        String told = node("--test", file.toString());
                        assertThat(told).contains("# fail 0").doesNotContain("# pass 0");
                    }))
                    .toList();
        }
    }

    /** Renders interpolate keys by {@link Track}; what the sheet shows between keys must be that. */
    @Test
    void keysAreInterpolatedAsRendersDo() throws Exception {
        double[][] keys = {{0.5, 0.2}, {1.25, 1.4}, {1.5, 1.3}, {4, -2}, {6, -2}};
        Track<Stops> track = new Track<>(Arrays.stream(keys)
                .map(key -> new Key<>(key[0], new Stops(key[1], 0, 0, -key[1])))
                .toList());
        List<Map<String, Double>> page = Arrays.stream(keys)
                .map(key -> Map.of("at_s", key[0], "value", key[1]))
                .toList();
        double[] times = IntStream.range(0, 80).mapToDouble(i -> i * 0.09).toArray();
        JsonNode shown = value(
                "keyTrack.js",
                JSON.writeValueAsString(times) + ".map((time) => module.valueAt(" + JSON.writeValueAsString(page)
                        + ", time))");
        for (int i = 0; i < times.length; i++) {
            Stops rendered = track.at(times[i]);
            assertThat(shown.get(i).asDouble()).isCloseTo(rendered.exposure(), within(1e-9));
            assertThat(-shown.get(i).asDouble()).isCloseTo(rendered.blue(), within(1e-9));
        }
    }

    @ParameterizedTest
    @CsvSource({"0, 0, 0", "12, -7, 3", "-150, 40, -170", "90, 88, 20", "179, -60, 91"})
    void turnsAreTheServers(double yaw, double pitch, double roll) throws Exception {
        Rotation server = Rotation.ofYawPitchRoll(Math.toRadians(yaw), Math.toRadians(pitch), Math.toRadians(roll));
        String angles =
                String.format(Locale.ROOT, "module.ofDegrees({ yaw: %f, pitch: %f, roll: %f })", yaw, pitch, roll);
        JsonNode page = value("rotation.js", angles);
        Rotation there = new Rotation(
                page.get(0).asDouble(),
                page.get(1).asDouble(),
                page.get(2).asDouble(),
                page.get(3).asDouble());
        assertThat(there.angleTo(server)).isLessThan(1e-7);
        JsonNode back = value("rotation.js", "module.toDegrees(" + angles + ")");
        assertThat(back.path("yaw").asDouble()).isCloseTo(Math.toDegrees(server.yaw()), within(1e-6));
        assertThat(back.path("pitch").asDouble()).isCloseTo(Math.toDegrees(server.pitch()), within(1e-6));
        assertThat(back.path("roll").asDouble()).isCloseTo(Math.toDegrees(server.roll()), within(1e-6));
    }

    @ParameterizedTest
    @ValueSource(strings = {"fisheye", "equisolid", "stereographic", "orthographic"})
    void fieldsOfViewAreTheServers(String model) throws Exception {
        double focal = 300;
        double radius = 290;
        LensFrame frame = new LensFrame(640, 640, 320, 320, Optional.of(new ImageCircle(320, 320, radius)));
        Lens lens = model.equals("fisheye")
                ? new FisheyeLens(frame, focal, 0, 0, 0, 0)
                : new ClosedFormFisheye(frame, ClosedFormFisheye.Kind.valueOf(model.toUpperCase(Locale.ROOT)), focal);
        JsonNode field = value(
                "lensModel.js",
                String.format(
                        Locale.ROOT,
                        "module.fieldOf({ model: '%s', width: 640, focal_px: %f, circle: { radius_px: %f } })",
                        model,
                        focal,
                        radius));
        double half = lens.unproject(320 + radius, 320).angleTo(Direction.FORWARD);
        assertThat(field.asDouble()).isCloseTo(Math.toDegrees(2 * half), within(1e-6));
    }

    private static String node(String... arguments) throws Exception {
        Children.Outcome ended = Children.run(
                Stream.concat(Stream.of("node"), Stream.of(arguments)).toList());
        assertThat(ended.code()).as(ended.output() + ended.errors()).isZero();
        return ended.output();
    }

    /** What an expression gives that may use all that a module exports. */
    private static JsonNode value(String module, String expression) throws Exception {
        String url = BENCH.resolve(module).toUri().toString();
        return JSON.readTree(node(
                "--input-type=module",
                "-e",
                "import * as module from '" + url + "'; console.log(JSON.stringify(" + expression + "));"));
    }
}
