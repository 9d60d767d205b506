package dev.cuenta.core.account;

import dev.cuenta.core.type.Comparison;
import java.util.List;

/** A filter whose attributes are known and whose values are typed. A comparison with a missing value is false. */
public sealed interface Condition {
    record And(List<Condition> all) implements Condition {}

    record Or(List<Condition> any) implements Condition {}

    record Not(Condition condition) implements Condition {}

    record Compare(Attribute attribute, Comparison comparison, Object value) implements Condition {}

    /**
     * Whether a secret field's value has one of these keyed hashes: one for each key there is.
     *
     * @param field its path
     */
    record Hashed(String field, List<String> hashes) implements Condition {}

    record Present(Attribute attribute) implements Condition {}

    /** Whether no record of a service holds the account in place ({@code onDelete: restrict}). */
    record Unheld() implements Condition {}
}
