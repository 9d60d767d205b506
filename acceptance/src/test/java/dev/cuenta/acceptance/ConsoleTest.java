package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.service.testing.Authenticator;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.support.ui.ExpectedConditions;

/** The journeys of the job in the packaged console. */
class ConsoleTest extends InBrowser {
    @BeforeAll
    static void start(@TempDir Path profile) {
        open(Installation.mareaToTheLetter(), profile);
    }

    @Test
    void a_picture_is_uploaded_shown_and_an_earlier_one_comes_back(@TempDir Path folder) throws IOException {
        open("/me");
        upload(picture(folder, 40));
        await("the picture", () -> shownWidth(".size-32") == 384);
        upload(picture(folder, 50));
        click("button[title^='Bring back']");
        await("the picture", () -> pictures().contains("40 x 20"));
        await(
                "the picture",
                () -> pictures().lines().anyMatch(line -> line.startsWith("current") && line.contains("40 x 20")));

        assertThat(shownWidth("img[src*='person.card']")).isPositive();
        open("/accounts");
        await("the picture", () -> shownWidth("table.ledger img") == 96);
        Path text = Files.writeString(folder.resolve("text.png"), "no picture");
        open("/me");
        upload(text);
        assertThat(find("[role=alert]").getText()).contains("Is not a picture that can be kept");
    }

    private static void upload(Path file) {
        // Hidden from eyes, behind a button that looks like the others.
        patiently()
                .until(ExpectedConditions.presenceOfElementLocated(By.cssSelector("input[type=file]")))
                .sendKeys(file.toString());
    }

    private static long shownWidth(String image) {
        return (Long) browser.executeScript(
                "return [...document.querySelectorAll(arguments[0])].map(it => it.naturalWidth ?? 0).find(width => width > 0) ?? 0",
                image);
    }

    private static String pictures() {
        return marea.cuenta("accounts", "picture", Installation.OPERATOR, "person.portrait")
                .text();
    }

    private static Path picture(Path folder, int width) throws IOException {
        Path file = folder.resolve(width + ".png");
        ImageIO.write(new BufferedImage(width, 20, BufferedImage.TYPE_INT_RGB), "png", file.toFile());
        return file;
    }

    @Test
    void accounts_are_found_opened_and_corrected() {
        open("/accounts");
        type("input[type=search]", "noor");
        await(
                "Noor Haddad alone",
                () -> texts("table.ledger tbody tr").size() == 1
                        && texts("table.ledger tbody tr").get(0).contains("Noor Haddad"));
        click("table.ledger tbody a");
        awaitText("h1", "Noor Haddad");
        press("Edit");
        assertThat(find("[id='field-employment.startedOn']").getDomAttribute("type"))
                .isEqualTo("date");
        assertThat(find("#field-theme").getTagName()).isEqualTo("select");
        assertThat(find("[id='field-employment.duties']").getTagName()).isEqualTo("textarea");
        type("[id='field-employment.contractYears']", "77");
        press("Save");
        awaitText("[id='field-employment.contractYears-help']", "Must be 5 or less.");
        type("[id='field-employment.contractYears']", "4");
        press("Save");
        awaitText("[role=status]", "Saved");
        assertThat(
                        marea.sql(
                                "select contract_years from accounts.profile_employment p join accounts.account a on a.id = p.account_id where email like 'noor.haddad%'"))
                .isEqualTo("4");
    }

    @Test
    void a_value_is_changed_where_it_stands_in_the_list_and_taken_back() {
        String years =
                "select contract_years from accounts.profile_employment p join accounts.account a on a.id = p.account_id where email like 'signe.lund%'";
        open("/accounts?filter=email+sw+%22signe.lund%22&columns=employment.contractYears,email");
        String control = "input[aria-label='Contract years of Signe Lund']";
        click("[title='Change Contract years of Signe Lund']");
        type(control, "77");
        find(control).sendKeys(Keys.ENTER);
        awaitText("table.ledger [role=alert]", "Must be 5 or less.");
        type(control, "4");
        find(control).sendKeys(Keys.ENTER);
        awaitText("main", "Contract years of Signe Lund is changed.");
        assertThat(marea.sql(years)).isEqualTo("4");
        assertThat(texts("[title='Change Email of Signe Lund']")).isEmpty();

        press("Undo");
        awaitText("main", "Contract years of Signe Lund is as it was.");
        assertThat(marea.sql(years)).isEqualTo("2");
    }

    /** Ended elsewhere, or by itself: it is the same for whoever is at work. */
    @Test
    void a_session_that_ended_is_opened_again_over_what_was_typed() {
        open("/accounts/new");
        type("#field-email", "again@marea.example");
        type("[id='field-person.givenName']", "Aina");
        type("[id='field-person.familyName']", "Serra");
        marea.sql("delete from cuenta.session");
        press("Create");
        awaitText("[role=dialog]", "Your session has ended.");
        type("#identifier", Installation.OPERATOR);
        type("#password", Installation.OPERATOR_PASSWORD);
        click("[role=dialog] button[type=submit]");
        await("the page is free", () -> texts("[role=dialog]").isEmpty());
        press("Create");
        awaitText("h1", "Aina Serra");
    }

