package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a file says against the records that are stored, and a database without any. */
class StoredRecordsTest extends OnMarea {
    @Test
    void a_check_with_a_service_says_what_stored_records_are_against(@TempDir Path folder) throws IOException {
        String live = Files.readString(Models.root().resolve("marea/account-model.yaml"));
        Path file = Files.writeString(
                folder.resolve("model.yaml"),
                live.replace("duties: { type: text, maxLength: 1000,", "duties: { type: text, maxLength: 9,")
                        .replace("name: marea\n", "name: harbour\n")
                        .replace("after: P14D", "after: P1D"));
        marea.sql("update accounts.account set created_at = now() - interval '3 days'");
        marea.sql("delete from cuenta.confirmed");
        Output checked = marea.cuenta("model", "check", file.toString());

        assertThat(checked.status()).isEqualTo(1);
        assertThat(checked.text())
                .containsPattern("model.yaml:4:1: error: `name` changes.*not-on-live-data")
                .containsPattern("warning: `employment.duties` changes its limits.*stored-values-break");
        assertThat(marea.cuenta("model", "check", file.toString(), "--offline").text())
                .doesNotContain("stored-values-break");
    }

    @Test
    void a_database_for_tests_has_the_live_shape_and_no_records() {
        marea.sql("drop database if exists marea_test");
        assertThat(marea.cuenta("model", "test-database", "marea_test")
                        .succeeds()
                        .text())
                .contains("The database marea_test has the shape of revision 1 and no records.");
        assertThat(marea.cuenta("model", "test-database", "marea_test").errors())
                .contains("There is a database");
        assertThat(marea.cuenta("model", "test-database", "Marea; drop").status())
                .isEqualTo(1);

        String shape =
                "select string_agg(table_name || '.' || column_name || data_type, ',' order by table_name, column_name)"
                        + " from information_schema.columns where table_schema = 'accounts'";
        assertThat(marea.shell("${PSQL% -d *} -d marea_test -qtAc \"" + shape + "\"")
                        .succeeds()
                        .text()
                        .strip())
                .isEqualTo(marea.sql(shape));
        assertThat(marea.shell("${PSQL% -d *} -d marea_test -qtAc 'select count(*) from accounts.account'")
                        .text()
                        .strip())
                .isEqualTo("0");
        marea.sql("drop database marea_test");
    }
}
