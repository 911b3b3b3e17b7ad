package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.engine.opencv.OpenCvReader;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import tools.jackson.databind.JsonNode;

/** Rig cards saved, listed, brought in, taken out and given to takes. */
@ExtendWith(RunningApplication.class)
class RigCardsTest {

    private static JsonNode card(Api api, String name) throws Exception {
        for (JsonNode card : api.get("/api/rig-cards/library").json().path("cards")) {
            if (card.path("name").asString().equals(name)) {
                return card;
            }
        }
        throw new AssertionError("no card " + name);
    }

    @Test
    void aRigIsKeptAndGivenToAnotherTake(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long one = api.freshTake();
        long other = api.freshTake();
        String path = "/api/takes/" + one + "/rig-card?revision=1";
        assertThat(api.post(path, "{\"name\":\"My pair\"}").status()).isEqualTo(200);
        assertThat(api.post(path, "{\"name\":\"My pair\"}").body()).contains("'My pair' is there already");
        assertThat(api.post(path, "{\"name\":\" \"}").body()).contains("needs a name");
        long id = card(api, "My pair").path("id").asLong();
        JsonNode given = api.post("/api/rig-cards/" + id + "/give", "{\"takes\":[" + other + "]}")
                .json();
        assertThat(given.get(0).path("problem").asString()).isEmpty();
        JsonNode state = api.get("/api/takes/" + other).json();
        assertThat(state.path("label").asString()).isEqualTo("Use rig card My pair");
        assertThat(state.path("recipe").path("rig").path("name").asString()).isEqualTo("My pair");
        assertThat(card(api, "My pair").path("usedBy").size()).isEqualTo(1);

        // What does not fit is told, and nothing is changed.
        JsonNode six = null;
        for (JsonNode each : api.get("/api/rig-cards/library").json().path("cards")) {
            six = each.path("lenses").asInt() == 6 ? each : six;
        }
        given = api.post("/api/rig-cards/" + six.path("id").asLong() + "/give", "{\"takes\":[" + other + "]}")
                .json();
        assertThat(given.get(0).path("problem").asString()).contains("6 lenses");
        assertThat(api.get("/api/takes/" + other).json().path("revision").asInt())
                .isEqualTo(2);
        assertThat(api.delete("/api/rig-cards/" + six.path("id").asLong()).body())
                .contains("ready cards stay");
        assertThat(api.delete("/api/rig-cards/" + id).status()).isEqualTo(204);
        assertThat(api.get("/api/rig-cards/" + id + "/card.json").status()).isEqualTo(404);
    }

    @Test
    void calibrationsGoOutAndIn(RunningApplication.Server server, @TempDir Path folder) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        api.post("/api/takes/" + take + "/rig-card?revision=1", "{\"name\":\"Out and in\"}");
        long id = card(api, "Out and in").path("id").asLong();
        String yaml = api.get("/api/rig-cards/" + id + "/opencv.yml").body();
        assertThat(OpenCvReader.read(yaml, "x").lenses()).hasSize(2);
        assertThat(api.get("/api/rig-cards/" + id + "/card.json").body()).contains("foldback-rig-card");
        Path file = folder.resolve("from-elsewhere.yml");
        Files.writeString(file, yaml.replace("name: \"Out and in\"", "name: \"From elsewhere\""));
        Path torn = folder.resolve("torn.yml");
        Files.writeString(torn, yaml.substring(0, yaml.indexOf("image_height")));
        try (Browser browser = new Browser()) {
            browser.driver.get(server.uri("/rig-cards").toString());
            browser.await()
                    .until(driver -> !driver.findElements(By.cssSelector("[data-test=card]"))
                            .isEmpty());
            browser.driver.findElement(By.id("file")).sendKeys(file.toString());
            browser.await()
                    .until(driver ->
                            driver.findElement(By.id("cards")).getText().contains("From elsewhere"));
            browser.driver.findElement(By.id("file")).sendKeys(torn.toString());
            browser.await()
                    .until(driver ->
                            driver.findElement(By.tagName("body")).getText().contains("torn.yml was not brought in: "));
        }
        assertThat(card(api, "From elsewhere").path("lenses").asInt()).isEqualTo(2);
    }
}
