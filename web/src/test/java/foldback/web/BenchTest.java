package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.interactions.WheelInput;
import org.openqa.selenium.support.ui.Select;
import tools.jackson.databind.JsonNode;

/** The controls of the bench, each as a hand uses it. */
@ExtendWith(RunningApplication.class)
class BenchTest {
    private Browser browser;
    private Api api;
    private long take;

    @BeforeEach
    void open(RunningApplication.Server server) throws Exception {
        api = new Api(server);
        take = api.freshTake();
        browser = new Browser();
        load(server);
    }

    @AfterEach
    void close() {
        browser.close();
    }

    private void load(RunningApplication.Server server) {
        browser.driver.get(server.uri("/takes/" + take).toString());
        browser.await()
                .until(driver ->
                        !driver.findElements(By.cssSelector("body[data-ready]")).isEmpty());
        shownTimes("pane-sphere", 1);
    }

    private void shownTimes(String pane, int times) {
        browser.await()
                .until(driver -> driver.findElements(By.cssSelector("[data-test='" + pane + "'][data-shown]")).stream()
                        .anyMatch(view -> Integer.parseInt(view.getDomAttribute("data-shown")) >= times));
    }

    private void revision(int number) {
        browser.await().until(driver -> browser.find("kept").getText().equals("Saved, revision " + number));
    }

    private void stage(String stage) {
        browser.driver
                .findElement(By.cssSelector("[data-stage=" + stage + "] button"))
                .click();
    }

    private String figure(String stage) {
        return browser.driver
                .findElement(By.cssSelector("[data-stage=" + stage + "] [data-part=figure]"))
                .getText();
    }

    private void keys(CharSequence... keys) {
        browser.driver.findElement(By.tagName("body")).sendKeys(keys);
    }

    private void type(String field, String value) {
        WebElement input = browser.find(field);
        input.sendKeys(Keys.chord(Keys.CONTROL, "a"), value, Keys.ENTER);
    }

    @Test
    void numbersOfEveryStageAreKeptAndTold(RunningApplication.Server server) throws Exception {
        stage("seams");
        type("feather", "7.5");
        revision(2);
        assertThat(figure("seams")).isEqualTo("feather 7.5°");
        type("meeting", "2,5");
        revision(3);
        stage("rig");
        type("turn-yaw_deg", "1.25");
        revision(4);
        stage("balance");
        browser.press("balance-of-B");
        type("trim-exposure_stops", "0.3");
        revision(5);
        // What is no number is marked, and nothing is kept.
        type("trim-red_stops", "warm");
        assertThat(browser.find("trim-red_stops").getDomAttribute("class")).contains("wrong");
        browser.find("trim-red_stops").sendKeys(Keys.ESCAPE);
        // A number beyond its bounds is taken to them.
        type("trim-red_stops", "99");
        revision(6);
        assertThat(browser.find("trim-red_stops").getDomProperty("value")).isEqualTo("6.00");

        var recipe = api.get("/api/takes/" + take).json().path("recipe");
        assertThat(recipe.path("seams").path("meeting_m").asDouble()).isEqualTo(2.5);
        assertThat(recipe.path("rig").path("source").asString()).isEqualTo("set by hand");
        assertThat(recipe.path("rig").path("lenses").get(0).path("yaw_deg").asDouble())
                .isEqualTo(1.25);

        // Closing the page loses nothing; undo goes on where it was.
        load(server);
        assertThat(browser.find("kept").getText()).isEqualTo("Saved, revision 6");
        keys(Keys.chord(Keys.CONTROL, "z"));
        revision(5);
        keys(Keys.chord(Keys.CONTROL, Keys.SHIFT, "Z"));
        revision(6);
    }

