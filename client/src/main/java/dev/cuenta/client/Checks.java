package dev.cuenta.client;

import dev.cuenta.wire.sharing.PermissionAnswer;
import dev.cuenta.wire.sharing.PermissionQuestion;
import java.util.List;

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

    private boolean ask(PermissionQuestion question) {
        PermissionAnswer answer =
                connection.ask(Request.of("POST", "/v1/checks").json(question).asking(), PermissionAnswer.class);
        return answer.allowed();
    }
}
