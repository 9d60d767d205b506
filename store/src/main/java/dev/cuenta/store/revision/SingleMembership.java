package dev.cuenta.store.revision;

/** Keeps each account to one tenant, where the model says {@code membership: one}. */
public final class SingleMembership {
    /** The index whose violation says that an account belongs to a tenant already. */
    public static final String INDEX = "membership_one";

    static final String QUALIFIED = "cuenta." + INDEX;

    private SingleMembership() {}

    static String make() {
        return "create unique index concurrently if not exists " + INDEX + " on cuenta.membership (account_id)";
    }

    static String drop() {
        return "drop index concurrently if exists " + QUALIFIED;
    }
}