    @Test
    void an_account_is_made_in_a_form_that_the_model_makes() {
        open("/accounts/new");
        type("#field-email", "not an address");
        press("Create");
        awaitText("#field-email-help", "Is not an email address");
        assertThat(find("[id='field-person.givenName-help']").getText()).contains("is required");
        type("#field-email", "browser@marea.example");
        type("[id='field-person.givenName']", "Bruna");
        type("[id='field-person.familyName']", "Costa");
        press("Create");
        awaitText("h1", "Bruna Costa");
    }

    @Test
    void the_model_is_edited_checked_compared_and_published() {
        open("/model");
        WebElement editor = find(".cm-content");
        editor.click();
        editor.sendKeys(Keys.chord(Keys.CONTROL, Keys.END), "\nfeilds: {}\n");
        awaitText("[aria-label=Findings]", "Unknown key `feilds`");
        editor.sendKeys(Keys.chord(Keys.CONTROL, "z"));
        press("Back to revision 1");
        find(".cm-content");
        String next = Models.source("next.account-model.yaml");
        browser.executeScript("sessionStorage.setItem('model.draft', arguments[0])", next);
        open("/model");
        awaitText("[aria-label=Changes]", "Existing records get Punta Clara.");
        type("#message", "Newsletter");
        press("Publish 3 changes");
        awaitText("[aria-label=Publish]", "Revision 2 is live.");
        open("/model/history");
        awaitText("main", "Newsletter");
    }

    @Test
    void the_owner_changes_their_password() {
        String next = "seven tarred ropes";
        open("/me");
        press("Change password");
        type("#password-current", "not it at all");
        type("#password-password", next);
        press("Change password");
        awaitText("#password-current-help", "This is not your current password.");
        type("#password-current", Installation.OPERATOR_PASSWORD);
        press("Change password");
        awaitText("[role=status]", "Your password is changed");

        press("Change password");
        type("#password-current", next);
        type("#password-password", Installation.OPERATOR_PASSWORD);
        press("Change password");
        awaitText("[role=status]", "Your password is changed");
        assertThat(marea.operator().get("/v1/me").status()).isEqualTo(200);
    }

    @Test
    void a_service_gets_a_key_that_is_told_once() {
        open("/services");
        press("Make a key");
        type("#networks", "harbour");
        press("Make the key");
        awaitText("#networks-help", "Give networks in CIDR notation");
        type("#networks", "127.0.0.0/8");
        press("Make the key");
        awaitText("[aria-label=berths]", "It is not shown again");
        String token = find("[aria-label=berths] code.select-all").getText();

        assertThat(marea.with(token).get("/v1/accounts").status(200).everything())
                .contains("givenName")
                .doesNotContain("\"email\"");
        open("/services");
        awaitText("[aria-label=berths]", "127.0.0.0/8");
        assertThat(browser.getPageSource()).doesNotContain(token);
    }

    @Test
    void a_role_is_given_for_a_while_explained_seen_and_taken() {
        open("/accounts/" + marea.sql("select id from accounts.account where email = 'vera.lindt@diver.example'"));
        awaitText("[aria-label=Roles]", "boater");
        press("Give a role");
        press("Give the role");
        awaitText("#role-help", "Choose a role.");
        choose("#role", "harbourMaster");
        choose("#tenant", "Isla Verde");
        type("#reason", "While Noor is away");
        press("Give the role");
        awaitText("[aria-label=Roles]", "While Noor is away");

        type("#permission", "berths.assign");
        press("Explain");
        awaitText("[aria-label=Roles]", "given in Isla Verde, counts only there");
        choose("#where", "Isla Verde");
        press("Explain");
        awaitText("[aria-label=Roles] [role=status]", "Yes");

        open("/roles");
        find("button[aria-label='Who has it: harbourMaster']").click();
        awaitText("main", "Vera Lindt");
        find("main section a.link[href*='"
                        + marea.sql("select id from accounts.account where email = 'vera.lindt@diver.example'")
                        + "']")
                .click();
        find("button[aria-label='Take harbourMaster in Isla Verde']").click();
        await("it is taken", () -> !find("[aria-label=Roles]").getText().contains("While Noor is away"));
    }

    @Test
    void an_account_moves_to_another_tenant_once_it_is_seen_what_that_does() {
        String wanda = marea.signUp("wanda");
        marea.keyHolder()
                .put("/v1/tenants/isla-verde/members/" + wanda, Map.of())
                .status(204);
        open("/accounts/" + wanda);
        click("button[aria-label='Move from Isla Verde']");
        press("Preview");
        awaitText("#joined-tenant-help", "Name a tenant");
        type("#joined-tenant", "Punta Clara");
        press("Preview");
        awaitText("[aria-label='What the move does']", "boater");
        click("[aria-label='Move from Isla Verde'] button[type=submit]");
        awaitText("[aria-label=Tenants]", "Moved from Isla Verde.");
        awaitText("main footer", "Belongs to wanda moorings, Punta Clara");
        assertThat(marea.sql(
                        "select string_agg(t.name, ', ' order by t.name) from cuenta.membership join cuenta.tenant t on t.id = tenant_id where account_id = '"
                                + wanda + "'"))
                .isEqualTo("Punta Clara, wanda moorings");
    }

