package dev.cuenta.store.publish;

import static dev.cuenta.store.schema.Shape.literal;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.TenantRules;
import dev.cuenta.core.revision.Renames;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.statement.BriefStatement;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What becomes of tenants' values when a revision goes live. They have no columns, and are renamed in the moment of the swap; what
 * the revision before writes until the last of its requests is done is renamed when nobody uses it any more.
 */
final class TenantFields {
    private final TenantRules before;
    private final TenantRules after;
    private final Renames renames;

    /** @param base null for the first revision */
    TenantFields(@Nullable AccountModel base, AccountModel next) {
        this.before = base == null ? TenantRules.NONE : base.tenants();
        this.after = next.tenants();
        this.renames = Renames.ofTenants(before, after);
    }

    /** Under the new names, and kept apart where no two tenants have the same. Again and again to the same end. */
    List<BriefStatement> swapped() {
        List<BriefStatement> statements = new ArrayList<>();
        for (Field field : after.fields().values()) {
            renames.before(field.path())
                    .map(FieldPath::name)
                    .filter(name -> !name.equals(field.path().name()))
                    .ifPresent(name -> statements.addAll(
                            renamed(literal(name), literal(field.path().name()))));
            if (field.unique()) {
                statements.add(keptApart(field));
            }
        }
        return statements;
    }

    /** As {@link #swapped}, and without what is gone. */
    List<BriefStatement> contracted() {
        List<BriefStatement> statements = new ArrayList<>(swapped());
        before.fields().keySet().stream()
                .filter(name -> after.field(name).isEmpty())
                .forEach(name -> statements.add(BriefStatement.of(
                        "update cuenta.tenant set fields = fields - %1$s where jsonb_exists(fields, %1$s)"
                                .formatted(literal(name)))));
        String apart = after.fields().values().stream()
                .filter(Field::unique)
                .map(field -> literal(field.path().name()))
                .reduce("''", (some, name) -> some + ", " + name);
        statements.add(BriefStatement.of("delete from cuenta.tenant_value where field not in (" + apart + ")"));
        return statements;
    }

    private static List<BriefStatement> renamed(String from, String to) {
        return List.of(BriefStatement.of("""
                        update cuenta.tenant set fields = jsonb_build_object(%2$s, fields -> %1$s) || (fields - %1$s)
                        where jsonb_exists(fields, %1$s)""".formatted(from, to)), BriefStatement.of("""
                        update cuenta.tenant_value set field = %2$s where field = %1$s and not exists (
                            select from cuenta.tenant_value v where v.field = %2$s
                                and (v.value = tenant_value.value or v.tenant_id = tenant_value.tenant_id))""".formatted(from, to)));
    }

    /** A value that two tenants have keeps the first apart: the diff has looked, and will say so again. */
    private static BriefStatement keptApart(Field field) {
        String name = literal(field.path().name());
        return BriefStatement.of("""
                insert into cuenta.tenant_value (field, value, tenant_id)
                select %1$s, %2$s, id from cuenta.tenant where jsonb_exists(fields, %1$s)
                    and not exists (select from cuenta.tenant_value v where v.field = %1$s and v.tenant_id = id)
                on conflict do nothing""".formatted(name, Shape.comparable(field, "fields ->> " + name)));
    }
}
