package dev.cuenta.store.schema;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.store.statement.BriefStatement;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * A function for each unique field that gives the key of the account that holds a value. It looks there as the owner of the tables, as
 * {@code cuenta.keys_by_index} does for any index; but PostgreSQL plans what it asks once for a connection, and not at each call.
 *
 * <p>A function is called by what it does: what is asked otherwise is another, so that instances of two revisions each find theirs. Columns
 * are named in it, so it serves only where the field's column has its own name.
 */
public final class KeyFunctions {
    static final String PREFIX = "key_by_";
    /** What comes after all that begin so: PostgreSQL has the names of functions in this order. */
    static final String BEHIND = "key_bz";

    private final Shape shape;

    public KeyFunctions(Shape shape) {
        this.shape = shape;
    }

    /** Makes those that are not there yet. */
    public List<BriefStatement> owed(Catalogue catalogue) {
        Map<String, BriefStatement> owed = of(shape.model());
        owed.keySet().removeAll(catalogue.functions(PREFIX));
        return List.copyOf(owed.values());
    }

    /**
     * Takes those away that are not needed any more.
     *
     * @param live the model beside which this one comes; null for none
     */
    public List<BriefStatement> surplus(@Nullable AccountModel live, Catalogue catalogue) {
        Set<String> surplus = new TreeSet<>(catalogue.functions(PREFIX));
        surplus.removeAll(of(shape.model()).keySet());
        surplus.removeAll(live == null ? Set.of() : of(live).keySet());
        return surplus.stream()
                .map(name -> BriefStatement.of("drop function cuenta." + name + "(text)"))
                .toList();
    }

    private Map<String, BriefStatement> of(AccountModel model) {
        Map<String, BriefStatement> functions = new LinkedHashMap<>();
        model.fields().values().stream()
                .filter(field -> field.unique() && !field.secret())
                .forEach(field -> functions.put(name(field), function(field)));
        return functions;
    }

    /** Without its schema. */
    String name(Field field) {
        return PREFIX
                + UUID.nameUUIDFromBytes(text(field).getBytes(StandardCharsets.UTF_8))
                        .toString()
                        .replace('-', '_');
    }

    private BriefStatement function(Field field) {
        return BriefStatement.of("create or replace function cuenta." + name(field) + text(field));
    }

    private String text(Field field) {
        String profile = field.path().profile();
        return """
                (value text) returns %1$s language plpgsql stable
                    security definer set search_path = pg_catalog, pg_temp as $key$
                declare
                    found %1$s;
                begin
                    select %2$s into found from %3$s where %4$s = cast(value as %5$s);
                    return found;
                end $key$""".formatted(
                        shape.keyType().sql(),
                        Shape.keyOf(profile),
                        Shape.qualified(profile),
                        Shape.comparable(field, Shape.quoted(Shape.column(field))),
                        shape.type(field));
    }
}
