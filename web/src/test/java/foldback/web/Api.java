package foldback.web;

import foldback.core.recipe.Recipe;
import foldback.engine.recipe.RecipeJson;
import foldback.web.project.TakeRepository;
import foldback.web.project.TakeRow;
import foldback.web.recipe.Recipes;
import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import org.awaitility.Awaitility;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Talks to the running application as a page does: with its cookie and its token. */
final class Api {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private final CookieManager cookies = new CookieManager();
    private final HttpClient client =
            HttpClient.newBuilder().cookieHandler(cookies).build();
    private final RunningApplication.Server server;

    record Answer(int status, String body) {
        JsonNode json() {
            return JSON.readTree(body);
        }
    }

    Api(RunningApplication.Server server) throws IOException, InterruptedException {
        this.server = server;
        get("/");
    }

    Answer get(String path) throws IOException, InterruptedException {
        return send(HttpRequest.newBuilder(server.uri(path)).build());
    }

    byte[] bytes(String path) throws IOException, InterruptedException {
        return client.send(HttpRequest.newBuilder(server.uri(path)).build(), HttpResponse.BodyHandlers.ofByteArray())
                .body();
    }

    /** A request that changes something, with the page's token. */
    HttpRequest.Builder changing(URI uri) {
        return HttpRequest.newBuilder(uri).header("X-XSRF-TOKEN", token(server.uri("/")));
    }

    HttpResponse<String> raw(HttpRequest request) throws IOException, InterruptedException {
        return client.send(request, HttpResponse.BodyHandlers.ofString());
    }

    Answer post(String path, String body) throws IOException, InterruptedException {
        return send(changing(server.uri(path))
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(body))
                .build());
    }

    Answer delete(String path) throws IOException, InterruptedException {
        return send(changing(server.uri(path)).DELETE().build());
    }

    private String token(URI uri) {
        return cookies.getCookieStore().get(uri).stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
    }

    Answer send(HttpRequest request) throws IOException, InterruptedException {
        HttpResponse<String> response = client.send(request, HttpResponse.BodyHandlers.ofString());
        return new Answer(response.statusCode(), response.body());
    }

    /** Waits, with a worker at work, until a stage's job on a take has ended, and gives its message: nothing where it ended well. */
    String jobsEnd(String take, String stage) throws Exception {
        return endOfJob(take, stage).path("message").asString();
    }

    /** The same with all that is told of the job. */
    JsonNode endOfJob(String take, String stage) throws Exception {
        String job = take + "/stages/" + stage + "/job";
        try (Worker worker = server.worker()) {
            return Awaitility.await()
                    .atMost(Patience.WORK)
                    .pollInterval(Duration.ofMillis(50))
                    .until(
                            () -> get(job).json(),
                            status -> status.has("working")
                                    && !status.path("working").asBoolean());
        }
    }

    /** A new take that no other test changes, with the demo take's recipe as its first revision. */
    long freshTake() {
        return freshTake(demoRecipe());
    }

    long freshTake(Recipe recipe) {
        TakeRepository takes = server.bean(TakeRepository.class);
        TakeRow demo = takes.findById(1L).orElseThrow();
        TakeRow take = takes.save(new TakeRow(demo.projectId(), "Test take", 9));
        server.bean(Recipes.class).start(take.id(), recipe, "Bring in the take");
        return take.id();
    }

    Recipe demoRecipe() {
        return RecipeJson.read(server.bean(Recipes.class).revision(1L, 1).recipe());
    }
}
