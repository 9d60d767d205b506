package dev.cuenta.service.caller;

import static dev.cuenta.core.permission.CuentaPermission.ACCOUNTS_READ;
import static dev.cuenta.core.permission.CuentaPermission.ACCOUNTS_WRITE;
import static dev.cuenta.core.permission.CuentaPermission.MODEL_PUBLISH;
import static dev.cuenta.core.permission.CuentaPermission.RETENTION_RUN;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.Permission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class CallerTest {
    private static final AccountModel MAREA = Models.marea();
    private static final TenantId PUNTA_CLARA = new TenantId(UUID.randomUUID());
    private static final TenantId ISLA_VERDE = new TenantId(UUID.randomUUID());
    private static final AccountId TOMAS = new AccountId("tomas");

    @Test
    void a_role_that_was_given_in_one_harbour_counts_there_only() {
        assertThat(master(PUNTA_CLARA).may(ACCOUNTS_READ, MAREA)).isTrue();
        assertThat(master(ISLA_VERDE).may(ACCOUNTS_READ, MAREA)).isFalse();
        assertThat(master(null).roles(MAREA)).extracting(Role::name).containsExactly("boater");
    }

    @Test
    void an_administrator_may_everything_everywhere_or_in_the_harbour_they_name() {
        Caller administrator = new Caller(TOMAS, List.of(new GivenRole("administrator", null)), List.of(), null);
        Caller inHarbour = new Caller(TOMAS, administrator.given(), List.of(), ISLA_VERDE);

        assertThat(administrator.may(Permission.of("anything.at.all"), MAREA)).isTrue();
        assertThat(administrator.scope(ACCOUNTS_READ, MAREA)).isEqualTo(Scope.EVERYWHERE);
        assertThat(inHarbour.scope(ACCOUNTS_READ, MAREA)).isEqualTo(Scope.within(ISLA_VERDE));
        assertThatCode(() -> administrator.requireEverywhere(RETENTION_RUN, MAREA))
                .doesNotThrowAnyException();
        Problem refused = catchThrowableOfType(Problem.class, () -> inHarbour.requireEverywhere(RETENTION_RUN, MAREA));
        assertThat(refused.kind()).isEqualTo(ProblemKind.MALFORMED);
        assertThat(refused.detail()).contains("cannot be limited to a tenant").contains("Cuenta-Tenant");
    }

    @Test
    void whoever_works_in_a_harbour_reaches_that_harbour_and_without_one_nothing() {
        assertThat(master(PUNTA_CLARA).scope(ACCOUNTS_READ, MAREA)).isEqualTo(Scope.within(PUNTA_CLARA));
        Problem problem = catchThrowableOfType(Problem.class, () -> master(null).scope(ACCOUNTS_READ, MAREA));
        assertThat(problem.kind()).isEqualTo(ProblemKind.FORBIDDEN);
    }

    @Test
    void a_missing_permission_is_named() {
        Problem problem =
                catchThrowableOfType(Problem.class, () -> master(PUNTA_CLARA).scope(MODEL_PUBLISH, MAREA));

        assertThat(problem.detail()).contains("model.publish");
        assertThatCode(() -> master(PUNTA_CLARA).scope(ACCOUNTS_WRITE, MAREA)).doesNotThrowAnyException();
    }

    @Test
    void one_is_owner_of_one_s_own_record_and_member_among_one_s_harbour_s() {
        Caller caller = master(PUNTA_CLARA);

        assertThat(caller.viewer(MAREA, record(TOMAS)).parties())
                .contains(Party.OWNER, Party.MEMBER, new Party("harbourMaster"));
        assertThat(caller.viewer(MAREA, record(new AccountId("noor"))).parties())
                .doesNotContain(Party.OWNER);
    }

    @Test
    void an_administrator_who_looks_into_a_harbour_is_no_member_of_it() {
        Caller looking =
                new Caller(TOMAS, List.of(new GivenRole("administrator", null)), List.of(PUNTA_CLARA), ISLA_VERDE);

        assertThat(looking.viewer(MAREA).parties()).containsExactly(new Party("administrator"));
    }

    @Test
    void a_role_that_the_model_no_longer_has_gives_nothing() {
        Caller caller = new Caller(TOMAS, List.of(new GivenRole("admiral", null)), List.of(), null);

        assertThat(caller.roles(MAREA)).isEmpty();
    }

    @Test
    void the_installation_key_has_every_administering_role_of_a_model_that_comes_later_too_and_no_account() {
        Caller key = Caller.withInstallationKey(null);

        assertThat(key.may(MODEL_PUBLISH, MAREA)).isTrue();
        assertThat(key.account()).isNull();
        assertThat(key.author()).isEqualTo("installation key");
        assertThat(new Caller(null, List.of(), List.of(), null).may(MODEL_PUBLISH, MAREA))
                .as("nobody")
                .isFalse();
    }

    private static Caller master(@Nullable TenantId current) {
        return new Caller(
                TOMAS,
                List.of(new GivenRole("boater", null), new GivenRole("harbourMaster", PUNTA_CLARA)),
                List.of(PUNTA_CLARA, ISLA_VERDE),
                current);
    }

    private static AccountRecord record(AccountId id) {
        return new AccountRecord(
                id, "staff", Map.of(), List.of(), List.of(), Instant.EPOCH, Instant.EPOCH, null, Map.of(), 1, 0);
    }
}
