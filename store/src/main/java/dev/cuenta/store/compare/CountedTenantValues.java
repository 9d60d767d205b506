package dev.cuenta.store.compare;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.revision.StoredRecords.InTheWay;
import dev.cuenta.core.revision.StoredRecords.Misfits;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.statement.Json;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;

/** Counts what tenants have. They are few beside accounts, and each is looked at. */
final class CountedTenantValues {
    private static final int EXAMPLES = 3;
    private final Connections connections;

    CountedTenantValues(Connections connections) {
        this.connections = connections;
    }

    /** How many tenants have a value of the field. */
    long having(Field field) {
        return connections.each(sql -> sql.sql("select count(*) from cuenta.tenant where jsonb_exists(fields, ?)")
                .param(field.path().name())
                .query(Long.class)
                .single());
    }

    /** How many tenants share a value of the live field with another, compared as the field will be. */
    InTheWay shared(Field before, Field after) {
        long count = connections.each(sql -> sql.sql("""
                        select coalesce(sum(n), 0) from (select count(*) as n from cuenta.tenant
                            where jsonb_exists(fields, :name) group by %s having count(*) > 1) shared""".formatted(Shape.comparable(after, "fields ->> :name")))
                .param("name", before.path().name())
                .query(Long.class)
                .single());
        return new InTheWay(count, List.of());
    }

    /** Values of the live field that the field as it will be would refuse. */
    Misfits misfits(Field before, Field after) {
        AtomicLong refused = new AtomicLong();
        List<String> examples = new ArrayList<>();
        connections.each(sql -> {
            sql.sql("select fields -> ? as value, count(*) as tenants from cuenta.tenant"
                            + " where jsonb_exists(fields, ?) group by value")
                    .params(before.path().name(), before.path().name())
                    .query(row -> {
                        Object value = Json.MAPPER.readValue(row.getString("value"), Object.class);
                        if (after.type().read(value, after.limits()).refusal().isPresent()) {
                            refused.addAndGet(row.getLong("tenants"));
                            examples.add(row.getString("value"));
                        }
                    });
            return refused;
        });
        return refused.get() == 0
                ? Misfits.NONE
                : new Misfits(
                        new InTheWay(refused.get(), List.of()),
                        0,
                        examples.stream().limit(EXAMPLES).toList());
    }
}
