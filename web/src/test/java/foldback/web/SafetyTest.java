package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
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
}