    @Test
    void oneActionEvensTheLensesAndSaysHowFar(RunningApplication.Server server) throws Exception {
        stage("level");
        long folded = ledgerHeight();
        stage("balance");
        assertThat(figure("balance")).isEqualTo("not evened");
        try (Worker worker = server.worker()) {
            browser.press("even");
            revision(2);
        }
        assertThat(figure("balance")).endsWith("stops left");
        double left = Double.parseDouble(figure("balance").split(" ")[0]);
        assertThat(left).isLessThan(0.1);
        assertThat(browser.driver
                        .findElement(By.cssSelector("[data-stage=balance] svg"))
                        .getDomAttribute("aria-label"))
                .isIn("sure", "check");
        assertThat(browser.find("sheet").getText()).contains("stops apart at the seams before");
        assertThat(browser.find("balance-said").getText()).contains("full scale", "Given back towards the rims");
        Select bright = new Select(browser.find("balance-highlights"));
        assertThat(bright.getFirstSelectedOption().getText()).isEqualTo("draw together");
        bright.selectByValue("lower");
        revision(3);
        // A lane for the only seam, and one for what each lens has clipped.
        browser.await()
                .until(driver ->
                        driver.findElements(By.cssSelector("[data-test=finer]")).size() == 3);
        // When they go away, the ledger is as tall as its rows again.
        stage("level");
        browser.await().until(driver -> ledgerHeight() == folded);
    }

    /** How tall the ledger is with all its rows, seen or not. */
    private long ledgerHeight() {
        return (Long) browser.driver.executeScript("return document.getElementById('ledger').scrollHeight;");
    }

    @Test
    void scopesMeasureTheSphereAndALens() {
        stage("balance");
        browser.await().until(driver -> !shown().isEmpty());
        String before = shown();
        new Select(browser.find("scopeKind")).selectByValue("vector");
        new Select(browser.find("scopeOf")).selectByValue("A");
        browser.await().until(driver -> !shown().equals(before));
        String ofA = shown();
        new Select(browser.find("scopeOf")).selectByValue("seam-A-B");
        browser.await().until(driver -> !shown().equals(ofA));
        assertThat(browser.find("pane-scope").getText()).doesNotContain("share no place");
        for (String kind : new String[] {"parade", "histogram", "waveform"}) {
            new Select(browser.find("scopeKind")).selectByValue(kind);
        }
        assertThat(browser.find("pane-scope").getText()).doesNotContain("failed");
    }

    @Test
    void footageIsShownThroughACubeAndDeliveredThroughItOnlyWhereAsked(@TempDir Path folder) throws Exception {
        Path broken = Files.writeString(folder.resolve("broken.cube"), "LUT_3D_SIZE 2\n0 0 0\n");
        Path warm = Files.writeString(
                folder.resolve("warm.cube"),
                "LUT_3D_SIZE 2\n0 0 0\n1 0 0\n0 0.9 0\n1 0.9 0\n0 0 0.8\n1 0 0.8\n0 0.9 0.8\n1 0.9 0.8\n");
        stage("balance");
        browser.find("cube-file").sendKeys(broken.toString());
        browser.awaitText("toast", "broken.cube, line 2: it ends after 1 of 8 rows");
        browser.find("cube-file").sendKeys(warm.toString());
        revision(2);
        browser.await()
                .until(driver -> new Select(browser.find("balance-transform"))
                        .getFirstSelectedOption()
                        .getText()
                        .equals("by warm.cube"));
        Path own = Files.writeString(folder.resolve("own log.cube"), "LUT_1D_SIZE 3\n0 0 0\n0.1 0.1 0.1\n1 1 1\n");
        Path look = Files.writeString(folder.resolve("look.cube"), "LUT_1D_SIZE 3\n0 0 0\n0.9 0.9 0.9\n0.8 0.8 0.8\n");
        browser.find("linear-file").sendKeys(look.toString());
        browser.awaitText("toast", "look.cube is no curve from a signal to light");
        browser.find("linear-file").sendKeys(own.toString());
        revision(3);
        browser.await()
                .until(driver -> new Select(browser.find("balance-curve"))
                        .getFirstSelectedOption()
                        .getText()
                        .equals("by own log.cube"));
        keys("h");
        Select colours = new Select(browser.find("ho-colours"));
        assertThat(colours.getFirstSelectedOption().getText()).isEqualTo("as the footage: own log.cube");
        assertThat(colours.getOptions().get(1).getText()).isEqualTo("through the transform: warm.cube");
    }

