package dev.cuenta.store.tenant;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.TenantLimits;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.invitation.Invitation;
import dev.cuenta.store.invitation.Invitations;
import dev.cuenta.store.role.Giver;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** However many come at once, and by whichever way, no tenant has more than it may. */
class TenantLimitsTest extends HarbourTest {
    private static final int MOST = 3;

    @BeforeEach
    void limits() {
        limit(MOST, MOST);
    }

    private void limit(@Nullable Integer members, @Nullable Integer invitations) {
        limit(new TenantLimits(members, invitations, null));
    }

    private void limit(TenantLimits limits) {
        write(work -> {
            new Tenants(work).limit(harbour, limits);
            return work;
        });
    }

    private List<AccountId> boaters(int count) {
        return IntStream.range(0, count)
                .mapToObj(number -> write(work -> new Accounts(work)
                        .insert(new NewAccount(
                                work.revision().model().defaultKind(),
                                Map.of(FieldPath.parse("email"), "boater" + number + "@marea.example"),
                                Instant.now()))))
                .toList();
    }

    private boolean joins(AccountId account) {
        return joins(account, harbour, "`Punta Clara` may have " + MOST + " members");
    }

    private boolean joins(AccountId account, TenantId tenant, String otherwise) {
        try {
            return write(work -> new Memberships(work).join(account, tenant));
        } catch (Problem full) {
            assertThat(full).hasMessageContaining(otherwise);
            return false;
        }
    }

    private int members() {
        return database.sql()
                .sql("select count(*) from cuenta.membership")
                .query(Integer.class)
                .single();
    }

    @Test
    void of_many_who_join_at_once_as_many_get_in_as_there_is_room_for() {
        List<AccountId> boaters = boaters(8);

        long joined = boaters.parallelStream().filter(this::joins).count();

        assertThat(joined).isEqualTo(MOST);
        assertThat(members()).isEqualTo(MOST);
        write(work -> new Memberships(work)
                .leave(Controlled.byCuenta(someMember(boaters)).within(harbour)));
        assertThat(boaters.stream().filter(this::joins)).hasSize(1);
    }

    private AccountId someMember(List<AccountId> boaters) {
        String id = database.sql()
                .sql("select cast(account_id as text) from cuenta.membership limit 1")
                .query(String.class)
                .single();
        return boaters.stream()
                .filter(account -> account.text().equals(id))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void a_batch_that_has_no_room_leaves_nothing_behind() {
        List<Memberships.Joining> batch = boaters(MOST + 1).stream()
                .map(account -> new Memberships.Joining(account, harbour, Instant.now()))
                .toList();

        assertThatThrownBy(() -> write(work -> {
                    new Memberships(work).joinAll(batch);
                    return work;
                }))
                .hasMessageContaining("may have " + MOST + " members");
        assertThat(members()).isZero();
        write(work -> {
            new Memberships(work).joinAll(batch.subList(0, MOST));
            return work;
        });
        assertThat(members()).isEqualTo(MOST);
    }

    @Test
    void who_cannot_join_on_the_way_does_not_end_what_they_were_at() {
        List<AccountId> boaters = boaters(MOST + 1);
        boaters.subList(0, MOST).forEach(this::joins);

        boolean joined = write(work -> {
            boolean possible = new Memberships(work).joinByItself(boaters.get(MOST), harbour);
            new Tenants(work).rename(harbour, "Punta Clara Harbour");
            return possible;
        });

        assertThat(joined).isFalse();
        assertThat(write(work -> new Tenants(work).find(harbour.toString()))
                        .orElseThrow()
                        .name())
                .isEqualTo("Punta Clara Harbour");
    }

    @Test
    void a_lower_limit_sends_nobody_away_and_none_lets_everybody_in() {
        List<AccountId> boaters = boaters(MOST + 2);
        boaters.subList(0, MOST).forEach(this::joins);
        limit(1, 1);
        assertThat(members()).isEqualTo(MOST);
        limit(null, null);
        assertThat(boaters.subList(MOST, MOST + 2)).allMatch(this::joins);
    }

    @Test
    void the_model_limits_tenants_that_have_no_limits_of_their_own() {
        publish(model("membership: many, limits: { members: %1$d, invitations: %1$d, requests: 600 }".formatted(MOST)));
        List<AccountId> boaters = boaters(2 * MOST + 1);
        limit(2 * MOST, null);

        assertThat(boaters.parallelStream()
                        .filter(account -> joins(account, harbour, "`Punta Clara` may have " + 2 * MOST + " members")))
                .hasSize(2 * MOST);
        limit(null, 2 * MOST);
        IntStream.range(0, 2 * MOST).forEach(this::invited);
        write(work -> new Memberships(work)
                .leave(Controlled.byCuenta(someMember(boaters)).within(harbour)));
        assertThat(boaters.stream().filter(this::joins)).isEmpty();
        TenantId another = write(work -> new Tenants(work).create("Isla Verde"));
        assertThat(boaters.parallelStream()
                        .filter(account -> joins(account, another, "`Isla Verde` may have " + MOST + " members")))
                .hasSize(MOST);
        Map<TenantId, Integer> requests = write(work -> new Tenants(work).requestLimits(List.of(harbour, another)));
        assertThat(requests).containsOnly(Map.entry(harbour, 600), Map.entry(another, 600));
    }

    /** What answers say is worked out in Java, what is held by the statements. */
    @ParameterizedTest(name = "its own {0}, the model''s {1}")
    @CsvSource({",", ",2", "1,", "1,2", "3,2"})
    void as_much_is_held_as_is_said(@Nullable Integer own, @Nullable Integer usual) {
        if (usual != null) {
            publish(model(
                    "membership: many, limits: { members: %1$d, invitations: %1$d, requests: %1$d }".formatted(usual)));
        }
        limit(new TenantLimits(own, own, own));
        TenantLimits said = write(work -> new Tenants(work)
                .find(harbour.toString())
                .orElseThrow()
                .limits()
                .or(work.revision().model().tenants().limits()));

        int most = said.members() == null ? MOST + 2 : said.members();
        assertThat(boaters(MOST + 2).stream().filter(account -> joins(account, harbour, "`Punta Clara` may have")))
                .hasSize(most);
        assertThat(IntStream.range(0, MOST + 2).filter(this::isInvited).count()).isEqualTo(most);
        assertThat(write(work -> new Tenants(work).requestLimits(List.of(harbour)))
                        .get(harbour))
                .isEqualTo(said.requests());
    }

    private boolean isInvited(int number) {
        try {
            return invited(number) != null;
        } catch (Problem full) {
            return false;
        }
    }

    @Test
    void open_invitations_are_limited_and_used_ones_make_room() {
        List<Invitation> open = IntStream.range(0, MOST).mapToObj(this::invited).toList();
        assertThatThrownBy(() -> invited(MOST)).hasMessageContaining("may have " + MOST + " open invitations");
        write(work -> new Invitations(work).withdraw(open.get(0).id(), harbour));
        assertThat(invited(MOST)).isNotNull();
        database.sql().sql("update cuenta.invitation set expires_at = now()").update();
        assertThat(invited(MOST + 1)).isNotNull();
    }

    private Invitation invited(int number) {
        return write(work -> new Invitations(work)
                .add(
                        new Invitations.Wanted(
                                harbour,
                                "noor" + number + "@marea.example",
                                List.of(),
                                Giver.CUENTA,
                                Duration.ofDays(7)),
                        new byte[] {(byte) number}));
    }
}
