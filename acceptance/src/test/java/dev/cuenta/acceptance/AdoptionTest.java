package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Accounts of other programs are taken over, and every row is accounted for. */
class AdoptionTest {
    private static final String PASSWORD = "six green oars";

    @TempDir
    private Path folder;

    @Test
    void counting_ids_and_bcrypt_go_on_as_they_are() throws IOException {
        try (Installation marea = legacy()) {
            Output proposed = adopt(marea, "harbour.users");
            assertThat(proposed.text())
                    .contains("60 rows of `users` were read.")
                    .contains("1 of 60 values do not fit: noor at the pier")
                    .contains("is_admin: looks like a right: better a role")
                    .contains("fax: holds nothing");
            assertThat(model())
                    .contains("id: sequence")
                    .contains("accept: [bcrypt]")
                    .contains(
                            "resetToken: { type: string, maxLength: 40, sensitivity: secret, read: [administrator], write: [administrator] }")
                    .contains("lengthM: { type: decimal, precision: 5, scale: 2 }");
            assertThat(marea.cuenta("model", "check", file("account-model.yaml"))
                            .text())
                    .contains("0 errors");
            marea.cuenta("model", "publish", file("account-model.yaml")).succeeds();

            Output brought = bring(marea, "adoption.yaml");
            assertThat(brought.status()).isEqualTo(1);
            assertThat(brought.text())
                    .contains("60 rows: 58 brought, 0 joined an account, 0 were there already, 1 skipped, 1 clashing.");
            assertThat(Files.readString(folder.resolve("report.csv")))
                    .contains("7,skipped,/email,\"Is not an email address")
                    .contains("9,clashing,/email,Another account has the value.");
            assertThat(marea.cuenta("accounts", "show", "boat12@marea.example").text())
                    .containsPattern("id +12\n")
                    .containsPattern("boatName +Gull 12")
                    .containsPattern("lengthM +7.00")
                    .contains("2021-03-13");
            assertThat(hash(marea, 12)).startsWith("$2a$");
            marea.as("boat12@marea.example", PASSWORD);
            assertThat(hash(marea, 12)).startsWith("$argon2id$");
            assertThat(marea.sql("select nextval('accounts.account_id')")).isEqualTo("61");

            mendAndRepeat(marea);
        }
    }

    /** What was brought stays as it is; what was mended in the source is brought now. */
    private void mendAndRepeat(Installation marea) throws IOException {
        marea.sql("update harbour.users set email = 'boat' || id || '@marea.example' where id in (7, 9)");
        Output again = bring(marea, "adoption.yaml").succeeds();

        assertThat(again.text())
                .contains("60 rows: 2 brought, 0 joined an account, 58 were there already, 0 skipped, 0 clashing.");
        assertThat(folder.resolve("report.csv")).doesNotExist();
        assertThat(marea.cuenta("model", "adopted", "users").succeeds().text().lines())
                .hasSize(61)
                .contains("key,account", "12,12");
        assertThat(marea.cuenta("model", "adopted").text()).containsPattern("users +60 +0");
    }

    @Test
    void people_without_an_id_get_one_and_weak_hashes_are_never_at_rest() throws IOException {
        try (Installation marea = legacy()) {
            adopt(marea, "club.members").succeeds();
            assertThat(model())
                    .contains("accept: [salted-sha]")
                    .contains("id: uuid7")
                    .contains("new ids: `email` cannot be one")
                    .contains("level: { type: choice, options: ['captain', 'novice', 'skipper'] }");
            marea.cuenta("model", "publish", file("account-model.yaml")).succeeds();

            assertThat(bring(marea, "adoption.yaml").succeeds().text())
                    .contains("30 rows: 30 brought")
                    .doesNotContain("came without some value");
            assertThat(marea.sql("select count(*) from cuenta.credential where hash like '$wrapped$%$argon2id$%'"))
                    .isEqualTo("30");
            marea.as("sailor3@post.example", PASSWORD);
            assertThat(marea.cuenta("credentials", "report").succeeds().text())
                    .containsPattern("wrapped +m=19456,t=2,p=1,pepper=[0-9a-f]{8} +29 .* no, renewed at sign-in")
                    .containsPattern("argon2id +m=19456,t=2,p=1,pepper=[0-9a-f]{8} +1 .* yes");
            assertThat(marea.cuenta("accounts", "show", "sailor3@post.example").text())
                    .contains("Ines Mar 3", "2019-05-04");
            assertThat(marea.cuenta("model", "adopted", "members").text())
                    .containsPattern("sailor3@post\\.example,[0-9a-f-]{36}");
        }
    }

