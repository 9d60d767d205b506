package dev.cuenta.core.adoption;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.cuenta.core.file.AdoptionFile;
import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.finding.Severity;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.IntFunction;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ProposalTest {
    /** Forty rows in memory. */
    private record Rows(List<SourceColumn> columns, List<SourceRow> rows_) implements Source {
        @Override
        public String name() {
            return "crew";
        }

        @Override
        public void each(Consumer<SourceRow> reader) {
            rows_.forEach(reader);
        }

        @Override
        public void close() {}
    }

    private final List<SourceColumn> columns = new ArrayList<>();
    private final List<Map<String, Object>> values = new ArrayList<>();

    ProposalTest() {
        for (int i = 0; i < 40; i++) {
            values.add(new LinkedHashMap<>());
        }
        column("id", SourceType.INTEGER, true, i -> (long) i + 1);
        column("email", SourceType.TEXT, false, i -> "boat" + i + "@marea.example");
    }

    private void column(String name, SourceType type, boolean key, IntFunction<Object> value) {
        columns.add(new SourceColumn(name, type, key, key));
        for (int i = 0; i < values.size(); i++) {
            Object given = value.apply(i);
            if (given != null) {
                values.get(i).put(name, given);
            }
        }
    }

    private Proposal proposal() {
        Rows rows = new Rows(columns, values.stream().map(SourceRow::new).toList());
        return new Proposal(Survey.of(rows), null);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "phone       | TEXT    | +44 7700 900123       | phone: { type: phone, sensitivity: personal, write: [owner, administrator] }",
                "zip         | TEXT    | 04711                 | zip: { type: string, maxLength: 255, sensitivity: personal, write: [owner, administrator] }",
                "member_no   | UNKNOWN | 7                     | memberNo: { type: integer }",
                "last_seen   | UNKNOWN | 2026-01-02 10:00:00   | lastSeen: { type: dateTime }",
                "born        | UNKNOWN | 1990-02-28            | born: { type: date, sensitivity: personal }",
                "homepage    | TEXT    | https://noor.example/ | homepage: { type: url, write: [owner, administrator] }",
                "balance     | DECIMAL | 7.5                   | balance: { type: decimal, precision: 18, scale: 2 }",
                "is_staff    | INTEGER | 1                     | isStaff: { type: boolean, write: [administrator] }",
                "api_token   | TEXT    | Zm9vYmFy              | apiToken: { type: string, maxLength: 255, sensitivity: secret, read: [administrator], write: [administrator] }",
                "version     | TEXT    | 9                     | formerVersion: { type: string, maxLength: 255 }",
                "FullName    | TEXT    | Noor Haddad           | fullName: { type: string, maxLength: 255, sensitivity: personal, write: [owner, administrator] }",
                "crew.boat   | TEXT    | Gull                  | boat: { type: string, maxLength: 255 }"
            })
    void a_column_s_name_and_values_say_what_it_is(String name, SourceType type, String value, String field) {
        column(name, type, false, i -> switch (type) {
            case INTEGER -> Long.valueOf(value);
            case DECIMAL -> new BigDecimal(value);
            default -> value;
        });

        assertThat(proposal().model("crew")).contains(field);
    }

    @Test
    void the_proposed_model_checks_without_errors_and_its_plan_reads() {
        column("pw", SourceType.TEXT, false, i -> "$2b$06$abcdefghijklmnopqrstuuZVMwGlUI3uM2LDoWp4tfIEE4de08.Gi");
        column(
                "level",
                SourceType.TEXT,
                false,
                i -> List.of("novice", "skipper").get(i % 2));
        column("created_at", SourceType.TIMESTAMP, false, i -> "2026-01-02T10:00:00Z");
        column("boats.length_m", SourceType.DECIMAL, false, i -> new BigDecimal("7.125"));
        Proposal proposal = proposal();
        ModelFile model = ModelFile.read("crew.yaml", proposal.model("crew"));
        AdoptionFile plan =
                AdoptionFile.read("adoption.yaml", proposal.plan("crew", "crew.csv", null, List.of(), null));

        assertThat(model.findings().stream().filter(finding -> finding.severity() == Severity.ERROR))
                .isEmpty();
        assertThat(proposal.model("crew"))
                .contains("id: sequence", "accept: [bcrypt]", "options: ['novice', 'skipper']", "scale: 3");
        assertThat(plan.findings()).isEmpty();
        assertThat(plan.plan().orElseThrow().columns())
                .containsExactlyInAnyOrder("id", "email", "pw", "level", "created_at", "boats.length_m");
        assertThat(plan.plan().orElseThrow().keepIds()).isTrue();
    }

    /** What its own program allowed counts, not what happens to be the longest today. */
    @Test
    void limits_come_from_what_the_source_declares() {
        columns.add(new SourceColumn("note", SourceType.TEXT, false, false, 60, 0));
        columns.add(new SourceColumn("length_m", SourceType.DECIMAL, false, false, 5, 2));
        values.forEach(row -> {
            row.put("note", "quay");
            row.put("length_m", new BigDecimal("7.5"));
        });

        assertThat(proposal().model("crew"))
                .contains(
                        "note: { type: string, maxLength: 60 }", "lengthM: { type: decimal, precision: 5, scale: 2 }");
    }

    @Test
    void kinds_roles_tenants_and_confirmations_are_no_fields() {
        column("member_type", SourceType.TEXT, false, i -> i % 2 == 0 ? "Berth holder" : "staff");
        column("role", SourceType.TEXT, false, i -> i % 3 == 0 ? "harbour master, boater" : "boater");
        column("organisation", SourceType.TEXT, false, i -> i % 2 == 0 ? "Punta Clara" : "Isla Verde");
        column("email_verified_at", SourceType.TIMESTAMP, false, i -> "2026-01-02T10:00:00Z");
        Proposal proposal = proposal();
        AccountModel model =
                ModelFile.read("crew.yaml", proposal.model("crew")).model().orElseThrow();
        AdoptionPlan plan = AdoptionFile.read("adoption.yaml", proposal.plan("crew", "crew.csv", null, List.of(), null))
                .plan()
                .orElseThrow();

        assertThat(model.kinds().keySet()).containsExactlyInAnyOrder("berthHolder", "staff");
        assertThat(model.roles().keySet()).containsExactlyInAnyOrder("administrator", "harbourMaster", "boater");
        assertThat(model.roles().get("harbourMaster").may().named()).isEmpty();
        assertThat(model.tenants().present()).isTrue();
        assertThat(model.fields().keySet()).extracting(FieldPath::toString).containsExactly("email");
        Map<String, Object> row = plan.document(new SourceRow(values.get(0)));
        assertThat(row)
                .containsEntry("kind", "berthHolder")
                .containsEntry("roles", List.of("harbourMaster", "boater"))
                .containsEntry("tenants", List.of(Map.of("name", "Punta Clara")))
                .containsEntry("confirmed", Map.of("email", "2026-01-02T10:00:00Z"));
    }

    @Test
    void a_few_wrong_emails_are_named_and_do_not_change_what_the_column_is() {
        values.get(3).put("email", "noor at the pier");
        Proposal proposal = proposal();

        assertThat(proposal.model("crew"))
                .contains("email: { type: email, required: true, uniqueness: server, signIn: true");
        assertThat(proposal.doubts())
                .anySatisfy(doubt -> assertThat(doubt.examples()).containsExactly("noor at the pier"));
    }

    @Test
    void columns_find_the_fields_of_a_model_that_is_there_already() {
        column("first_name", SourceType.TEXT, false, i -> "Noor");
        column("mobile", SourceType.TEXT, false, i -> "+447700900123");
        column("fax", SourceType.TEXT, false, i -> "none");
        String plan = proposal().plan("crew", "crew.csv", null, List.of(), Models.marea());

        assertThat(plan)
                .contains("  person.givenName: first_name", "  phone: mobile", "  email: email")
                .contains("# left out: fax; the model has no field for it")
                .contains("ids: new");
    }

    @Test
    void rows_that_nothing_tells_apart_are_refused() {
        columns.remove(0);
        values.forEach(row -> {
            row.remove("id");
            row.put("email", "same@marea.example");
        });

        assertThatThrownBy(this::proposal).hasMessageContaining("--key COLUMN");
    }
}
