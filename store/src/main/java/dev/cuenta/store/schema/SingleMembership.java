package dev.cuenta.store.schema;

import dev.cuenta.store.statement.OnlineStatement;

/** Keeps each account to one tenant, where the model says {@code membership: one}. */
public final class SingleMembership {
    /** The index whose violation says that an account belongs to a tenant already. */
    public static final String INDEX = "membership_one";

    public static final String QUALIFIED = "cuenta." + INDEX;

    private SingleMembership() {}

    public static OnlineStatement make() {
        return new OnlineStatement(
                "create unique index concurrently if not exists " + INDEX + " on cuenta.membership (account_id)");
    }

    public static OnlineStatement drop() {
        return new OnlineStatement("drop index concurrently if exists " + QUALIFIED);
    }
}
