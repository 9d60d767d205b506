package dev.cuenta.store.publish;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.AccountQuery.Position;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.activity.Entry;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.role.GrantTerms;
import dev.cuenta.core.type.Comparison;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.account.Removal;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.adoption.Adoptions;
import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.live.FormerIds;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.password.Credentials;
import dev.cuenta.store.role.GivenRoles;
import dev.cuenta.store.role.GivenRoles.ForNew;
import dev.cuenta.store.role.Giver;
import dev.cuenta.store.session.Sessions;
import dev.cuenta.store.tenant.Memberships;
import dev.cuenta.store.verify.Leftovers;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A live model whose ids become another sort of value, on real PostgreSQL. */
class SecondIdsTest extends DatabaseTest {
    private static final String FIELDS = "helper: { type: account }";
    private static final String RANDOM = Models.smallWith(FIELDS) + "id: uuid7\n";
    private static final String COUNTING = Models.smallWith(FIELDS) + "id: sequence\n";

    @ParameterizedTest
    @CsvSource({"uuid7, sequence", "uuid4, sequence", "sequence, uuid7", "sequence, uuid4"})
    void every_account_has_another_id_and_is_found_by_both(String before, String after) {
        publish(Models.smallWith(FIELDS) + "id: " + before + "\n");
        AccountId ines = account("ines", null);
        AccountId noor = account("noor", ines);
        publish(Models.smallWith(FIELDS) + "id: " + after + "\n");

        AccountRecord inesNow = found(ines);
        AccountRecord noorNow = found(noor);
        assertThat(inesNow.id()).isNotEqualTo(ines);
        assertThat(found(inesNow.id())).isEqualTo(inesNow);
        assertThat(noorNow.values().get(FieldPath.parse("helper")))
                .isEqualTo(inesNow.id().text());
        assertThat(noorNow.id().text().length()).isEqualTo(after.equals("sequence") ? 1 : 36);
        assertThat(pairs(null, 9))
                .containsExactlyInAnyOrder(
                        new FormerIds.Pair(ines, inesNow.id()), new FormerIds.Pair(noor, noorNow.id()));
        assertThat(pairs(pairs(null, 1).get(0).formerId(), 9)).hasSize(1);
        assertThat(differences(Models.smallWith(FIELDS) + "id: " + after + "\n"))
                .isEmpty();
        assertThat(leftBehind()).isEmpty();
    }

    private List<FormerIds.Pair> pairs(@Nullable AccountId after, int limit) {
        return read(work -> new FormerIds(work).page(after, limit));
    }

    @Test
    void ids_that_are_ordered_by_time_come_in_the_order_of_the_accounts() {
        publish(COUNTING);
        List<AccountId> formerly = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            formerly.add(account("sailor" + i, null));
        }
        database.sql()
                .sql("update accounts.account set created_at = timestamptz '2024-03-01' + id * interval '1 day'")
                .update();
        publish(RANDOM);