    @Test
    void two_sources_with_the_same_ids_and_people_become_one() throws IOException {
        try (Installation marea = legacy()) {
            adopt(marea, "north.people", "--source", "north").succeeds();
            marea.cuenta("model", "publish", file("account-model.yaml")).succeeds();
            bring(marea, "adoption.yaml").succeeds();
            adopt(marea, "south.people", "--source", "south", "--plan", file("south.yaml"))
                    .succeeds();

            assertThat(bring(marea, "south.yaml").text())
                    .contains("20 rows: 0 brought, 0 joined an account, 0 were there already, 0 skipped, 20 clashing.");
            replace("south.yaml", "id: report ", "id: renumber ");
            replace("south.yaml", "mail: report ", "mail: join ");
            assertThat(bring(marea, "south.yaml").succeeds().text())
                    .contains("20 rows: 15 brought, 5 joined an account, 0 were there already, 0 skipped, 0 clashing.");

            assertThat(marea.sql("select count(*), count(distinct mail) from accounts.account"))
                    .isEqualTo("35|35");
            assertThat(marea.sql("select id, berth from accounts.account where mail = 'person20@post.example'"))
                    .isEqualTo("20|B5");
            assertThat(marea.sql("select berth from accounts.account where mail = 'person18@post.example'"))
                    .isEqualTo("A18");
            assertThat(marea.sql("select count(*) from cuenta.adopted where source = 'south'"))
                    .isEqualTo("20");
        }
    }

    @Test
    void files_are_adopted_like_tables_and_half_a_file_is_no_harm() throws IOException {
        List<String> lines = new ArrayList<>(List.of("member_no,e-mail,Full Name,Born,newsletter"));
        for (int i = 1; i <= 25; i++) {
            lines.add("%d,sailor%d@post.example,Ines Mar %d,1980-01-%02d,%s"
                    .formatted(1000 + i, i, i, i, i % 2 == 0 ? "yes" : "no"));
        }
        Files.write(folder.resolve("crew.csv"), lines);
        try (Installation marea = Installation.empty()) {
            cuenta(marea, "--from", file("crew.csv")).succeeds();
            assertThat(model())
                    .contains("eMail: { type: email, required: true, uniqueness: server, signIn: true")
                    .contains("newsletter: { type: boolean, write: [owner, administrator] }")
                    .contains("born: { type: date, sensitivity: personal }");
            marea.cuenta("model", "publish", file("account-model.yaml")).succeeds();
            Files.write(folder.resolve("crew.csv"), lines.subList(0, 11));
            bring(marea, "adoption.yaml").succeeds();
            Files.write(folder.resolve("crew.csv"), lines);

            assertThat(bring(marea, "adoption.yaml").succeeds().text())
                    .contains("25 rows: 15 brought, 0 joined an account, 10 were there already");
            assertThat(cuenta(marea, "--from", file("crew.txt"), "--plan", file("other.yaml"))
                            .errors())
                    .contains("neither a JDBC address nor a file");
        }
    }

    private static Installation legacy() {
        Installation marea = Installation.empty();
        marea.shell("$PSQL -q -f acceptance/src/test/resources/legacy.sql").succeeds();
        return marea;
    }

    private static String hash(Installation marea, int account) {
        return marea.sql("select hash from cuenta.credential where account_id = " + account);
    }

    private Output adopt(Installation marea, String table, String... more) {
        List<String> options = new ArrayList<>(List.of("--from", marea.jdbc(), "--table", table, "--user", "cuenta"));
        options.addAll(List.of(more));
        return cuenta(marea, options.toArray(String[]::new));
    }

    private Output bring(Installation marea, String plan) {
        return cuenta(marea, "--plan", file(plan), "--bring", "--user", "cuenta", "--report", file("report.csv"));
    }

    /** A later option of the same name would be refused; so the plan's is given only once. */
    private Output cuenta(Installation marea, String... options) {
        List<String> command = new ArrayList<>(List.of("model", "adopt", "--model", file("account-model.yaml")));
        command.addAll(List.of(options));
        if (!command.contains("--plan")) {
            command.addAll(List.of("--plan", file("adoption.yaml")));
        }
        return marea.cuenta(command.toArray(String[]::new));
    }

    private String file(String name) {
        return folder.resolve(name).toString();
    }

    private String model() throws IOException {
        return Files.readString(folder.resolve("account-model.yaml"));
    }

    private void replace(String name, String before, String after) throws IOException {
        Path plan = folder.resolve(name);
        String text = Files.readString(plan);
        assertThat(text).contains(before);
        Files.writeString(plan, text.replace(before, after));
    }
}
