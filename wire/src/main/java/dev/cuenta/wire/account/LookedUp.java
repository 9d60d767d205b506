package dev.cuenta.wire.account;

import java.util.List;

/**
 * What was found of a look-up, in the order of its values.
 *
 * @param <A> an account
 * @param missing values that no account has which the caller may read
 */
public record LookedUp<A>(List<Item<A>> items, List<Object> missing) {
    /** An account, and as what it was asked for. */
    public record Item<A>(Object asked, A account) {}
}
