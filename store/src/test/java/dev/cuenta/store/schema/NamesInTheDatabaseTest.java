package dev.cuenta.store.schema;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.model.Models;
import dev.cuenta.store.database.DatabaseTest;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** What PostgreSQL calls things, and what no field can be called because of it. */
class NamesInTheDatabaseTest extends DatabaseTest {
    @Test
    void two_fields_whose_profile_and_name_run_together_are_both_unique() {
        publish(Models.SMALL.replace("roles:\n", """
                profiles:
                  a: { fields: { bC: { type: string, maxLength: 9, uniqueness: server } } }
                  aB: { fields: { c: { type: string, maxLength: 9, uniqueness: server } } }
                roles:
                """));

        assertThat(
                        strings(
                                "select indexname from pg_indexes where schemaname = 'accounts' and indexname like 'profile_a%unique'"))
                .containsExactlyInAnyOrder("profile_a__b_c_unique", "profile_a_b__c_unique");
    }

    @Test
    void names_of_an_earlier_version_become_those_of_now() {
        String source = Models.SMALL.replace("roles:\n", """
                profiles:
                  mooring: { fields: { berth: { type: string, maxLength: 9, uniqueness: server } } }
                roles:
                """);
        publish(source);
        for (String statement : List.of(
                "alter index accounts.profile_mooring__berth_unique rename to profile_mooring_berth_unique",
                "alter table accounts.profile_mooring rename constraint profile_mooring__berth_length to profile_mooring_berth_length")) {
            database.sql().sql(statement).update();
        }
        assertThat(differences(source)).hasSize(4);

        database.publisher().prepare();

        assertThat(differences(source)).isEmpty();
    }

    /** Every column that is there without a field is a name that no field can have. */
    @Test
    void what_every_table_has_is_no_name_for_a_field() {
        publish(Models.SMALL.replace(
                "roles:\n",
                "profiles:\n  mooring: { fields: { berth: { type: string } } }\n"
                        + "  stay: { within: tenant, fields: { berth: { type: string } } }\n"
                        + "tenants: { membership: many }\nroles:\n"));
        List<String> columns = strings("""
                select distinct attname::text from pg_attribute where attrelid in ('accounts.account'::regclass,
                    'accounts.profile_mooring'::regclass, 'accounts.profile_stay'::regclass)
                and attname not in ('email', 'name', 'berth')""");

        assertThat(columns).contains("xmin", "ctid", "account_id", "anonymised_at", "version");
        for (String column : columns) {
            String name = camelCase(column);
            assertThat(ModelFile.read("test.yaml", Models.smallWith(name + ": { type: string }"))
                            .findings())
                    .as(name)
                    .extracting(finding -> finding.code().toString())
                    .contains("reserved-name");
        }
    }

    private static String camelCase(String column) {
        String joined = List.of(column.split("_")).stream()
                .map(word -> Character.toUpperCase(word.charAt(0)) + word.substring(1))
                .collect(Collectors.joining());
        return Character.toLowerCase(joined.charAt(0)) + joined.substring(1);
    }
}
