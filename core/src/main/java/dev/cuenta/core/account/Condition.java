package dev.cuenta.core.account;

import dev.cuenta.core.type.Comparison;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.UnaryOperator;

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

    /** Whether the account is one of these, by the keys of their rows: what a search found. */
    record Among(List<String> keys) implements Condition {}

    /** A comparison that so many accounts meet that any order soon comes upon some. */
    record Often(Compare compare) implements Condition {}

    record Present(Attribute attribute) implements Condition {}

    /** Whether no record of a service holds the account in place ({@code onDelete: restrict}). */
    record Unheld() implements Condition {}

    /** The same with other parts, where parts are what stands between {@code and}, {@code or} and {@code not}. */
    default Condition with(UnaryOperator<Condition> part) {
        if (this instanceof And and) {
            return new And(and.all().stream().map(each -> each.with(part)).toList());
        }
        if (this instanceof Or or) {
            return new Or(or.any().stream().map(each -> each.with(part)).toList());
        }
        return this instanceof Not not ? new Not(not.condition().with(part)) : part.apply(this);
    }

    /** What it asks for by comparison, or by being there. */
    default Set<Attribute> attributes() {
        Set<Attribute> attributes = new LinkedHashSet<>();
        with(part -> {
            if (part instanceof Compare compare) {
                attributes.add(compare.attribute());
            } else if (part instanceof Present present) {
                attributes.add(present.attribute());
            }
            return part;
        });
        return attributes;
    }
}
