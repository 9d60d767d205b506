package dev.cuenta.core.account;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Comparison;
import dev.cuenta.core.type.FieldType;
import dev.cuenta.core.type.Limits;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Something that filters compare and lists are sorted by: a field of the model, or what every account has.
 *
 * @param field null for what every account has
 */
public record Attribute(
        String path,
        Source source,
        FieldType type,
        Limits limits,
        @Nullable Field field) {
    /** Where the value of an attribute is found. */
    public enum Source {
        FIELD,
        ID,
        KIND,
        CREATED,
        LAST_MODIFIED,
        ANONYMISED,
        /** When the owner confirmed the field's value. */
        CONFIRMED,
        ROLE
    }

    public Set<Comparison> comparisons() {
        return switch (source) {
            case ID, KIND, ROLE -> Comparison.EQUALITY;
            case FIELD -> secret() ? Set.of(Comparison.EQ) : type.comparisons();
            case CREATED, LAST_MODIFIED, ANONYMISED, CONFIRMED -> type.comparisons();
        };
    }

    /** Whether it is found by its whole value only: the database cannot read it. */
    public boolean secret() {
        return source == Source.FIELD && field != null && field.secret();
    }

    public boolean sortable() {
        return !secret()
                && source != Source.ROLE
                && !type.isMany()
                && !comparisons().isEmpty();
    }

    /** Whether the attribute compares by its letters as they are; otherwise in normal form. */
    public boolean exact() {
        return source != Source.FIELD || limits.caseExact() || !comparisons().contains(Comparison.CO);
    }
}
