package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.keys.Amount;
import foldback.core.keys.Easing;
import foldback.core.keys.Key;
import foldback.core.keys.Track;
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
}
