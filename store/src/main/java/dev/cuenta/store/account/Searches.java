package dev.cuenta.store.account;

import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.Field;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.Shape;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * Looks into the indexes of fields that are searched before the accounts themselves are asked for. Where few meet a comparison, these are
 * named; where many do, a page of them is soon full.
 */
final class Searches {
    private static final int FEW = 10_000;

    private final Work work;

    Searches(Work work) {
        this.work = work;
    }

    Condition found(Condition condition) {
        return condition instanceof Condition.Compare compare
                        && compare.attribute().source() == Attribute.Source.FIELD
                        && !compare.attribute().secret()
                ? found(compare, Objects.requireNonNull(compare.attribute().field()))
                : condition;
    }

    private Condition found(Condition.Compare compare, Field field) {
        return Shape.untrustedIndex(field, compare.comparison())
                .map(index -> found(compare, field, index))
                .orElse(compare);
    }

    private Condition found(Condition.Compare compare, Field field, String index) {
        String value = Shape.comparable(field, "?");
        String pattern = AccountConditionSql.pattern(value);
        String asked = switch (compare.comparison()) {
            case SW -> "'like', " + pattern + " || '%'";
            case CO -> "'like', '%' || " + pattern + " || '%'";
            case EQ -> field.search() ? "'like', " + pattern : "'eq', cast(" + value + " as text)";
            default -> "'" + compare.comparison() + "', cast(" + value + " as text)";
        };
        List<Object> parameters = new ArrayList<>(List.of(index, compare.value(), FEW + 1));
        if (field.withinTenant()) {
            Optional<TenantId> here = work.scope().tenant();
            if (here.isEmpty()) {
                return compare; // nobody has a value there
            }
            parameters.add(here.get().value());
        }
        List<String> keys = work.ask(
                "select cuenta.keys_by_index(?, " + asked + ", ?" + (field.withinTenant() ? ", ?)" : ")"),
                parameters,
                (row, number) -> row.getString(1));
        return keys.size() > FEW ? new Condition.Often(compare) : new Condition.Among(keys);
    }
}
