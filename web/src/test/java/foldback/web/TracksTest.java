package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.keys.Amount;
import foldback.core.keys.Easing;
import foldback.core.keys.Key;
import foldback.core.keys.RotationKeys;
import foldback.core.keys.Track;
import foldback.core.space.Rotation;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What renders make of tracks is what a file says, to which the page's own tests hold the page. */
class TracksTest {
    @Test
    void rendersAndPagesAgreeOnTracks() {
        JsonNode cases = JsonMapper.builder()
                .build()
                .readTree(Path.of("src", "test", "resources", "tracks.json").toFile());
        assertThat(cases.size()).isGreaterThanOrEqualTo(8);
        for (JsonNode each : cases) {
            List<Key<Amount>> keys = new ArrayList<>();
            for (JsonNode key : each.path("track")) {
                String way = key.path("way").asString("curve").toUpperCase(Locale.ROOT);
                keys.add(new Key<>(
                        key.path("at_s").asDouble(),
                        new Amount(key.path("value").asDouble()),
                        Easing.valueOf(way)));
            }
            Track<Amount> track = new Track<>(keys);
            for (JsonNode value : each.path("values")) {
                assertThat(track.at(value.get(0).asDouble()).value())
                        .as("%s at %s", each.path("track"), value.get(0))
                        .isCloseTo(value.get(1).asDouble(), within(1e-12));
            }
        }
    }

    @Test
    void rendersAndPagesAgreeOnRotations() {
        JsonNode cases = JsonMapper.builder()
                .build()
                .readTree(Path.of("src", "test", "resources", "turns.json").toFile());
        assertThat(cases.size()).isGreaterThanOrEqualTo(5);
        for (JsonNode each : cases) {
            List<Key<Rotation>> keys = new ArrayList<>();
            for (JsonNode key : each.path("track")) {
                JsonNode angles = key.path("value");
                keys.add(new Key<>(
                        key.path("at_s").asDouble(),
                        Rotation.ofYawPitchRoll(
                                radians(angles, "yaw"), radians(angles, "pitch"), radians(angles, "roll")),
                        Easing.valueOf(key.path("way").asString("curve").toUpperCase(Locale.ROOT))));
            }
            RotationKeys path = new RotationKeys(keys);
            for (JsonNode value : each.path("quaternions")) {
                JsonNode q = value.get(1);
                Rotation wanted = new Rotation(
                        q.get(0).asDouble(),
                        q.get(1).asDouble(),
                        q.get(2).asDouble(),
                        q.get(3).asDouble());
                assertThat(path.at(value.get(0).asDouble()).angleTo(wanted))
                        .as("%s at %s", each.path("track"), value.get(0))
                        .isLessThan(1e-7);
            }
        }
    }

    private static double radians(JsonNode angles, String name) {
        return Math.toRadians(angles.path(name).asDouble());
    }
}
