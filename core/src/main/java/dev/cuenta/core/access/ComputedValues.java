package dev.cuenta.core.access;

import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.expression.Surroundings;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import java.time.InstantSource;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** The values of a record's fields: those that are stored, and those that are computed from them when somebody asks. */
final class ComputedValues {
    private final AccountModel model;
    private final InstantSource clock;

    ComputedValues(AccountModel model, InstantSource clock) {
        this.model = model;
        this.clock = clock;
    }

    /** What has to be read for the value of a field; for a computed one, what it is computed from. */
    Needs needs(Field field) {
        if (field.compute() == null) {
            return new Needs(field.stored() ? Set.of(field.path()) : Set.of(), false, false, false);
        }
        // An expression may ask for roles without naming them as a field.
        Needs roles = new Needs(Set.of(), true, false, false);
        return field.compute().fields().stream()
                .flatMap(path -> model.field(path).stream())
                .map(this::needs)
                .reduce(roles, Needs::and);
    }

    /** Null where there is none; also where a computed value breaks the field's own rules. */
    @Nullable
    Object value(Field field, AccountRecord account) {
        if (field.compute() == null) {
            return account.values().get(field.path());
        }
        List<String> roles =
                account.roles().stream().map(GivenRole::role).distinct().toList();
        Surroundings surroundings = new Surroundings(path -> named(path, account), roles, clock.instant());
        return field.compute()
                .value(surroundings, field.column())
                .flatMap(raw -> field.type().read(raw, field.limits()).value())
                .orElse(null);
    }

    private @Nullable Object named(String path, AccountRecord account) {
        return switch (path) {
            case "kind" -> account.kind();
            case "id" -> account.id().text();
            case "meta.created" -> account.created();
            case "meta.lastModified" -> account.lastModified();
            default -> model.field(path).map(field -> value(field, account)).orElse(null);
        };
    }
}
