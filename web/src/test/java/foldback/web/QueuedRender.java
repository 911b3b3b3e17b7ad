package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.recipe.RecipeJson;
import foldback.engine.render.RenderJob;
import foldback.engine.render.Renderer;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.awaitility.Awaitility;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.MissingNode;

/** A deliverable that a test put into the queue. */
record QueuedRender(Api api, long id) {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    /**
     * Orders one from a take's first revision.
     *
     * @param spec as JSON
     */
    static QueuedRender order(Api api, long take, String name, TimeSpan range, String spec) throws Exception {
        Api.Answer answer = api.post("/api/takes/" + take + "/deliverables", body(name, range, spec));
        assertThat(answer.status()).as(answer.body()).isEqualTo(200);
        return new QueuedRender(api, answer.json().path("id").asLong());
    }

    static String body(String name, TimeSpan range, String spec) {
        return JSON.writeValueAsString(JSON.createObjectNode()
                .put("base", 1)
                .put("name", name)
                .put("from", range.from())
                .put("to", range.to())
                .set("spec", JSON.readTree(spec)));
    }

    /** Its row; missing while the database is away. */
    JsonNode row() throws Exception {
        for (JsonNode row : api.get("/api/deliverables").json()) {
            if (row.path("id").asLong() == id) {
                return row;
            }
        }
        return MissingNode.getInstance();
    }

    String state() throws Exception {
        return row().path("state").asString("");
    }

    void press(String what) throws Exception {
        api.post("/api/deliverables/" + id + "/" + what, "");
    }

    void await(Predicate<JsonNode> condition) {
        Awaitility.await()
                .atMost(Patience.WORK)
                .pollInterval(Duration.ofMillis(50))
                .until(() -> condition.test(row()));
    }

    void await(String state) {
        await(row -> row.path("state").asString("").equals(state));
    }

    void awaitFrames(long more) {
        await(row -> row.path("framesDone").asLong() > more);
    }

    /** How many of its pieces are there. */
    long pieces(RunningApplication.Server server) throws Exception {
        try (Stream<Path> files = Files.walk(server.home.resolve("work/render").resolve(Long.toString(id)))) {
            return files.filter(file -> file.getFileName().toString().matches("piece-\\d+\\.mp4"))
                    .count();
        }
    }

    /** The same documents, rendered here in one go, undisturbed. */
    Path renderedHere(RunningApplication.Server server, TimeSpan range, Path folder) throws Exception {
        String documents = "/api/deliverables/" + id;
        Recipe recipe = RecipeJson.read(api.get(documents + "/recipe.json").body());
        RenderSpec spec = RenderSpec.read(api.get(documents + "/spec.json").body());
        Take take = Take.open(recipe, MediaFolders.of(server.home.resolve("media")));
        Path mine = folder.resolve("mine.mp4");
        new Renderer(2, 0)
                .render(
                        new RenderJob(recipe, spec, take, range, java.util.Optional.empty()),
                        folder.resolve("work"),
                        mine,
                        Run.QUIET);
        return mine;
    }
}
