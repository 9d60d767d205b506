package dev.cuenta.core.model;

import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.FieldType;
import dev.cuenta.core.type.Limits;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A named, typed value of an account or a profile.
 *
 * @param defaultValue what a new account gets that does not give the value
 * @param existing what accounts get that are there when the field arrives; null for the default
 * @param formerly the name that the field had in the revision before, in the same group; its values come along
 * @param search indexed for look-up
 * @param erase what anonymising leaves; null for nothing
 */
public record Field(
        FieldPath path,
        FieldType type,
        Limits limits,
        @Nullable String formerly,
        boolean required,
        @Nullable Object defaultValue,
        @Nullable Object existing,
        Uniqueness uniqueness,
        boolean signIn,
        boolean search,
        Returned returned,
        Mutability mutability,
        Sensitivity sensitivity,
        Set<Party> read,
        Set<Party> write,
        @Nullable Object erase,
        Presentation presentation) {

    public Field {
        read = Set.copyOf(read);
        write = Set.copyOf(write);
    }

    public String label() {
        return presentation.label();
    }

    public String description() {
        return presentation.description();
    }

    /** Where the field was in the revision before; its own path unless it was renamed. */
    public FieldPath formerPath() {
        return formerly == null ? path : new FieldPath(path.profile(), formerly);
    }

    public Column column() {
        return type.column(limits);
    }

    public boolean unique() {
        return uniqueness == Uniqueness.SERVER;
    }

    /** What a record gets that is there when the field arrives. */
    public Optional<Object> forExisting() {
        return Optional.ofNullable(existing == null ? defaultValue : existing);
    }

    /** Whether any party at all can get the value in an answer. */
    public boolean leaves() {
        return returned != Returned.NEVER && mutability != Mutability.WRITE_ONLY;
    }
}
