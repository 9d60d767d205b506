package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Dimension;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.Keys;

/** An accessibility checker on every page of the console, light and dark. */
class ConsoleAccessibilityTest extends InBrowser {
    private static final String SETTLED = """
            return document.querySelector('main')?.innerText.trim()
                && !document.querySelector('[aria-label=Loading], [aria-busy=true]')
                && document.getAnimations().every((animation) => animation.playState !== 'running')
                ? performance.getEntriesByType('resource').length : -1""";

    @BeforeAll
    static void start(@TempDir Path profile) {
        open(Installation.marea(), profile);
    }

    @Test
    void a_checker_finds_nothing_on_any_page() throws IOException {
        String axe = Files.readString(Models.root().resolve("console/node_modules/axe-core/axe.min.js"));
        String account = marea.sql("select id from accounts.account where email = 'tomas.rey@marea.example'");
        String tenant = marea.sql("select id from cuenta.tenant where name = 'Punta Clara'");
        for (String page : pages(account, tenant)) {
            open(page);
            settle();
            browser.executeScript(axe);
            assertThat(violations()).as(page).isEmpty();
            browser.executeScript("document.documentElement.classList.add('dark')");
            settle();
            assertThat(violations()).as(page + " dark").isEmpty();
        }
    }

    /** Journeys of docs/contributing.md. */
    @Test
    void the_keyboard_alone_signs_in_and_corrects_an_account() {
        marea.sql("delete from cuenta.session");
        open("/accounts");
        find("#identifier");
        reach("textbox", "Email or sign-in name").sendKeys(Installation.OPERATOR);
        reach("textbox", "Password").sendKeys(Installation.OPERATOR_PASSWORD, Keys.ENTER);
        find("table.ledger tbody tr");

        reach("searchbox", "Search").sendKeys("noor.haddad");
        await("Noor Haddad alone", () -> texts("table.ledger tbody tr").size() == 1);
        reach("link", "Noor Haddad").sendKeys(Keys.ENTER);
        awaitText("h1", "Noor Haddad");
        reach("button", "Edit").sendKeys(Keys.ENTER);
        reach("spinbutton", "Contract years").sendKeys(Keys.chord(Keys.CONTROL, "a"), "77", Keys.ENTER);
        awaitText("[id='field-employment.contractYears-help']", "Must be 5 or less.");
        reach("spinbutton", "Contract years").sendKeys(Keys.chord(Keys.CONTROL, "a"), "3", Keys.ENTER);
        awaitText("[role=status]", "Saved");
    }

    @Test
    void the_keyboard_alone_invites_somebody_to_a_tenant() {
        open("/tenants");
        find("table.ledger tbody tr");
        reach("link", "Cala Honda").sendKeys(Keys.ENTER);
        awaitText("h1", "Cala Honda");
        reach("button", "Invite somebody").sendKeys(Keys.SPACE);
        reach("textbox", "Mail address").sendKeys("greta.holm@post.example");
        reach("checkbox", "Send it by mail").sendKeys(Keys.SPACE);
        reach("button", "Invite").sendKeys(Keys.ENTER);
        awaitText("[aria-label=Invitations]", "It is not shown again");
        reach("button", "Withdraw the invitation of greta.holm@post.example").sendKeys(Keys.ENTER);
        awaitText("[aria-label=Invitations]", "No invitation is open.");
    }

    @Test
    void a_narrow_window_is_wide_enough() {
        browser.manage().window().setSize(new Dimension(500, 800));
        open("/accounts");
        assertThat((Long) browser.executeScript(
                        "return document.documentElement.scrollWidth - document.documentElement.clientWidth"))
                .isZero();
        browser.manage().window().setSize(new Dimension(1280, 800));
    }

    /** Those that the console has, and one that it has not. */
    private static List<String> pages(String account, String tenant) throws IOException {
        String routes = Files.readString(Models.root().resolve("console/src/routes.ts"));
        List<String> pages = Pattern.compile("(?m)^  \"(/[^\"]+)\":")
                .matcher(routes)
                .results()
                .map(route -> route.group(1))
                .map(path -> path.replace(":id", path.startsWith("/tenants") ? tenant : account))
                .collect(Collectors.toCollection(ArrayList::new));
        assertThat(pages).contains("/me", "/accounts/" + account);
        pages.add("/model/nowhere");
        return pages;
    }

    @SuppressWarnings("unchecked") // what axe gives
    private static List<String> violations() {
        return (List<String>) ((JavascriptExecutor) browser).executeAsyncScript("""
                const done = arguments[arguments.length - 1];
                axe.run().then((result) => done(result.violations.flatMap((violation) =>
                    violation.nodes.map((node) => violation.id + ': ' + node.html.slice(0, 160) + ' ' + node.failureSummary))));""");
    }

    /** Until everything is there, and nothing has come since the last look. */
    private static void settle() {
        long[] before = {-1};
        patiently()
                .pollingEvery(Duration.ofMillis(150))
                .withMessage("the page settles")
                .until(driver -> {
                    long now = ((Number) browser.executeScript(SETTLED)).longValue();
                    boolean settled = now >= 0 && now == before[0];
                    before[0] = now;
                    return settled;
                });
    }
}
