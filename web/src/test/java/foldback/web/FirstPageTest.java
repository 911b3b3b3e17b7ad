package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(RunningApplication.class)
class FirstPageTest {

    @Test
    void showsTheProjectsPageInABrowser(RunningApplication.Server server) {
        try (Browser browser = new Browser()) {
            browser.driver.get(server.uri("/").toString());
            assertThat(browser.driver.getTitle()).isEqualTo("Projects · Foldback");
        }
    }

    @Test
    void refusesForeignOriginsAndSendsAStrictPolicy(RunningApplication.Server server) throws Exception {
        HttpClient client = HttpClient.newHttpClient();
        HttpResponse<String> own =
                client.send(HttpRequest.newBuilder(server.uri("/")).build(), HttpResponse.BodyHandlers.ofString());
        assertThat(own.statusCode()).isEqualTo(200);
        assertThat(own.headers().firstValue("Content-Security-Policy"))
                .get()
                .asString()
                .contains("default-src 'self'");
        HttpResponse<String> foreign = client.send(
                HttpRequest.newBuilder(server.uri("/"))
                        .header("Origin", "http://elsewhere.example")
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        assertThat(foreign.statusCode()).isEqualTo(403);
    }
}