        List<String> ids = formerly.stream().map(id -> found(id).id().text()).toList();
        assertThat(ids).isSorted().allMatch(id -> id.charAt(14) == '7' && "89ab".indexOf(id.charAt(19)) >= 0);
        assertThat(ids.get(0)).startsWith("018df"); // 2024-03-02
    }

    @Test
    void what_hangs_on_an_account_goes_on_hanging_on_it() {
        publish(COUNTING);
        AccountId ines = account("ines", null);
        byte[] token = {1, 2, 3};
        write(work -> {
            Role administrator = work.revision().model().roles().get("administrator");
            new GivenRoles(work).give(Controlled.byCuenta(ines), administrator, GrantTerms.PLAIN, Giver.CUENTA);
            new Credentials(work).set(Controlled.byCuenta(ines), "hash");
            new Sessions(work).open(token, ines, Instant.now().plusSeconds(3600), "", false);
            new Adoptions(work).remember("old-harbour", List.of(new Adoptions.Adopted("A1", ines, false)));
            return ines;
        });
        publish(RANDOM);

        AccountRecord now = found(ines);
        assertThat(now.roles()).hasSize(1);
        read(work -> {
            assertThat(new Sessions(work)
                            .find(token, Duration.ofHours(1))
                            .orElseThrow()
                            .account())
                    .isEqualTo(now.id());
            assertThat(new Credentials(work).hashOf(now.id())).contains("hash");
            assertThat(new Credentials(work).hashOf(ines)).contains("hash");
            assertThat(new Accounts(work).bySignIn("INES@marea.example")).contains(now.id());
            Adoptions adoptions = new Adoptions(work);
            assertThat(adoptions.present("old-harbour", List.of("A1"))).containsExactly(Map.entry("A1", now.id()));
            assertThat(adoptions.map("old-harbour", "", 9))
                    .extracting(Adoptions.Adopted::account)
                    .containsExactly(now.id());
            return now;
        });
        Map<String, Long> removed = write(work -> new Removal(work).remove(List.of(Controlled.byCuenta(now.id()))));
        assertThat(removed)
                .containsEntry("accounts", 1L)
                .containsEntry("credentials", 1L)
                .containsEntry("sessions", 1L);
        List<Adoptions.Summary> adopted = read(work -> new Adoptions(work).summaries());
        assertThat(adopted).isEmpty();
    }

    @Test
    void accounts_that_come_later_have_ids_of_the_new_sort_only() {
        publish(RANDOM);
        AccountId ines = account("ines", null);
        publish(COUNTING);
        AccountId noor = account("noor", ines);
        AccountId bram = account("bram", noor);

        assertThat(List.of(found(ines).id().text(), noor.text(), bram.text())).containsExactly("1", "2", "3");
        assertThat(found(noor).values().get(FieldPath.parse("helper"))).isEqualTo("1");
        AccountRecord given = write(work -> {
            new Credentials(work).setAll(Map.of(noor, "a", bram, "b"));
            Role boater = work.revision().model().roles().get("boater");
            Kind kind = work.revision().model().defaultKind();
            new GivenRoles(work)
                    .giveAll(
                            List.of(new ForNew(noor, kind, boater, null), new ForNew(bram, kind, boater, null)),
                            Giver.CUENTA);
            return new Accounts(work).find(bram).orElseThrow();
        });
        assertThat(given.roles()).hasSize(1);
        Problem nobody = catchThrowableOfType(Problem.class, () -> account("rik", new AccountId("77")));
        assertThat(nobody.violations()).extracting(it -> it.pointer()).containsExactly("/helper");
        Problem unheardOf = catchThrowableOfType(
                Problem.class, () -> account("rik", new AccountId("00000000-0000-7000-8000-000000000000")));
        assertThat(unheardOf.violations()).extracting(it -> it.pointer()).containsExactly("/helper");
    }

    @Test
    void an_account_kept_its_id_from_elsewhere_and_is_filtered_and_paged_by_ids_of_either_sort() {
        publish(RANDOM);
        AccountId ines = account("ines", null);
        account("noor", ines);
        publish(COUNTING);
        write(work -> new Accounts(work)
                .insert(new NewAccount(
                        work.revision().model().defaultKind(),
                        Map.of(FieldPath.parse("email"), "rik@marea.example"),
                        Instant.now(),
                        Instant.now(),
                        new AccountId("40"))));

        assertThat(ids(equal("id", "40"))).containsExactly("40");
        assertThat(ids(equal("id", ines.text()))).containsExactly("1");
        assertThat(ids(equal("id", "not-an-id"))).isEmpty();
        assertThat(ids(equal("helper", "1"))).containsExactly("2");
        assertThat(ids(equal("helper", ines.text()))).containsExactly("2");
        assertThat(ids(equal("helper", "99"))).isEmpty();
        assertThat(page(null)).containsExactly("1", "2");
        assertThat(page("2")).containsExactly("40");
    }

    private List<String> page(@Nullable String after) {
        return read(work -> {
            Attribute id = attribute(work, "id");
            Position position = after == null ? null : new Position(null, new AccountId(after));
            return texts(new Accounts(work).page(new AccountQuery(null, id, false, 1, position)));
        });
    }

    private List<String> ids(Function<Work, Condition> condition) {
        return read(work -> texts(new Accounts(work)
                .page(new AccountQuery(condition.apply(work), attribute(work, "id"), false, 9, null))));
    }

    private static List<String> texts(List<AccountRecord> records) {
        return records.stream().map(record -> record.id().text()).toList();
    }

    private static Function<Work, Condition> equal(String attribute, String value) {
        return work -> new Condition.Compare(attribute(work, attribute), Comparison.EQ, value);
    }

    private static Attribute attribute(Work work, String name) {
        return Attributes.of(work.revision().model(), field -> true).find(name).orElseThrow();
    }

    @Test
    void a_model_that_goes_back_has_its_first_ids_again_and_both_are_found() {
        publish(COUNTING);
        AccountId ines = account("ines", null);
        assertThat(pairs(null, 9)).isEmpty();
        publish(RANDOM);
        AccountId noor = account("noor", found(ines).id());
        AccountId inesInBetween = found(ines).id();
        publish(COUNTING);

        assertThat(found(inesInBetween).id()).isEqualTo(ines);
        assertThat(found(noor).values().get(FieldPath.parse("helper"))).isEqualTo(ines.text());
        assertThat(found(noor).id().text()).isEqualTo("2");
        account("bram", noor);
        assertThat(differences(COUNTING)).isEmpty();
        assertThat(new Leftovers(database.owner().connections()).list())
                .extracting(Leftovers.Leftover::keptAs)
                .contains("id_2");

        publish(RANDOM);
        assertThat(found(ines).id()).isEqualTo(inesInBetween);
        assertThat(differences(RANDOM)).isEmpty();
        assertThat(leftBehind()).isEmpty();
    }

    @Test
    void former_ids_can_be_swept_when_a_model_went_back() {
        publish(COUNTING);
        AccountId ines = account("ines", null);
        publish(RANDOM);
        AccountId inBetween = found(ines).id();
        publish(COUNTING);
        new Leftovers(database.owner().connections()).sweep(3, Models.of(COUNTING));

        database.live().refresh();
        Optional<AccountRecord> swept = read(work -> new Accounts(work).find(inBetween));
        assertThat(swept).isEmpty();
        assertThat(found(ines).id()).isEqualTo(ines);
        assertThat(differences(COUNTING)).isEmpty();
    }

    @Test
    void while_two_revisions_are_in_use_each_makes_accounts_that_the_other_finds() throws Exception {
        publish(COUNTING);
        AccountId ines = account("ines", null);
        try (LiveRevisions old = database.anotherInstance()) {
            Thread publish = new Thread(() -> database.publish(RANDOM));
            publish.start();
            awaitStep("drain");
            database.live().refresh();
            AccountId ofOld = made(old, "noor", ines);
            AccountId ofNew = made(database.live(), "bram", found(ines).id());

            assertThat(ofOld.text()).isEqualTo("2");
            assertThat(found(ofOld).values().get(FieldPath.parse("helper")))
                    .isEqualTo(found(ines).id().text());
            assertThat(ofNew.text()).hasSize(36);
            AccountRecord seenByOld = old.with(revision -> revision.read(
                    Scope.EVERYWHERE,
                    work -> new Accounts(work)
                            .bySignIn("bram@marea.example")
                            .flatMap(id -> new Accounts(work).find(id))
                            .orElseThrow()));
            assertThat(seenByOld.id().text()).isEqualTo("3");
            assertThat(seenByOld.values().get(FieldPath.parse("helper"))).isEqualTo("1");
            old.refresh();
            publish.join();
        }
        assertThat(differences(RANDOM)).isEmpty();
    }

    @Test
    void a_cancelled_change_leaves_nothing_and_keeps_what_was_former_before() {
        publish(COUNTING);
        account("ines", null);
        List<String> before = shape();
        cancelled(RANDOM);
        assertThat(shape()).isEqualTo(before);

        publish(RANDOM);
        AccountId noor = account("noor", null);
        publish(COUNTING);
        List<String> back = shape();
        cancelled(RANDOM);
        assertThat(shape()).isEqualTo(back);
        assertThat(found(noor).id().text()).isEqualTo("2");
    }

    /** Also by whoever looks within one tenant, where a policy of the database stands before all that is asked. */
    @Test
    void what_was_told_of_an_account_is_found_by_each_id_that_it_ever_had() {
        String tenants = "tenants: { membership: many, onSignUp: create, name: '{name}' }\n";
        List<String> models = List.of(RANDOM + tenants, COUNTING + tenants, RANDOM + tenants);
        publish(models.get(0));
        AccountId ines = account("ines", null);
        TenantId pier = new TenantId(UUID.randomUUID());
        database.sql()
                .sql("insert into cuenta.tenant (id, name) values (?, 'North pier')")
                .param(pier.value())
                .update();
        write(work -> new Memberships(work).join(ines, pier));
        tell(ines);
        for (String next : models.subList(1, 3)) {
            cancelled(next);
            publish(next);
            tell(found(ines).id());
        }

        AccountId now = found(ines).id();
        assertThat(told(Scope.EVERYWHERE, now)).hasSize(3);
        assertThat(told(Scope.within(pier), now)).hasSize(3);
        assertThat(told(Scope.within(pier), null)).hasSize(3);
        assertThat(told(Scope.within(new TenantId(UUID.randomUUID())), null)).isEmpty();
        new Leftovers(database.owner().connections()).sweep(9, Models.of(models.get(2)));
        database.live().refresh();
        assertThat(told(Scope.within(pier), now)).hasSize(2);
    }

    private void tell(AccountId account) {
        write(work -> {
            new Activity(work).add(Action.ACCOUNT_CHANGED, account, Origin.CUENTA);
            return account;
        });
    }

    private List<Entry> told(Scope scope, @Nullable AccountId account) {
        return database.live()
                .with(revision -> revision.read(
                        scope,
                        work -> new Activity(work)
                                .page(new Activity.Query(account, null, null, Action.ACCOUNT_CHANGED, null, 20))));
    }

    private AccountId account(String name, @Nullable AccountId helper) {
        return made(database.live(), name, helper);
    }

    private static AccountId made(LiveRevisions instance, String name, @Nullable AccountId helper) {
        return instance.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            Map<FieldPath, @Nullable Object> values = new HashMap<>();
            values.put(FieldPath.parse("email"), name + "@marea.example");
            values.put(FieldPath.parse("helper"), helper == null ? null : helper.text());
            return new Accounts(work)
                    .insert(new NewAccount(work.revision().model().defaultKind(), values, Instant.now()));
        }));
    }

    private AccountRecord found(AccountId id) {
        return read(work -> new Accounts(work).find(id).orElseThrow());
    }

    private <T> T read(Function<Work, T> question) {
        return database.live().with(revision -> revision.read(Scope.EVERYWHERE, question));
    }
}
