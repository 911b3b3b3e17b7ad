package foldback.web;

import java.time.Duration;
import java.util.Map;
import org.openqa.selenium.By;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebDriver;
import org.openqa.selenium.WebDriverException;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.support.ui.ExpectedConditions;
import org.openqa.selenium.support.ui.Wait;
import org.openqa.selenium.support.ui.WebDriverWait;

/**
 * Debian's Chromium at exactly 1280 x 800; elements are found by their {@code data-test} names. One is kept for all tests of a run, since
 * a start takes seconds: a test finds an empty page and nothing stored by the one before it.
 */
final class Browser implements AutoCloseable {
    private static ChromeDriver kept;
    final ChromeDriver driver;

    Browser() {
        driver = atHand();
    }

    private static synchronized ChromeDriver atHand() {
        if (kept == null) {
            kept = start();
            Runtime.getRuntime().addShutdownHook(new Thread(kept::quit));
        }
        return kept;
    }

    private static ChromeDriver start() {
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-dev-shm-usage",
                "--use-angle=swiftshader",
                "--enable-unsafe-swiftshader",
                "--window-size=1280,800",
                "--hide-scrollbars",
                "--force-device-scale-factor=1",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync");
        ChromeDriver driver = new ChromeDriver(
                new ChromeDriverService.Builder()
                        .usingDriverExecutable(new java.io.File("/usr/bin/chromedriver"))
                        .build(),
                options);
        driver.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of("width", 1280, "height", 800, "deviceScaleFactor", 1, "mobile", false));
        return driver;
    }

    WebElement find(String name) {
        return await().until(ExpectedConditions.presenceOfElementLocated(By.cssSelector("[data-test='" + name + "']")));
    }

    /** Presses what may be drawn anew at any moment. */
    void press(String name) {
        await().until(driver -> {
            find(name).click();
            return true;
        });
    }

    /** Presses what stays pressed, however often it is drawn anew meanwhile. */
    void pressDown(String name) {
        await().until(driver -> {
            if (!isDown(name)) {
                find(name).click();
            }
            return isDown(name);
        });
    }

    private boolean isDown(String name) {
        return "true".equals(find(name).getDomAttribute("aria-pressed"));
    }

    void awaitText(String name, String part) {
        await().until(driver -> find(name).getText().contains(part));
    }

    /** A wait that looks again where the page drew something anew under it. */
    Wait<WebDriver> await() {
        return new WebDriverWait(driver, Patience.LONG, Duration.ofMillis(50))
                .ignoring(StaleElementReferenceException.class);
    }

    @Override
    public void close() {
        try {
            String own = driver.getWindowHandle();
            for (String window : driver.getWindowHandles()) {
                if (!window.equals(own)) {
                    driver.switchTo().window(window).close();
                }
            }
            driver.switchTo().window(own);
            driver.executeScript("localStorage.clear(); sessionStorage.clear();");
            driver.get("about:blank");
        } catch (WebDriverException broken) {
            // The next test gets a new one.
            synchronized (Browser.class) {
                driver.quit();
                kept = null;
            }
        }
    }
}
