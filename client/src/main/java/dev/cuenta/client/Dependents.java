package dev.cuenta.client;

import dev.cuenta.wire.Items;
import dev.cuenta.wire.account.Dependent;
import dev.cuenta.wire.account.DependentsMove;
import dev.cuenta.wire.account.DependentsMoved;
import java.util.List;

/** Records of the service that hang on accounts: an account with such records goes as the model says, or not at all. */
public final class Dependents {
    private final Connection connection;

    Dependents(Connection connection) {
        this.connection = connection;
    }

    public List<Dependent> of(String account) {
        Items<Dependent> found = connection.ask(
                Request.of("GET", path(account)),
                Connection.json().getTypeFactory().constructParametricType(Items.class, Dependent.class));
        return found.items();
    }

    private static String path(String account) {
        return "/v1/accounts/" + Request.encoded(account) + "/dependents";
    }

    /**
     * Notes that a record hangs on the account; a second time changes nothing.
     *
     * @param sort as the model names it
     * @param key by which the service knows its record
     */
    public void register(String account, String sort, String key) {
        connection.tell(Request.of("PUT", path(account, sort, key)));
    }

    private static String path(String account, String sort, String key) {
        return path(account) + "/" + Request.encoded(sort) + "/" + Request.encoded(key);
    }

    /** Notes that a record hangs on the account no more. */
    public void release(String account, String sort, String key) {
        connection.tell(Request.of("DELETE", path(account, sort, key)));
    }

    /** Moves what hangs on one account to another; tells how much that was. */
    public int move(String from, String to) {
        DependentsMoved moved = connection.ask(
                Request.of("POST", path(from) + "/moves").json(new DependentsMove(to)), DependentsMoved.class);
        return moved.moved();
    }
}
