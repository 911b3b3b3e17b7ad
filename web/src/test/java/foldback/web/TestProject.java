package foldback.web;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import org.awaitility.Awaitility;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A project of a test's own, and what it gathers. */
record TestProject(Api api, long id) {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    static TestProject create(Api api, String name) throws Exception {
        return new TestProject(
                api,
                api.post("/api/projects", JSON.writeValueAsString(Map.of("name", name)))
                        .json()
                        .path("project")
                        .asLong());
    }

    String path() {
        return "/api/projects/" + id;
    }

    Api.Answer bringIn(String... paths) throws Exception {
        return api.post(path() + "/clips", JSON.writeValueAsString(Map.of("paths", List.of(paths))));
    }

    /** What it holds when all its clips have been looked into. */
    JsonNode read() {
        return Awaitility.await()
                .atMost(Patience.LONG)
                .pollInterval(Duration.ofMillis(100))
                .until(
                        () -> api.get(path() + "/gather").json(),
                        view -> view.path("reading").asInt() == 0);
    }

    Api.Answer makeTake(JsonNode group, String card) throws Exception {
        return api.post(
                path() + "/takes",
                JSON.writeValueAsString(Map.of(
                        "clips",
                        StreamSupport.stream(group.path("clips").spliterator(), false)
                                .map(clip -> clip.path("id").asLong())
                                .toList(),
                        "name",
                        group.path("name").asString(),
                        "card",
                        card)));
    }

    static List<String> files(JsonNode group) {
        return StreamSupport.stream(group.path("clips").spliterator(), false)
                .map(clip -> clip.path("file").asString())
                .toList();
    }
}
