package dev.cuenta.core.model;

import dev.cuenta.core.expression.Expression;
import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.FieldType;
import dev.cuenta.core.type.Limits;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A named, typed value of an account or a profile.
 *
 * @param withinTenant whether it has a value of its own in each tenant, as its profile says
 * @param defaultValue what a new account gets that does not give the value
 * @param existing what accounts get that are there when the field arrives; null for the default
 * @param existingFrom computes that value instead; null for the constant
 * @param compute gives the value whenever it is read; nothing is stored then. Null for a field that is stored
 * @param formerly what the field may have been called in the revision before, likeliest first; its values come along
 * @param search indexed for look-up by any part of it
 * @param indexed for comparisons and for sorting by it
 * @param erase what anonymising leaves, in a text with {@link #ERASED_ID} where the account's id comes; null for nothing
 * @param confirm within which time the owner proves that the value is theirs; null where nobody asks
 */
public record Field(
        FieldPath path,
        boolean withinTenant,
        FieldType type,
        Limits limits,
        List<FieldPath> formerly,
        boolean required,
        @Nullable Object defaultValue,
        @Nullable Object existing,
        @Nullable Expression existingFrom,
        @Nullable Expression compute,
        Uniqueness uniqueness,
        boolean signIn,
        boolean search,
        boolean indexed,
        Returned returned,
        Mutability mutability,
        Sensitivity sensitivity,
        Set<Party> read,
        Set<Party> write,
        @Nullable Object erase,
        @Nullable Span confirm,
        Presentation presentation) {

    /** In {@code erase}: what keeps apart the values that are left of a unique field. */
    public static final String ERASED_ID = "{id}";

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

    /** Whether both are fields of one profile, or of the account itself. */
    public boolean sharesGroup(Field other) {
        return Objects.equals(path.profile(), other.path.profile());
    }

    public Column column() {
        return type.column(limits);
    }

    /** Whether its value opens the account: people sign in with it, or links and codes that open it are sent there. */
    public boolean entry() {
        return signIn || confirm != null || type.isReachedBy(FieldType.Delivery.MAIL);
    }

    /** Whether no other account of this installation has its value. */
    public boolean unique() {
        return uniqueness == Uniqueness.SERVER;
    }

    /** Whether no other account of the same tenant has its value; accounts of no tenant share what they like. */
    public boolean uniqueWithinTenant() {
        return uniqueness == Uniqueness.TENANT;
    }

    /** As {@link #uniqueWithinTenant}, of a value that the account has in all of its tenants. */
    public boolean uniqueInEachTenant() {
        return uniqueWithinTenant() && !withinTenant;
    }

    /** Whether an index of the field's own table keeps its values apart: in the installation, or in the tenant of each. */
    public boolean uniqueByIndex() {
        return unique() || (uniqueWithinTenant() && withinTenant);
    }

    /** Whether the field has a column of its own; a computed one has none. */
    public boolean stored() {
        return compute == null;
    }

    /** Whether it is said what records get that are there when the field arrives. */
    public boolean answersForExisting() {
        return existingFrom != null || forExisting().isPresent();
    }

    /** Whether its owner proves that the value is theirs. */
    public boolean confirmed() {
        return confirm != null;
    }

    /** Whether its values are sealed where they are stored. */
    public boolean secret() {
        return sensitivity == Sensitivity.SECRET;
    }

    /** The field with its expressions, which can be read only when all fields are known. */
    public Field with(@Nullable Expression newCompute, @Nullable Expression newExistingFrom) {
        return new Field(
                path,
                withinTenant,
                type,
                limits,
                formerly,
                required,
                defaultValue,
                existing,
                newExistingFrom,
                newCompute,
                uniqueness,
                signIn,
                search,
                indexed,
                returned,
                mutability,
                sensitivity,
                read,
                write,
                erase,
                confirm,
                presentation);
    }

    /** The constant that a record gets that is there when the field arrives. */
    public Optional<Object> forExisting() {
        return existingFrom != null
                ? Optional.empty()
                : Optional.ofNullable(existing == null ? defaultValue : existing);
    }

    /** Whether any party at all can get the value in an answer. */
    public boolean leaves() {
        return returned != Returned.NEVER && mutability != Mutability.WRITE_ONLY;
    }
}