    @Test
    void whoever_works_for_a_harbour_says_what_it_has_as_far_as_the_model_lets_them() {
        String mara = marea.signUp("mara", Map.of("password", Installation.OPERATOR_PASSWORD))
                .status(201)
                .json()
                .path("id")
                .asString();
        marea.sql("update cuenta.membership set tenant_id = (select id from cuenta.tenant where slug = 'cala-honda')"
                + " where account_id = '" + mara + "'");
        marea.sql("insert into cuenta.role_given (account_id, role, tenant_id)" + " select '" + mara
                + "', 2, id from cuenta.tenant where slug = 'cala-honda'");
        press("Sign out");
        signInAs("mara@post.example");
        awaitText("header", "Tenants");
        open("/tenants");
        click("table.ledger a");
        awaitText("[aria-label='What it has']", "240");
        press("Edit");
        assertThat(texts("form label")).containsExactly("VHF channel", "Harbour office");
        type("[id='field-tenants.channel']", "99");
        press("Save");
        awaitText("[id='field-tenants.channel-help']", "Must be 88 or less.");
        type("[id='field-tenants.channel']", "16");
        press("Save");
        awaitText("[aria-label='What it has']", "16");
        assertThat(marea.sql("select fields->>'channel' from cuenta.tenant where slug = 'cala-honda'"))
                .isEqualTo("16");
        press("Sign out");
        signInAs(Installation.OPERATOR);
        awaitText("header", "Olga Paz");
    }

    @Test
    void an_administrator_sees_a_record_as_a_service_gets_it() {
        open("/accounts/" + marea.sql("select id from accounts.account where email = 'tomas.rey@marea.example'"));
        awaitText("main", "tomas.rey@marea.example");
        choose("[aria-label='Seen as']", "Seen as service:gates");
        awaitText("[role=status]", "exactly as service:gates gets it");
        awaitText("main", "not listed in the contract's reads");
        assertThat(find("main").getText()).doesNotContain("tomas.rey@marea.example");
        choose("[aria-label='Seen as']", "Seen as yourself");
        awaitText("main", "tomas.rey@marea.example");
    }

    @Test
    void activity_is_searched_and_its_chain_followed() {
        open("/activity");
        choose("[aria-label=What]", "Account added");
        await(
                "only what was asked for",
                () -> texts("table.ledger tbody tr").stream().allMatch(row -> row.contains("Account added")));
        press("Verify the chain");
        awaitText("[role=status]", "entries are as they were told");
        type("[aria-label='By which service']", "nobody\n");
        awaitText("main", "Nothing was done that fits this.");
    }

    @Test
    void a_person_adds_a_second_factor_and_signs_in_with_it() {
        marea.keyHolder()
                .post(
                        "/v1/accounts",
                        Map.of(
                                "email",
                                "vera@post.example",
                                "password",
                                Installation.OPERATOR_PASSWORD,
                                "person",
                                Map.of("givenName", "Vera", "familyName", "Roca")))
                .status(201);
        press("Sign out");
        signInAs("vera@post.example");
        awaitText("header", "Vera Roca");
        open("/me");
        press("Add a second factor");
        type("#second-factor-typed", Installation.OPERATOR_PASSWORD);
        press("Go on");
        String seed = find("[aria-label='Second factor'] code").getText();
        type("#second-factor-typed", code(seed, 0));
        press("Add it");
        awaitText("[aria-label='Second factor']", "10 recovery codes are left");
        press("Sign out");
        signInAs("vera@post.example");
        type("#code", "000000");
        click("button[type=submit]");
        awaitText("[role=alert]", "The code is wrong");
        type("#code", code(seed, 1));
        click("button[type=submit]");
        awaitText("header", "Vera Roca");
        press("Sign out");
        signInAs(Installation.OPERATOR);
        awaitText("header", "Olga Paz");
    }

    private static String code(String seed, int stepsAhead) {
        return Authenticator.code(seed, stepsAhead);
    }

    @Test
    void what_a_rule_would_take_is_shown_and_then_taken() {
        open("/retention");
        press("Preview");
        awaitText("[aria-label=Preview]", "would delete");
        String button = find("[aria-label=Preview] button").getText();
        click("[aria-label=Preview] button");
        patiently().until(ExpectedConditions.visibilityOfElementLocated(By.cssSelector("dialog[open]")));
        browser.findElements(By.xpath("//dialog//button")).stream()
                .filter(it -> it.getText().equals(button))
                .findFirst()
                .orElseThrow()
                .click();
        awaitText("[role=status]", "took:");
        awaitText("[aria-label='Past runs']", "abandonedSignUps");
    }
}
