package dev.cuenta.store.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.entry;
import static org.assertj.core.api.Assertions.tuple;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.retention.Selection;
import dev.cuenta.core.role.GrantTerms;
import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.password.Credentials;
import dev.cuenta.store.retention.Archive;
import dev.cuenta.store.retention.Archived;
import dev.cuenta.store.role.GivenRoles;
import dev.cuenta.store.role.Giver;
import dev.cuenta.store.session.Sessions;
import dev.cuenta.store.tenant.Memberships;
import dev.cuenta.store.tenant.Tenants;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Accounts that are anonymised or put aside, on real PostgreSQL. */
class LeavingTest extends DatabaseTest {
    private static final String SOURCE = """
            cuenta: 1
            name: marea
            displayName: '{name}'
            access:
              read: [owner, administrator]
              write: [guest, owner, administrator]
            kinds:
              holder: { profiles: [mooring] }
            fields:
              email: { type: email, required: true, uniqueness: server, signIn: true, sensitivity: personal, erase: 'gone-{id}@marea.example' }
              name: { type: string, maxLength: 40, sensitivity: personal }
              nickname: { type: string, maxLength: 40, required: true, sensitivity: personal, erase: somebody }
              since: { type: date }
              tags: { type: string, multiValued: true, sensitivity: personal }
              portrait: { type: image }
            profiles:
              mooring:
                fields:
                  berth: { type: string, maxLength: 3, required: true }
                  length: { type: decimal, sensitivity: personal }
                  secretWord: { type: string, sensitivity: personal, returned: never }
            roles:
              boater: { number: 1, default: true }
              master: { number: 3, within: tenant, may: [accounts.read] }
              administrator: { number: 9, may: ['*'] }
            tenants: { membership: many }
            retention:
              left: { where: 'since pr', after: P1Y, since: since, do: anonymise }
            """;
    private static final Instant NOW = Instant.parse("2026-11-23T09:30:00Z");

    private AccountId noor;
    private TenantId north;

    @BeforeEach
    void noor() {
        publish(SOURCE);
        noor = account("noor");
        north = write(work -> {
            TenantId tenant = new Tenants(work).create("North");
            new Memberships(work).join(noor, tenant);
            new GivenRoles(work)
                    .give(
                            Controlled.byCuenta(noor).within(tenant),
                            work.revision().model().roles().get("master"),
                            GrantTerms.PLAIN,
                            Giver.CUENTA);
            new Credentials(work).set(Controlled.byCuenta(noor), "$argon2id$kept");
            new Sessions(work).open(new byte[] {1}, noor, Instant.now().plusSeconds(3600), "", false);
            return tenant;
        });
    }

    @Test
    void what_is_personal_goes_and_the_rest_stays() {
        Map<String, Long> counts =
                write(work -> new Anonymisation(work).anonymise(List.of(Controlled.byCuenta(noor)), NOW));
        AccountRecord left = read(noor);

        assertThat(counts)
                .containsExactly(
                        entry("sessions", 1L),
                        entry("credentials", 1L),
                        entry("rolesGiven", 1L),
                        entry("pictures", 0L),
                        entry("accounts", 1L));
        assertThat(left.anonymised()).isEqualTo(NOW);
        assertThat(left.tenants()).hasSize(1);
        assertThat(values(left))
                .containsExactly(
                        entry("email", "gone-" + noor.text() + "@marea.example"),
                        entry("nickname", "somebody"),
                        entry("since", LocalDate.of(2020, 1, 1)),
                        entry("mooring.berth", "B07"));
        Optional<AccountId> bySignIn = write(work -> new Accounts(work).bySignIn("noor@marea.example"));
        assertThat(bySignIn).isEmpty();
        assertThat(everythingStored())
                .doesNotContain("noor")
                .doesNotContain("kept")
                .doesNotContain("tide");
    }

    @Test
    void a_second_one_leaves_another_address() {
        AccountId rik = account("rik");
        write(work ->
                new Anonymisation(work).anonymise(List.of(Controlled.byCuenta(noor), Controlled.byCuenta(rik)), NOW));
        assertThat(strings("select email from accounts.account"))
                .doesNotHaveDuplicates()
                .hasSize(2);
    }

    @Test
    void what_earlier_revisions_left_behind_goes_too() {
        publish(SOURCE.replaceAll("(?m)^ +secretWord.*\n", ""));
        assertThat(everythingStored()).contains("tide");
        write(work -> new Anonymisation(work).anonymise(List.of(Controlled.byCuenta(noor)), NOW));
        assertThat(everythingStored()).doesNotContain("tide");
    }

    @Test
    void a_rule_takes_each_account_once() {
        RetentionRule rule = Models.of(SOURCE).retention().get("left");
        List<AccountId> first = due(rule);
        write(work -> new Anonymisation(work)
                .anonymise(due(work, rule).stream().map(Controlled::byCuenta).toList(), NOW));

        assertThat(first).containsExactly(noor);
        assertThat(due(rule)).isEmpty();
    }

    @Test
    void a_required_field_that_does_not_say_what_is_left_refuses_by_name() {
        publish(SOURCE.replace(", erase: somebody", "").replace("do: anonymise", "do: delete"));
        Problem refused = catchThrowableOfType(
                Problem.class,
                () -> write(work -> new Anonymisation(work).anonymise(List.of(Controlled.byCuenta(noor)), NOW)));

        assertThat(refused.kind()).isEqualTo(ProblemKind.CONFLICT);
        assertThat(refused).hasMessageContaining("`nickname` is required");
        assertThat(read(noor).anonymised()).isNull();
        assertThat(everythingStored()).contains("noor@marea.example", "kept");
    }

