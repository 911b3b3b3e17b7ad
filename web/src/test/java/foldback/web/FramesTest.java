package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.framing.FrameShape;
import foldback.core.framing.Framing;
import foldback.core.framing.Framing.Aspect;
import foldback.core.keys.Amount;
import foldback.core.keys.Track;
import foldback.core.space.Direction;
import foldback.core.warp.Canvas;
import java.nio.file.Path;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Where places of framings lie on the sphere: what the page draws, held against what renders look at. The page's tests read the same file. */
class FramesTest {
    private static final int WIDTH = 1600;
    private static final int HEIGHT = 900;

    private static Track<Amount> degrees(JsonNode look, String key) {
        return Track.still(new Amount(Math.toRadians(look.path(key).asDouble())));
    }

    @Test
    void placesLieWhereRendersLook() {
        JsonNode cases = JsonMapper.shared()
                .readTree(Path.of("src", "test", "resources", "frames.json").toFile());
        assertThat(cases.size()).isGreaterThan(20);
        for (JsonNode each : cases) {
            JsonNode look = each.path("look");
            FrameShape shape = FrameShape.valueOf(each.path("shape").asString().toUpperCase(Locale.ROOT));
            Framing framing = new Framing(
                    "Frame",
                    shape,
                    new Aspect(16, 9),
                    degrees(look, "yaw"),
                    degrees(look, "pitch"),
                    degrees(look, "roll"),
                    degrees(look, "field"));
            Canvas canvas = framing.canvas(0, WIDTH, HEIGHT);
            double[] ray = new double[3];
            canvas.projection()
                    .ray(each.path("x").asDouble() * WIDTH, each.path("y").asDouble() * HEIGHT, WIDTH, HEIGHT, ray);
            JsonNode place = each.path("place");
            assertThat(Double.isNaN(ray[0])).as(each.toString()).isEqualTo(place.isNull());
            if (!place.isNull()) {
                Direction seen = framing.rotation(0).apply(new Direction(ray[0], ray[1], ray[2]));
                Canvas sphere = new Canvas(2000, 1000);
                double across =
                        Math.abs(sphere.xOf(seen) / 2000 - place.path("x").asDouble());
                assertThat(Math.min(across, 1 - across)).as(each.toString()).isCloseTo(0, within(1e-6));
                assertThat(sphere.yOf(seen) / 1000)
                        .as(each.toString())
                        .isCloseTo(place.path("y").asDouble(), within(1e-6));
            }
        }
    }
}