    @Test
    void noiseIsTakenOutLookedAtAndItsCostIsSaid() {
        stage("balance");
        type("noise-temporal", "5");
        revision(2);
        browser.awaitText("noise-cost", "s a frame: a minute of the take is rendered");
        new Select(browser.driver.findElement(By.cssSelector(".pane-cap select"))).selectByValue("lens");
        shownTimes("pane-lens", 1);
        browser.driver.findElement(By.cssSelector("[data-tool=cleaned]")).click();
        shownTimes("pane-lens", 2);
        browser.await().until(driver -> browser.find("pane-lens").getDomAttribute("data-split") != null);
    }

    private void keySign(String sign) {
        browser.await()
                .until(driver ->
                        browser.find("key-trim-exposure_stops").getText().equals(sign));
    }

    /** How often the scope has been drawn. */
    private String shown() {
        String times = browser.find("pane-scope").getDomAttribute("data-shown");
        return times == null ? "" : times;
    }

    @Test
    void aTrimChangesOverTimeByKeysAndIsCopied() {
        stage("balance");
        browser.press("balance-of-A");
        type("trim-exposure_stops", "0.5");
        revision(2);
        browser.press("key-trim-exposure_stops");
        revision(3);
        keySign("■");
        for (int i = 0; i < 5; i++) {
            browser.press("frame-forth");
        }
        keySign("□");
        type("trim-exposure_stops", "1.5");
        revision(4);
        browser.press("frame-back");
        browser.press("frame-back");
        browser.await().until(driver -> {
            double between =
                    Double.parseDouble(browser.find("trim-exposure_stops").getDomProperty("value"));
            return between > 0.5 && between < 1.5;
        });
        browser.press("track-back-trim-exposure_stops");
        browser.await()
                .until(shown ->
                        "0.50".equals(browser.find("trim-exposure_stops").getDomProperty("value")));
        browser.press("trim-copy");
        revision(5);
        browser.press("balance-of-B");
        keySign("■");
        browser.press("trim-back");
        revision(6);
        keySign("◇");
    }

    @Test
    void aTracksKeysAreMovedEasedAndCleared() throws Exception {
        stage("balance");
        browser.press("key-trim-tint_stops");
        revision(2);
        keys(Keys.END);
        type("trim-tint_stops", "2");
        revision(3);
        keys(Keys.HOME);
        new Select(browser.find("track-way-trim-tint_stops")).selectByValue("hold");
        revision(4);
        browser.press("frame-forth");
        browser.await()
                .until(driver -> "0.00".equals(browser.find("trim-tint_stops").getDomProperty("value")));
        browser.press("track-next-trim-tint_stops");
        browser.await()
                .until(driver -> "2.00".equals(browser.find("trim-tint_stops").getDomProperty("value")));
        browser.find("track-key-trim-tint_stops").sendKeys(Keys.ARROW_LEFT);
        revision(5);
        JsonNode moved = keysOfTint();
        assertThat(moved.get(0).path("way").asString()).isEqualTo("hold");
        double end = moved.get(1).path("at_s").asDouble();
        WebElement lane = browser.driver.findElement(By.cssSelector("[data-test=track] .lane"));
        int half = lane.getSize().getWidth() / 2;
        new Actions(browser.driver)
                .moveToElement(lane, 10 - half, 0)
                .clickAndHold()
                .moveByOffset(half / 2, 0)
                .moveByOffset(half / 2, 0)
                .release()
                .perform();
        revision(6);
        assertThat(keysOfTint().get(0).path("at_s").asDouble()).isBetween(1.0, end - 1);
        browser.press("track-clear-trim-tint_stops");
        revision(7);
        assertThat(browser.driver.findElements(By.cssSelector("[data-test=track]")))
                .isEmpty();
    }

    private JsonNode keysOfTint() throws Exception {
        return api.get("/api/takes/" + take)
                .json()
                .path("recipe")
                .path("balance")
                .path("whole")
                .path("tint_stops");
    }

