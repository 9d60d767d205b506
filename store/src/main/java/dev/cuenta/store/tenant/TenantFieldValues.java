package dev.cuenta.store.tenant;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.statement.Json;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import tools.jackson.core.type.TypeReference;

/** What the model lets tenants have besides their names. */
public final class TenantFieldValues {
    private static final TypeReference<Map<String, Object>> VALUES = new TypeReference<>() {};

    private final Work work;

    public TenantFieldValues(Work work) {
        this.work = work;
    }

    static Map<String, Object> read(String json) {
        return Json.MAPPER.readValue(json, VALUES);
    }

    /**
     * Changes some of them, and leaves the others as they are.
     *
     * @param changed by the name of the field, as JSON has them; null for what is taken away
     * @throws Problem TAKEN where another tenant has a value that no two have
     */
    public void change(TenantId tenant, Map<String, @Nullable Object> changed) {
        Map<String, @Nullable Object> given = new LinkedHashMap<>(changed);
        given.values().removeIf(value -> value == null);
        work.sql()
                .sql("update cuenta.tenant set fields = (fields - ?) || cast(? as jsonb) where id = ?")
                .params(changed.keySet().toArray(String[]::new), Json.MAPPER.writeValueAsString(given), tenant.value())
                .update();
        changed.forEach((name, value) -> work.revision()
                .model()
                .tenants()
                .field(name)
                .filter(Field::unique)
                .ifPresent(field -> keepApart(tenant, field, value)));
    }

    private void keepApart(TenantId tenant, Field field, @Nullable Object value) {
        String name = field.path().name();
        work.sql()
                .sql("delete from cuenta.tenant_value where tenant_id = ? and field = ?")
                .params(tenant.value(), name)
                .update();
        if (value != null) {
            try {
                work.sql()
                        .sql("insert into cuenta.tenant_value (field, value, tenant_id) values (?, "
                                + Shape.comparable(field, "?") + ", ?)")
                        .params(name, value.toString(), tenant.value())
                        .update();
            } catch (DuplicateKeyException taken) {
                throw Problem.taken(
                        field.path().pointer(),
                        "Another tenant has this " + field.label().toLowerCase(Locale.ROOT)
                                + " already. Choose another.");
            }
        }
    }
}
