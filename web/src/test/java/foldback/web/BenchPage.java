package foldback.web;

import org.openqa.selenium.By;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;

/** The bench of a take in a browser. */
final class BenchPage {
    private final Browser browser;

    private BenchPage(Browser browser) {
        this.browser = browser;
    }

    /** Opens a take at one of its stages. */
    static BenchPage open(Browser browser, RunningApplication.Server server, long take, String stage) {
        browser.driver.get(server.uri("/takes/" + take).toString());
        browser.await()
                .until(driver ->
                        !driver.findElements(By.cssSelector("body[data-ready]")).isEmpty());
        browser.driver
                .findElement(By.cssSelector("[data-stage=" + stage + "] button"))
                .click();
        return new BenchPage(browser);
    }

    void awaitSaved(int revision) {
        browser.await().until(driver -> browser.find("kept").getText().equals("Saved, revision " + revision));
    }

    void awaitPicture(String pane) {
        browser.await()
                .until(driver -> !driver.findElements(By.cssSelector("[data-test=" + pane + "][data-shown]"))
                        .isEmpty());
    }

    /** From a place counted from the pane's middle, by so many pixels. */
    void drag(String pane, int fromX, int fromY, int byX, int byY) {
        WebElement picture = browser.find(pane);
        new Actions(browser.driver)
                .moveToElement(picture, fromX, fromY)
                .clickAndHold()
                .moveByOffset(byX / 2, byY / 2)
                .moveByOffset(byX - byX / 2, byY - byY / 2)
                .release()
                .perform();
    }
}
