package dev.cuenta.core.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.tuple;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.AccountRecord.Membership;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.model.Mutability;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.core.sample.Samples;
import dev.cuenta.core.type.PlainWords;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;

class DoorsTest {
    private static final TenantId HARBOUR = new TenantId(UUID.fromString("01990000-0000-7000-8000-000000000001"));
    private static final TenantId OTHER = new TenantId(UUID.fromString("01990000-0000-7000-8000-000000000002"));
    private static final Party ADMINISTRATOR = new Party("administrator");
    private static final Party HARBOUR_MASTER = new Party("harbourMaster");
    private static final String CANARY = "canary-4711";

    private final AccountModel model = Models.marea();
    private final AccessMatrix matrix = new AccessMatrix(model);
    private final Admission admission = new Admission(model, matrix);
    private final Projection projection = new Projection(model, matrix, InstantSource.fixed(Instant.EPOCH));

    @Nested
    class Admission_of_a_sign_up {
        @Test
        void takes_what_a_guest_may_write_and_adds_defaults() {
            var values = signUp(Map.of(
                    "email", "ines@marea.example", "person", Map.of("givenName", "Inés", "familyName", "Baroja")));

            assertThat(values)
                    .containsEntry(FieldPath.parse("theme"), "day")
                    .containsEntry(FieldPath.parse("person.givenName"), "Inés");
        }

        @Test
        void refuses_everything_that_is_wrong_at_once_and_by_name() {
            Map<String, Object> body = new HashMap<>();
            body.put("email", "ines");
            body.put("theme", "night");
            body.put("nmae", "x");
            body.put("mooring", Map.of("credit", 1_000_000));
            body.put("person", "Inés");

            assertThat(violations(() -> signUp(body)))
                    .extracting(Violation::pointer, Violation::code)
                    .containsExactlyInAnyOrder(
                            tuple("/email", "email"),
                            tuple("/theme", "notWritable"),
                            tuple("/nmae", "unknown"),
                            tuple("/mooring/credit", "notWritable"),
                            tuple("/person", "type"),
                            tuple("/person/givenName", "required"),
                            tuple("/person/familyName", "required"));
        }

        @Test
        void knows_the_profiles_of_the_kind() {
            var violations = violations(() -> signUp(Map.of(
                    "email", "ines@marea.example",
                    "person", Map.of("givenName", "Inés", "familyName", "Baroja"),
                    "employment", Map.of("startedOn", "2026-01-01"))));

            assertThat(violations).extracting(Violation::code).containsExactly("unknown");
        }

        private Map<FieldPath, @Nullable Object> signUp(Map<String, ?> body) {
            return admission.forNew(Operation.SIGN_UP, Viewer.of(Set.of(Party.GUEST)), model.defaultKind(), body);
        }
    }

    @Nested
    class Admission_of_a_change {
        @Test
        void gives_only_what_changes() {
            assertThat(change(Map.of("theme", "dusk"))).containsExactly(Map.entry(FieldPath.parse("theme"), "dusk"));
        }

        @Test
        void null_takes_an_optional_value_away_and_never_a_required_one() {
            Map<String, Object> patch = new HashMap<>();
            patch.put("phone", null);
            assertThat(change(patch)).containsKey(FieldPath.parse("phone"));

            patch.put("email", null);
            assertThat(violations(() -> change(patch)))
                    .extracting(Violation::code)
                    .containsExactly("required");
        }

        private Map<FieldPath, @Nullable Object> change(Map<String, ?> patch) {
            return admission.forChange(Viewer.of(Set.of(Party.OWNER)), model.defaultKind(), patch);
        }
    }

    @Test
    void immutable_fields_are_written_once_and_read_only_ones_never() {
        AccountModel special = Models.of(Models.smallWith(
                "ship: { type: string, mutability: immutable }\n  score: { type: integer, mutability: readOnly }"));
        AccessMatrix access = new AccessMatrix(special);
        Viewer parties = Viewer.of(Set.of(ADMINISTRATOR));

        assertThat(access.writes(parties, special.field("ship").orElseThrow(), Operation.CREATE))
                .isTrue();
        assertThat(access.writes(parties, special.field("ship").orElseThrow(), Operation.CHANGE))
                .isFalse();
        assertThat(access.writes(parties, special.field("score").orElseThrow(), Operation.CREATE))
                .isFalse();
        assertThat(access.writes(Viewer.of(Set.of()), special.field("score").orElseThrow(), Operation.SEED))
                .isTrue();
    }

