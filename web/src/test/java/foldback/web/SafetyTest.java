package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What keeps other sites' pages out. */
@ExtendWith(RunningApplication.class)
class SafetyTest {

    @Test
    void sendsAStrictPolicyAndRefusesForeignOrigins(RunningApplication.Server server) throws Exception {
        HttpClient client = HttpClient.newHttpClient();
        HttpResponse<String> own =
                client.send(HttpRequest.newBuilder(server.uri("/")).build(), HttpResponse.BodyHandlers.ofString());
        assertThat(own.statusCode()).isEqualTo(200);
        assertThat(own.headers().firstValue("Content-Security-Policy"))
                .get()
                .asString()
                .contains("default-src 'self'");
        HttpRequest foreign = HttpRequest.newBuilder(server.uri("/"))
                .header("Origin", "http://elsewhere.example")
                .build();
        assertThat(client.send(foreign, HttpResponse.BodyHandlers.discarding()).statusCode())
                .isEqualTo(403);
    }

    @Test
    void refusesChangesWithoutTheToken(RunningApplication.Server server) throws Exception {
        HttpRequest request = HttpRequest.newBuilder(server.uri("/api/takes/1/undo?base=1"))
                .POST(HttpRequest.BodyPublishers.noBody())
                .build();
        assertThat(HttpClient.newHttpClient()
                        .send(request, HttpResponse.BodyHandlers.discarding())
                        .statusCode())
                .isEqualTo(403);
    }

    /** As a browser marks what a page embeds: pictures carry no Origin. */
    @Test
    void answersNoPictureToAnotherPage(RunningApplication.Server server) throws Exception {
        for (String site : new String[] {"cross-site", "same-site"}) {
            assertThat(marked(server, "/api/takes/1/thumbnail", site, "no-cors", "image"))
                    .isEqualTo(403);
            assertThat(marked(server, "/", site, "no-cors", "script")).isEqualTo(403);
            assertThat(marked(server, "/api/deliverables", site, "navigate", "document"))
                    .isEqualTo(403);
            assertThat(marked(server, "/", site, "navigate", "iframe")).isEqualTo(403);
            assertThat(marked(server, "/", site, "navigate", "document"))
                    .as("a link leads here")
                    .isEqualTo(200);
        }
        assertThat(marked(server, "/api/deliverables", "same-origin", "cors", "empty"))
                .isEqualTo(200);
        assertThat(marked(server, "/api/deliverables", "none", "navigate", "document"))
                .isEqualTo(200);
    }

    private static int marked(RunningApplication.Server server, String path, String site, String mode, String what)
            throws Exception {
        HttpRequest request = HttpRequest.newBuilder(server.uri(path))
                .header("Sec-Fetch-Site", site)
                .header("Sec-Fetch-Mode", mode)
                .header("Sec-Fetch-Dest", what)
                .build();
        return HttpClient.newHttpClient()
                .send(request, HttpResponse.BodyHandlers.discarding())
                .statusCode();
    }

    @Test
    void keepsItsPagesToItself(RunningApplication.Server server) throws Exception {
        HttpResponse<Void> page = HttpClient.newHttpClient()
                .send(HttpRequest.newBuilder(server.uri("/")).build(), HttpResponse.BodyHandlers.discarding());
        assertThat(page.headers().firstValue("Cross-Origin-Resource-Policy")).hasValue("same-origin");
        assertThat(page.headers().firstValue("Cross-Origin-Opener-Policy")).hasValue("same-origin");
    }

    @Test
    void makesNoPictureLargerThanAPaneShows(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        Api.Answer huge = api.get("/api/takes/1/revisions/1/sphere?t=0&width=16384");
        assertThat(huge.status()).isEqualTo(400);
        assertThat(huge.body()).contains("at most 8192");
        assertThat(api.get("/api/takes/1/revisions/1/sphere?t=0&width=99999999999")
                        .status())
                .isEqualTo(400);
        // As many of the largest ones at once as a page elsewhere could ask for: each is answered, or told to come
        // again.
        List<Integer> answers = IntStream.range(0, 6)
                .parallel()
                .mapToObj(n -> {
                    try {
                        return api.get("/api/takes/1/revisions/1/sphere?t=0." + n + "&width=8192")
                                .status();
                    } catch (Exception failed) {
                        throw new IllegalStateException(failed);
                    }
                })
                .toList();
        assertThat(answers).contains(200).isSubsetOf(200, 429);
        assertThat(api.get("/api/takes/1").status()).isEqualTo(200);
    }

    @Test
    void refusesBodiesThatNothingNeeds(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String large = "{\"name\":\"" + "n".repeat(1 << 20) + "\"}";
        Api.Answer told = api.post("/api/projects", large);
        assertThat(told.status()).isEqualTo(413);
        assertThat(told.body()).contains("at most 256 kB");
        // Nor where the length is not told before.
        HttpRequest untold = api.changing(server.uri("/api/projects"))
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofInputStream(
                        () -> new ByteArrayInputStream(large.getBytes(StandardCharsets.UTF_8))))
                .build();
        assertThat(api.raw(untold).statusCode()).isEqualTo(413);
    }
}