    @Test
    void anotherRigsCardIsUsedOnlyWhereItFits() throws Exception {
        stage("rig");
        Select cards = new Select(browser.find("cards"));
        browser.await().until(driver -> cards.getOptions().size() >= 3);
        cards.selectByVisibleText("Two back-to-back fisheyes, 195°");
        browser.press("use-card");
        revision(2);
        assertThat(figure("rig")).startsWith("Two back-to-back");
        Select again = new Select(browser.find("cards"));
        browser.await().until(driver -> again.getOptions().size() >= 3);
        again.selectByVisibleText("Six around, 92° wide");
        browser.press("use-card");
        browser.await()
                .until(driver -> !driver.findElements(By.cssSelector(".toast")).isEmpty());
        assertThat(browser.driver.findElement(By.cssSelector(".toast")).getText())
                .contains("has 6 lenses, the take has 2 clips");
        assertThat(api.get("/api/takes/" + take).json().path("revision").asInt())
                .isEqualTo(2);
    }

    @Test
    void everyViewShowsTheMomentAndCanBeSeenOneToOne() {
        WebElement view = browser.find("pane-view");
        new Select(view).selectByValue("contact");
        shownTimes("pane-contact", 1);
        assertThat(browser.find("pane-says").getText()).isEqualTo("2 lenses at one instant");
        new Select(browser.find("pane-view")).selectByValue("lens");
        shownTimes("pane-lens", 1);
        keys("x");
        browser.await().until(driver -> browser.find("pane-says").getText().equals("1920 x 1920 at 100%"));
        keys("w");
        browser.await().until(driver -> !browser.find("pane-says").getText().contains("100%"));
        new Select(browser.find("pane-view")).selectByValue("sphere");
        shownTimes("pane-sphere", 1);
        WebElement sphere = browser.find("pane-sphere");
        new Actions(browser.driver)
                .scrollFromOrigin(WheelInput.ScrollOrigin.fromElement(sphere), 0, -600)
                .perform();
        browser.await().until(driver -> percent(browser.find("pane-says").getText()) > 60);
    }

    private static int percent(String says) {
        return Integer.parseInt(says.replaceAll(".* at (\\d+)%.*", "$1"));
    }

    @Test
    void keysMoveTheMomentTheRangeTheStageAndTheLight() {
        keys(Keys.ARROW_RIGHT);
        keys(Keys.ARROW_RIGHT);
        assertThat(browser.find("time").getText()).isEqualTo("0:00.08");
        keys(Keys.chord(Keys.SHIFT, Keys.ARROW_RIGHT));
        assertThat(browser.find("time").getText()).isEqualTo("0:01.08");
        keys("b");
        keys(Keys.chord(Keys.SHIFT, Keys.ARROW_RIGHT));
        keys("e");
        keys("h");
        browser.await().until(driver -> "1.08".equals(browser.find("ho-from").getDomProperty("value")));
        assertThat(browser.find("ho-to").getDomProperty("value")).isEqualTo("2.12");
        browser.driver
                .findElement(By.cssSelector("#handover-dialog [data-part=close]"))
                .click();
        keys(Keys.HOME);
        assertThat(browser.find("time").getText()).isEqualTo("0:00.00");
        keys(Keys.END);
        assertThat(browser.find("time").getText()).isEqualTo("0:08.36");
        keys("6");
        assertThat(browser.find("sheet").findElement(By.tagName("h1")).getText())
                .isEqualTo("Level");
        String before = browser.driver.findElement(By.tagName("html")).getDomAttribute("data-theme");
        keys("t");
        String after = browser.driver.findElement(By.tagName("html")).getDomAttribute("data-theme");
        assertThat(after).isNotEqualTo(before);
        keys("p");
        shownTimes("pane-look", 1);
        List<WebElement> panes = browser.driver.findElements(By.cssSelector(".pane"));
        assertThat(panes).hasSize(2);
    }

    @Test
    void whatCannotBeHandedOverIsSaidInTheDialog() {
        keys("h");
        WebElement to = browser.find("ho-to");
        browser.await()
                .until(driver ->
                        !browser.find("ho-name").getDomProperty("value").isEmpty());
        to.sendKeys(Keys.chord(Keys.CONTROL, "a"), "99");
        browser.press("ho-start");
        WebElement wrong = browser.driver.findElement(By.cssSelector("#handover-dialog [data-part=wrong]"));
        browser.await().until(driver -> wrong.isDisplayed());
        assertThat(wrong.getText()).contains("goes beyond the frames that all lenses have");
    }
}