    @Nested
    class Projection_of_a_record {
        @Test
        void shows_the_owner_what_is_theirs_and_nothing_that_never_leaves() {
            Map<String, Object> json = projection.project(record(), Viewer.of(Set.of(Party.OWNER)), Set.of());

            assertThat(json)
                    .containsEntry("displayName", "Inés Baroja")
                    .containsKeys("email", "person", "mooring", "meta");
            assertThat(json.toString()).doesNotContain(CANARY).doesNotContain("1980-04-02");
        }

        @Test
        void shows_on_request_only_what_says_so() {
            Map<String, Object> json =
                    projection.project(record(), Viewer.of(Set.of(Party.OWNER)), Set.of("person.bornOn"));

            assertThat(json)
                    .containsEntry("person", Map.of("bornOn", "1980-04-02"))
                    .doesNotContainKey("email");
        }

        @Test
        void shows_a_member_of_the_harbour_the_name_and_no_more() {
            Map<String, Object> json = projection.project(record(), Viewer.of(Set.of(Party.MEMBER)), Set.of());

            assertThat(json).containsEntry("person", Map.of("givenName", "Inés", "familyName", "Baroja"));
            assertThat(json).doesNotContainKeys("email", "mooring", "theme");
        }

        @Test
        void refuses_to_be_asked_for_what_may_not_be_read_as_if_it_were_not_there() {
            var hidden = violations(
                    () -> projection.checkRequested(Set.of("mooring.gateCode"), Viewer.of(Set.of(ADMINISTRATOR))));
            var missing = violations(
                    () -> projection.checkRequested(Set.of("mooring.gateKode"), Viewer.of(Set.of(ADMINISTRATOR))));

            assertThat(hidden.get(0).detail().replace("gateCode", "X"))
                    .isEqualTo(missing.get(0).detail().replace("gateKode", "X"));
        }
    }

    /** For every field and party of the demo's model, in a harbour, both doors do what the matrix says. */
    @TestFactory
    List<DynamicTest> doors_and_matrix_agree() {
        return model.fields().values().stream()
                .flatMap(field -> matrix.parties().stream()
                        .map(party -> DynamicTest.dynamicTest(field.path() + " by " + party, () -> {
                            AccessMatrix.Cell cell = matrix.cell(party, field);
                            assertThat(written(field, party))
                                    .as("written: " + matrix.why(party, field))
                                    .isEqualTo(cell.writes());
                            if (!party.equals(Party.GUEST)) {
                                assertThat(matrix.attributes(here(party))
                                                .find(field.path().toString())
                                                .isPresent())
                                        .as("filtered: " + matrix.why(party, field))
                                        .isEqualTo(cell.may(Right.FILTER));
                                assertThat(read(field, party))
                                        .as("read: " + matrix.why(party, field))
                                        .isEqualTo(cell.reads());
                            }
                        })))
                .toList();
    }

    private Viewer here(Party party) {
        return matrix.viewer(party).in(Scope.within(HARBOUR));
    }

    @Test
    void what_has_a_value_in_each_tenant_is_neither_written_nor_asked_for_where_none_is_named() {
        Viewer everywhere = Viewer.of(Set.of(ADMINISTRATOR));
        Kind kind = model.kinds().get("berthHolder");
        Map<String, Object> body = Map.of("stay", Map.of("locker", "B07"));

        assertThat(violations(() -> admission.forChange(everywhere, kind, body)))
                .extracting(Violation::pointer, Violation::code)
                .containsExactly(tuple("/stay/locker", "tenant"));
        assertThat(admission.forChange(everywhere.in(Scope.within(HARBOUR)), kind, body))
                .hasSize(1);
        assertThat(violations(() -> admission.forNew(Operation.SIGN_UP, Viewer.of(Set.of(Party.GUEST)), kind, body)))
                .extracting(Violation::code)
                .contains("notWritable");
        assertThat(matrix.attributes(everywhere).find("stay.locker")).isEmpty();
        assertThat(matrix.attributes(everywhere).advice("stay.locker")).contains("name the tenant");
    }

