package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;

/** What axe-core finds that would keep people from using the pages with a screen reader or by keyboard. */
@ExtendWith(RunningApplication.class)
class AccessibilityTest {
    private static final String RUN = "const done = arguments[arguments.length - 1];"
            + "axe.run(document, { resultTypes: ['violations'] }).then(({ violations }) => done(violations"
            + ".filter(({ impact }) => impact !== 'minor').flatMap(({ id, nodes }) => nodes.map(({ target }) => id + ': ' + target.join(' ')))))";

    private static List<?> findings(Browser browser) throws Exception {
        browser.driver.executeScript(Files.readString(Path.of("node_modules", "axe-core", "axe.min.js")));
        return (List<?>) browser.driver.executeAsyncScript(RUN);
    }

    @Test
    void pagesHaveNone(RunningApplication.Server server) throws Exception {
        try (Browser browser = new Browser()) {
            for (String page : List.of("/", "/projects/1", "/cards", "/handover", "/nowhere")) {
                browser.driver.get(server.uri(page).toString());
                browser.await()
                        .until(driver ->
                                !driver.findElements(By.tagName("main")).isEmpty());
                assertThat(findings(browser)).as(page).isEmpty();
            }
        }
    }

    @Test
    void theBenchHasNoneInAnyStage(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        try (Browser browser = new Browser()) {
            BenchPage.open(browser, server, take, "gather");
            for (String stage :
                    List.of("gather", "sync", "rig", "balance", "steady", "level", "seams", "depth", "framing")) {
                browser.driver
                        .findElement(By.cssSelector("[data-stage=" + stage + "] button"))
                        .click();
                browser.await()
                        .until(driver -> !driver.findElements(By.cssSelector("#sheet h1"))
                                .isEmpty());
                assertThat(findings(browser)).as(stage).isEmpty();
            }
            browser.press("hand-over");
            browser.await()
                    .until(driver ->
                            !browser.find("ho-name").getDomProperty("value").isEmpty());
            assertThat(findings(browser)).as("handing over").isEmpty();
        }
    }
}
