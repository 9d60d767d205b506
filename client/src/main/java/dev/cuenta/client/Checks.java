package dev.cuenta.client;

import dev.cuenta.wire.sharing.AccountsQuestion;
import dev.cuenta.wire.sharing.AllowedAccounts;
import dev.cuenta.wire.sharing.AllowedPermissions;
import dev.cuenta.wire.sharing.PermissionAnswer;
import dev.cuenta.wire.sharing.PermissionQuestion;
import dev.cuenta.wire.sharing.PermissionsQuestion;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** What people may do, as it is now. Asked within a tenant, what counts there counts as well. */
public final class Checks {
    private final Connection connection;

    Checks(Connection connection) {
        this.connection = connection;
    }

    /**
     * Whether an account may do something.
     *
     * @param permission one that the service's contract has in {@code asks}
     */
    public boolean may(String account, String permission) {
        return ask(new PermissionQuestion(account, permission, null, null));
    }

    /** Whether an account has one of some roles; the contract has to let the service read them. */
    public boolean hasAnyRole(String account, List<String> roles) {
        return ask(new PermissionQuestion(account, null, List.copyOf(roles), null));
    }

    /**
     * Which of up to 1,000 accounts may do something, in the order in which they are named; in one question.
     *
     * @param permission one that the service's contract has in {@code asks}
     */
    public List<String> whichMay(List<String> accounts, String permission) {
        AccountsQuestion question = new AccountsQuestion(List.copyOf(accounts), permission, null, null);
        AllowedAccounts answer = connection.ask(
                Request.of("POST", "/v1/checks/accounts").json(question).asking(), AllowedAccounts.class);
        return answer.accounts();
    }

    /** All that an account may do, of what the service's contract has in {@code asks}. */
    public Set<String> permissionsOf(String account) {
        return new TreeSet<>(rightsOf(account).permissions());
    }

    /**
     * As {@link #permissionsOf}, to be kept: with a number that rises whenever it may have changed. Tokens have it too, as
     * {@code rights_stamp}; where that is higher, what is kept is out of date.
     */
    public AllowedPermissions rightsOf(String account) {
        PermissionsQuestion question = new PermissionsQuestion(account, null);
        return connection.ask(
                Request.of("POST", "/v1/checks/permissions").json(question).asking(), AllowedPermissions.class);
    }

    private boolean ask(PermissionQuestion question) {
        PermissionAnswer answer =
                connection.ask(Request.of("POST", "/v1/checks").json(question).asking(), PermissionAnswer.class);
        return answer.allowed();
    }
}