    @Test
    void beside_each_tenant_stands_what_the_account_has_there() {
        AccountRecord somewhere = record().at(new Membership(HARBOUR, "", Instant.EPOCH, false, Map.of()));
        AccountRecord record = new AccountRecord(
                somewhere.id(),
                somewhere.kind(),
                somewhere.values(),
                List.of(),
                List.of(
                        new Membership(
                                HARBOUR,
                                "Punta Clara",
                                Instant.EPOCH,
                                false,
                                Map.of(FieldPath.parse("stay.locker"), "B07")),
                        new Membership(OTHER, "Isla Verde", Instant.EPOCH, false, Map.of())),
                Instant.EPOCH,
                Instant.EPOCH,
                null,
                Map.of(),
                1,
                0);
        Map<String, Object> json = projection.project(record, Viewer.of(Set.of(Party.OWNER)), Set.of());

        assertThat(json).doesNotContainKey("stay");
        assertThat(json.get("tenants").toString())
                .contains("Punta Clara", "stay={locker=B07}")
                .containsOnlyOnce("stay");
        assertThat(projection
                        .project(record, Viewer.of(Set.of(Party.MEMBER)), Set.of())
                        .toString())
                .doesNotContain("B07");
    }

    private boolean written(Field field, Party party) {
        Kind kind = kindOf(field);
        Object raw = field.type().sample(field.path().name(), field.limits(), new PlainWords());
        String profile = field.path().profile();
        Map<String, Object> body = profile == null
                ? Map.of(field.path().name(), raw)
                : Map.of(profile, Map.of(field.path().name(), raw));
        try {
            if (party.equals(Party.GUEST)) {
                admission.forNew(Operation.SIGN_UP, here(party), kind, body);
            } else {
                admission.forChange(here(party), kind, body);
            }
            return true;
        } catch (Problem refused) {
            return refused.violations().stream()
                    .filter(violation -> !violation.code().equals("picture"))
                    .noneMatch(violation -> field.path().pointer().startsWith(violation.pointer()));
        }
    }

    private boolean read(Field field, Party party) {
        Object raw = field.type().sample(field.path().name(), field.limits(), new PlainWords());
        Object value = field.type().isPicture()
                ? "a picture's id"
                : field.type().read(raw, field.limits()).value().orElseThrow();
        Map<FieldPath, @Nullable Object> values = Map.of(field.path(), value);
        AccountRecord record = new AccountRecord(
                new AccountId("1"),
                kindOf(field).name(),
                values,
                List.of(),
                List.of(),
                Instant.EPOCH,
                Instant.EPOCH,
                null,
                Map.of(),
                1,
                0);
        Map<String, Object> json =
                projection.project(record, here(party), Set.of(field.path().toString()));
        Object holder =
                field.path().profile() == null ? json : json.get(field.path().profile());
        return holder instanceof Map<?, ?> map && map.containsKey(field.path().name());
    }

    private Kind kindOf(Field field) {
        return model.kinds().values().stream()
                .filter(kind -> model.fieldsOf(kind).contains(field))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void a_record_tells_nothing_about_itself_in_a_log() {
        assertThat(record()).hasToString("account 1");
    }

    @Test
    void samples_pass_admission() {
        Samples samples = new Samples(model, new PlainWords());

        for (Kind kind : model.kinds().values()) {
            for (int i = 0; i < 30; i++) {
                assertThat(admission.forNew(Operation.SEED, Viewer.of(Set.of()), kind, samples.body(kind)))
                        .isNotEmpty();
            }
        }
    }

    @Test
    void the_matrix_says_why() {
        Field gateCode = model.field("mooring.gateCode").orElseThrow();

        assertThat(matrix.cell(HARBOUR_MASTER, gateCode).rights()).isEmpty();
        assertThat(matrix.why(HARBOUR_MASTER, gateCode)).isEqualTo("the value is never returned; not listed in write");
        assertThat(model.field("email").orElseThrow().mutability()).isEqualTo(Mutability.READ_WRITE);
    }

    private AccountRecord record() {
        Map<FieldPath, @Nullable Object> values = new LinkedHashMap<>();
        values.put(FieldPath.parse("email"), "ines@marea.example");
        values.put(FieldPath.parse("theme"), "day");
        values.put(FieldPath.parse("person.givenName"), "Inés");
        values.put(FieldPath.parse("person.familyName"), "Baroja");
        values.put(FieldPath.parse("person.bornOn"), LocalDate.of(1980, 4, 2));
        values.put(FieldPath.parse("mooring.berth"), "B07");
        values.put(FieldPath.parse("mooring.gateCode"), CANARY);
        return new AccountRecord(
                new AccountId("1"),
                "berthHolder",
                values,
                List.of(new GivenRole("boater", null)),
                List.of(),
                Instant.EPOCH,
                Instant.EPOCH,
                null,
                Map.of(),
                3,
                0);
    }

    private static List<Violation> violations(ThrowingCallable call) {
        Problem problem = catchThrowableOfType(Problem.class, call);
        assertThat(problem).isNotNull();
        return problem.violations();
    }
}
