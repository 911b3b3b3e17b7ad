package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.WebElement;
import tools.jackson.databind.JsonNode;

/** A stage that main code does not know has all that a stage has, from its own package and its two files of the page. */
@ExtendWith(RunningApplication.class)
class TinyStageTest {

    private static JsonNode row(JsonNode state) {
        for (JsonNode row : state.path("ledger")) {
            if (row.path("stage").asString().equals("tiny")) {
                return row;
            }
        }
        throw new AssertionError("the ledger has no row for the stage: " + state.path("ledger"));
    }

    private static JsonNode counted(Api api, String take) throws Exception {
        assertThat(api.post(take + "/stages/tiny/jobs/count?base=1", "{}").status())
                .isEqualTo(200);
        assertThat(api.jobsEnd(take, "tiny")).isEmpty();
        return api.get(take).json();
    }

    @Test
    void itIsKeptRunUndoneComparedLeftAndGiven(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        String take = "/api/takes/" + api.freshTake();
        long other = api.freshTake();
        assertThat(row(api.get(take).json()).path("verdict").asString()).isEqualTo("unsettled");
        assertThat(api.post(take + "/stages/tiny/jobs/count?base=1", "{\"times\":0}")
                        .body())
                .contains("'times' must be 1 or more");

        JsonNode state = counted(api, take);
        assertThat(state.path("label").asString()).isEqualTo("Count frames");
        int frames = state.path("recipe").path("tiny").path("count").asInt();
        assertThat(row(state).path("figure").asString()).isEqualTo(frames + " frames");
        JsonNode lane = api.get(take + "/revisions/2/stages/tiny/lane").json();
        assertThat(lane.path("whole").path("points").get(0).get(1).asInt()).isEqualTo(frames);

        assertThat(api.get(take + "/revisions/2/sphere?t=1&width=256&without=tiny")
                        .status())
                .isEqualTo(200);

        assertThat(api.post(take + "/revisions/2/stages/tiny/give", "{\"takes\":[" + other + "]}")
                        .json()
                        .get(0)
                        .path("problem")
                        .asString())
                .isEmpty();
        JsonNode given = api.get("/api/takes/" + other).json();
        assertThat(given.path("recipe").path("tiny").path("count").asInt()).isEqualTo(frames);

        JsonNode undone = api.post(take + "/undo?base=2", "").json();
        assertThat(undone.path("recipe").path("tiny").path("count").asInt()).isZero();

        JsonNode left = api.post(
                        take + "/revisions", "{\"base\":1,\"label\":\"Leave it\",\"set\":{\"left\":[\"tiny\"]}}")
                .json();
        assertThat(row(left).path("verdict").asString()).isEqualTo("left as it is");
        JsonNode taken = api.post(
                        take + "/revisions",
                        "{\"base\":%d,\"label\":\"Count\",\"set\":{\"tiny\":{\"count\":3}}}"
                                .formatted(left.path("revision").asInt()))
                .json();
        assertThat(row(taken).path("verdict").asString()).isEqualTo("sure");
        assertThat(api.post(take + "/revisions", "{\"base\":1,\"set\":{\"left\":[\"nothing\"]}}")
                        .body())
                .contains("There is no stage 'nothing'");
    }

    @Test
    void itsSheetStandsOnTheBench(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        try (Worker worker = server.worker();
                Browser browser = new Browser()) {
            browser.driver.get(server.uri("/takes/" + take).toString());
            browser.await()
                    .until(driver -> !driver.findElements(By.cssSelector("body[data-ready]"))
                            .isEmpty());
            browser.driver
                    .findElement(By.cssSelector("[data-stage=tiny] button"))
                    .click();
            browser.find("tiny-count").click();
            browser.await().until(driver -> figure(browser).endsWith("frames"));
            browser.await()
                    .until(driver -> browser.driver.findElements(By.cssSelector("[data-test=finer]")).stream()
                            .map(WebElement::getText)
                            .anyMatch(text -> text.contains("left at most")));
            browser.find("undo").click();
            browser.await().until(driver -> figure(browser).equals("not counted"));
            browser.find("stage-leave").click();
            browser.await()
                    .until(driver -> !browser.driver
                            .findElements(By.cssSelector("[data-stage=tiny] svg[aria-label='left as it is']"))
                            .isEmpty());
            browser.find("stage-reopen").click();
            browser.await().until(driver -> browser.find("stage-leave").isDisplayed());
        }
    }

    private static String figure(Browser browser) {
        return browser.driver
                .findElement(By.cssSelector("[data-stage=tiny] [data-part=figure]"))
                .getText();
    }
}
