package dev.cuenta.core.revision;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.TenantRules;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Which field of the live revision is which of the next. A field keeps its name, or says what it was called formerly; one that
 * goes back to the name that the live field says it had is the same field too, so that a rename can be reverted.
 */
public final class Renames {
    private final Map<FieldPath, FieldPath> beforeByAfter = new HashMap<>();
    private final Map<FieldPath, FieldPath> afterByBefore = new HashMap<>();
    private final Map<FieldPath, Field> live;
    private final Map<FieldPath, Field> next;

    private Renames(Map<FieldPath, Field> live, Map<FieldPath, Field> next) {
        this.live = live;
        this.next = next;
    }

    public static Renames between(AccountModel liveModel, AccountModel nextModel) {
        return between(stored(liveModel), stored(nextModel));
    }

    /** The same of what tenants have. */
    public static Renames ofTenants(TenantRules live, TenantRules next) {
        return between(byPath(live), byPath(next));
    }

    private static Map<FieldPath, Field> byPath(TenantRules rules) {
        Map<FieldPath, Field> fields = new LinkedHashMap<>();
        rules.fields().values().forEach(field -> fields.put(field.path(), field));
        return fields;
    }

    private static Renames between(Map<FieldPath, Field> live, Map<FieldPath, Field> next) {
        Renames renames = new Renames(live, next);
        next.keySet().stream().filter(live::containsKey).forEach(path -> renames.same(path, path));
        next.values()
                .forEach(field -> field.formerly().stream()
                        .filter(former -> comesAlong(live.get(former), field))
                        .forEach(former -> renames.same(former, field.path())));
        live.values()
                .forEach(field -> field.formerly().stream()
                        .filter(latter -> comesAlong(field, next.get(latter)))
                        .forEach(latter -> renames.same(field.path(), latter)));
        return renames;
    }

    /** Where no value could come along, one field goes and another comes. From one group to another, values move as they are. */
    private static boolean comesAlong(@Nullable Field before, @Nullable Field after) {
        return before != null
                && after != null
                && before.withinTenant() == after.withinTenant()
                && (before.sharesGroup(after) ? Conversion.possible(before, after) : movesAsItIs(before, after));
    }

    private static boolean movesAsItIs(Field before, Field after) {
        return before.type().equals(after.type()) && before.limits().equals(after.limits());
    }

    /** A computed field has nothing that could come along. */
    private static Map<FieldPath, Field> stored(AccountModel model) {
        Map<FieldPath, Field> stored = new LinkedHashMap<>(model.fields());
        stored.values().removeIf(field -> !field.stored());
        return stored;
    }

    /** The only new field of the group that is like the one that goes, which is the only one of its like to go. */
    Optional<Field> likely(Field gone) {
        List<Field> others = live.values().stream()
                .filter(field -> after(field.path()).isEmpty() && alike(field, gone))
                .toList();
        List<Field> arriving = next.values().stream()
                .filter(field -> before(field.path()).isEmpty() && alike(field, gone))
                .toList();
        return others.size() == 1 && arriving.size() == 1 ? Optional.of(arriving.get(0)) : Optional.empty();
    }

    private static boolean alike(Field one, Field other) {
        return one.sharesGroup(other) && one.type().equals(other.type());
    }

    private void same(FieldPath before, FieldPath after) {
        if (!afterByBefore.containsKey(before) && !beforeByAfter.containsKey(after)) {
            afterByBefore.put(before, after);
            beforeByAfter.put(after, before);
        }
    }

    /** The field of the live revision; empty for a new one. */
    public Optional<FieldPath> before(FieldPath after) {
        return Optional.ofNullable(beforeByAfter.get(after));
    }

    /** The field of the next revision; empty for one that goes. */
    public Optional<FieldPath> after(FieldPath before) {
        return Optional.ofNullable(afterByBefore.get(before));
    }
}
