package dev.cuenta.core.access;

import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.expression.Expression;
import dev.cuenta.core.expression.Surroundings;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.type.Outcome;
import java.time.InstantSource;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * The values of a record's fields: those that are stored, those that are computed from them when somebody asks, and those that a
 * record gets which is there when a field arrives.
 */
public final class ComputedValues {
    private final AccountModel model;
    private final InstantSource clock;
    private final Set<FieldPath> arriving;

    ComputedValues(AccountModel model, InstantSource clock) {
        this(model, clock, Set.of());
    }

    /** @param arriving fields that a record without a value has not got yet: it has what it is going to get */
    public ComputedValues(AccountModel model, InstantSource clock, Set<FieldPath> arriving) {
        this.model = model;
        this.clock = clock;
        this.arriving = Set.copyOf(arriving);
    }

    /** What has to be read for the value of a field; for a computed one, what it is computed from. */
    Needs needs(Field field) {
        return needs(field, Set.of());
    }

    /** What has to be read for what a record gets that is there when the field arrives. */
    public Needs needsOfExisting(Field field) {
        return field.existingFrom() == null ? Needs.NOTHING : needs(field.existingFrom(), Set.of(field.path()));
    }

    private Needs needs(Field field, Set<FieldPath> open) {
        if (field.compute() != null) {
            return needs(field.compute(), open);
        }
        Needs own = Needs.of(field.path());
        return field.existingFrom() != null && arriving.contains(field.path()) && !open.contains(field.path())
                ? own.and(needs(field.existingFrom(), with(open, field)))
                : own;
    }

    private Needs needs(Expression expression, Set<FieldPath> open) {
        Needs roles = new Needs(Set.of(), expression.asksForRoles(), false, false);
        return expression.fields().stream()
                .flatMap(path -> model.field(path).stream())
                .map(field -> needs(field, open))
                .reduce(roles, Needs::and);
    }

    /** Null where there is none; also where a computed value breaks the field's own rules. */
    @Nullable
    Object value(Field field, AccountRecord account) {
        return value(field, account, Set.of());
    }

    /**
     * What a record gets that is there when the field arrives, judged as what comes over HTTP is; empty where nothing is given.
     */
    public Optional<Outcome> existing(Field field, AccountRecord account) {
        return existing(field, account, Set.of());
    }

    private Optional<Outcome> existing(Field field, AccountRecord account, Set<FieldPath> open) {
        return field.existingFrom() == null
                ? field.forExisting().map(Outcome::accepted)
                : judged(field.existingFrom(), field, account, with(open, field));
    }

    private @Nullable Object value(Field field, AccountRecord account, Set<FieldPath> open) {
        if (field.compute() != null) {
            return judged(field.compute(), field, account, open)
                    .flatMap(Outcome::value)
                    .orElse(null);
        }
        Object stored = account.values().get(field.path());
        return stored == null && arriving.contains(field.path()) && !open.contains(field.path())
                ? existing(field, account, open).flatMap(Outcome::value).orElse(null)
                : stored;
    }

    private Optional<Outcome> judged(Expression expression, Field field, AccountRecord account, Set<FieldPath> open) {
        List<String> roles =
                account.roles().stream().map(GivenRole::role).distinct().toList();
        Surroundings surroundings = new Surroundings(path -> named(path, account, open), roles, clock.instant());
        return expression
                .value(surroundings, field.column())
                .filter(raw -> !isNothing(raw))
                .map(raw -> field.type().read(raw, field.limits()));
    }

    /** An empty text is computed where there is nothing to say. */
    private static boolean isNothing(Object raw) {
        return raw instanceof String text && text.isBlank();
    }

    private @Nullable Object named(String path, AccountRecord account, Set<FieldPath> open) {
        return switch (path) {
            case "kind" -> account.kind();
            case "id" -> account.id().text();
            case "meta.created" -> account.created();
            case "meta.lastModified" -> account.lastModified();
            default ->
                model.field(path).map(field -> value(field, account, open)).orElse(null);
        };
    }

    /** Two that ask for each other have nothing to begin with. */
    private static Set<FieldPath> with(Set<FieldPath> open, Field field) {
        Set<FieldPath> more = new HashSet<>(open);
        more.add(field.path());
        return more;
    }
}
