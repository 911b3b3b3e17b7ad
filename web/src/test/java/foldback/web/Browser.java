package foldback.web;

import java.time.Duration;
import java.util.Map;
import org.openqa.selenium.By;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebDriver;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.support.ui.ExpectedConditions;
import org.openqa.selenium.support.ui.Wait;
import org.openqa.selenium.support.ui.WebDriverWait;

/** Debian's Chromium at exactly 1280 x 800; elements are found by their {@code data-test} names. */
final class Browser implements AutoCloseable {
    final ChromeDriver driver;

    Browser() {
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
        driver = new ChromeDriver(
                new ChromeDriverService.Builder()
                        .usingDriverExecutable(new java.io.File("/usr/bin/chromedriver"))
                        .build(),
                options);
        driver.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of("width", 1280, "height", 800, "deviceScaleFactor", 1, "mobile", false));
    }

    WebElement find(String name) {
        return await(Duration.ofSeconds(20))
                .until(ExpectedConditions.presenceOfElementLocated(By.cssSelector("[data-test='" + name + "']")));
    }

    /** Presses what may be drawn anew at any moment. */
    void press(String name) {
        await(Duration.ofSeconds(20)).until(driver -> {
            find(name).click();
            return true;
        });
    }

    void awaitText(String name, String part) {
        await(Duration.ofSeconds(20)).until(driver -> find(name).getText().contains(part));
    }

    /** A wait that looks again where the page drew something anew under it. */
    Wait<WebDriver> await(Duration most) {
        return new WebDriverWait(driver, most, Duration.ofMillis(50)).ignoring(StaleElementReferenceException.class);
    }

    @Override
    public void close() {
        driver.quit();
    }
}