    @Test
    void what_is_put_aside_comes_back_whole() {
        AccountRecord before = read(noor);
        write(work -> new Archive(work).put(List.of(noor), "left"));

        assertThat(strings("select id::text from accounts.account")).isEmpty();
        assertThat(archived())
                .extracting(Archived::id, Archived::displayName, Archived::rule)
                .containsExactly(tuple(noor.text(), "Noor", "left"));

        Archive.Restored restored = write(work -> new Archive(work).restore(noor.text()));
        AccountRecord after = read(noor);
        assertThat(restored).isEqualTo(new Archive.Restored(noor, List.of(), List.of()));
        assertThat(values(after)).isEqualTo(values(before));
        assertThat(after.roles()).isEqualTo(before.roles());
        assertThat(after.tenants()).isEqualTo(before.tenants());
        assertThat(after.created()).isEqualTo(before.created());
        Optional<String> hash = write(work -> new Credentials(work).hashOf(noor));
        assertThat(hash).contains("$argon2id$kept");
        assertThat(archived()).isEmpty();
    }

    @Test
    void what_has_no_place_any_more_is_named_when_an_account_comes_back() {
        write(work -> new Archive(work).put(List.of(noor), "left"));
        publish(SOURCE.replaceAll("(?m)^ +length:.*\n", "")
                .replace(
                        "berth: { type: string, maxLength: 3, required: true }",
                        "berth: { type: string, maxLength: 2, required: true, existing: '?' }"));

        Archive.Restored restored = write(work -> new Archive(work).restore(noor.text()));
        assertThat(restored.left()).containsExactlyInAnyOrder("mooring.berth", "mooring.length");
        assertThat(values(read(noor))).containsEntry("mooring.berth", "?");
    }

    @Test
    void whoever_took_the_address_meanwhile_keeps_it_and_nothing_is_lost() {
        write(work -> new Archive(work).put(List.of(noor), "left"));
        account("noor");
        Problem refused =
                catchThrowableOfType(Problem.class, () -> write(work -> new Archive(work).restore(noor.text())));

        assertThat(refused.kind()).isEqualTo(ProblemKind.TAKEN);
        assertThat(archived()).hasSize(1);
        boolean dropped = write(work -> new Archive(work).drop(noor.text()));
        assertThat(dropped).isTrue();
        assertThat(archived()).isEmpty();
    }

    /** Its version counts its roles and memberships; nobody reads that any more. */
    @Test
    void what_goes_is_not_written_before() {
        long written = write(work -> {
            long before = writtenTo(work);
            Map<String, Long> counts = new Removal(work).remove(List.of(Controlled.byCuenta(noor)));
            assertThat(counts)
                    .contains(
                            entry("sessions", 1L),
                            entry("rolesGiven", 1L),
                            entry("memberships", 1L),
                            entry("mooring", 1L),
                            entry("accounts", 1L));
            return writtenTo(work) - before;
        });

        assertThat(written).isZero();
    }

    private static long writtenTo(Work work) {
        return work.sql()
                .sql(
                        "select n_tup_upd from pg_stat_xact_user_tables where relid = cast('accounts.account' as regclass)")
                .query(Long.class)
                .single();
    }

    private List<Archived> archived() {
        return write(work -> new Archive(work).list(10));
    }

    private List<AccountId> due(RetentionRule rule) {
        return write(work -> due(work, rule));
    }

    private static List<AccountId> due(Work work, RetentionRule rule) {
        Accounts accounts = new Accounts(work);
        Condition condition = Selection.of(work.revision().model(), rule, NOW).condition();
        return accounts.lock(accounts.some(condition, 10), condition);
    }

    private AccountId account(String name) {
        Map<FieldPath, @Nullable Object> values = new LinkedHashMap<>();
        values.put(FieldPath.parse("email"), name + "@marea.example");
        values.put(FieldPath.parse("name"), "Noor");
        values.put(FieldPath.parse("nickname"), "noorje");
        values.put(FieldPath.parse("since"), LocalDate.of(2020, 1, 1));
        values.put(FieldPath.parse("tags"), List.of("noor", "sails"));
        values.put(FieldPath.parse("mooring.berth"), "B07");
        values.put(FieldPath.parse("mooring.length"), new BigDecimal("12.50"));
        values.put(FieldPath.parse("mooring.secretWord"), "tide");
        return write(work ->
                new Accounts(work).insert(new NewAccount(work.revision().model().defaultKind(), values, NOW)));
    }

    private AccountRecord read(AccountId id) {
        return write(work -> new Accounts(work).find(id).orElseThrow());
    }

    private static Map<String, Object> values(AccountRecord record) {
        Map<String, Object> values = new LinkedHashMap<>();
        record.values().forEach((path, value) -> {
            if (value != null) {
                values.put(path.toString(), value);
            }
        });
        return values;
    }

    private String everythingStored() {
        return String.join("\n", strings("""
                select a::text from accounts.account a union all select m::text from accounts.profile_mooring m
                union all select c::text from cuenta.credential c union all select s::text from cuenta.session s"""));
    }
}
