package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterAll;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebDriver;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.ExpectedConditions;
import org.openqa.selenium.support.ui.FluentWait;
import org.openqa.selenium.support.ui.Select;
import org.openqa.selenium.support.ui.WebDriverWait;

/** The console in a real browser, at which the operator is signed in. */
abstract class InBrowser {
    /** More than there are on any page of the demo's. */
    private static final int MOST_STOPS = 150;

    static Installation marea;
    static ChromeDriver browser;

    static void open(Installation installation, Path profile) {
        marea = installation;
        marea.sample(60, 5);
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments(
                "--headless",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--force-prefers-reduced-motion", // what moves is drawn by the processor
                "--window-size=1280,800",
                "--lang=en-GB",
                "--user-data-dir=" + profile);
        ChromeDriverService service = new ChromeDriverService.Builder()
                .usingDriverExecutable(new File("/usr/bin/chromedriver"))
                .build();
        browser = new ChromeDriver(service, options);
        signIn();
    }

    @AfterAll
    static void stop() {
        browser.quit();
        marea.close();
    }

    private static void signIn() {
        open("/");
        type("#identifier", Installation.OPERATOR);
        type("#password", "wrong");
        click("button[type=submit]");
        assertThat(find("[role=alert]").getText()).contains("The sign-in name or the password is wrong.");
        type("#password", Installation.OPERATOR_PASSWORD);
        click("button[type=submit]");
        find("table.ledger tbody tr");
    }

    static void signInAs(String name) {
        type("#identifier", name);
        type("#password", Installation.OPERATOR_PASSWORD);
        click("button[type=submit]");
    }

    static void choose(String selector, String option) {
        new Select(find(selector)).selectByVisibleText(option);
    }

    /** Until there is what should be there; a busy machine may take its time. */
    static FluentWait<WebDriver> patiently() {
        return new WebDriverWait(browser, Duration.ofMinutes(1))
                .pollingEvery(Duration.ofMillis(25))
                .ignoring(StaleElementReferenceException.class);
    }

    static void open(String path) {
        browser.get(marea.url() + path);
    }

    static WebElement find(String selector) {
        return patiently().until(ExpectedConditions.visibilityOfElementLocated(By.cssSelector(selector)));
    }

    static void click(String selector) {
        find(selector).click();
    }

    static void press(String label) {
        String xpath = "//button[normalize-space()='" + label + "']";
        patiently()
                .until(ExpectedConditions.elementToBeClickable(By.xpath(xpath)))
                .click();
    }

    static void type(String selector, String text) {
        WebElement input = find(selector);
        input.clear();
        input.sendKeys(text);
    }

    /**
     * Goes on by the keyboard to what has that role and that name, as a screen reader says them.
     *
     * @return what the keyboard writes into from then on
     */
    static WebElement reach(String role, String name) {
        List<String> met = new ArrayList<>();
        for (int stop = 0; stop < MOST_STOPS; stop++) {
            WebElement focused = browser.switchTo().activeElement();
            met.add(focused.getAriaRole() + " " + focused.getAccessibleName());
            if (met.get(stop).equals(role + " " + name)) {
                return focused;
            }
            new Actions(browser).sendKeys(Keys.TAB).perform();
        }
        throw new AssertionError("No " + role + " " + name + " comes, but " + met);
    }

    static List<String> texts(String selector) {
        return browser.findElements(By.cssSelector(selector)).stream()
                .map(WebElement::getText)
                .toList();
    }

    static void awaitText(String selector, String text) {
        await(text, () -> texts(selector).stream().anyMatch(it -> it.contains(text)));
    }

    static void await(String what, BooleanSupplier condition) {
        patiently().withMessage(what).until(driver -> condition.getAsBoolean());
    }
}
