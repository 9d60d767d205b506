package dev.cuenta.store.compare;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Uniqueness;
import dev.cuenta.core.revision.Renames;
import dev.cuenta.core.revision.StoredRecords.InTheWay;
import dev.cuenta.core.revision.StoredRecords.Outlook;
import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.Outcome;
import dev.cuenta.store.schema.ColumnValues;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.secret.Secrets;
import dev.cuenta.store.shadow.Filling;
import dev.cuenta.store.shadow.Fills;
import dev.cuenta.store.shadow.KeptColumns;
import dev.cuenta.store.shadow.Sources;
import dev.cuenta.store.shadow.Sources.Place;
import dev.cuenta.store.shadow.Sources.Source;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * What the records will have in a field, worked out as the publish itself works it out: each record is read once, and its value judged by
 * the field's type. What may not be shared, and what has to be somebody's id, is put into a temporary table and asked there.
 */
final class CountedOutlook {
    private static final int PAGE = 2000;

    private final Shape live;
    private final Shape shape;
    private final AccountModel next;
    private final Renames renames;
    private final KeptColumns kept;
    private final Secrets secrets;
    private final InstantSource clock;
    private final KeysInTheWay keys;
    private final JdbcClient sql;

    CountedOutlook(Shape live, AccountModel next, Secrets secrets, InstantSource clock, JdbcClient sql) {
        this.live = live;
        this.shape = new Shape(next, live.layout());
        this.next = next;
        this.renames = Renames.between(live.model(), next);
        this.kept = new KeptColumns(sql);
        this.secrets = secrets;
        this.clock = clock;
        this.keys = new KeysInTheWay(live, sql);
        this.sql = sql;
    }

    Outlook of(Optional<Field> before, Field after, boolean fills) {
        boolean asked = after.uniqueness() != Uniqueness.NONE || after.column().is(Column.Kind.ACCOUNT);
        Tally tally = new Tally(after, fills, asked);
        Filling filling = Fills.before(
                        shape,
                        live,
                        arriving(),
                        field -> before.isEmpty() && field.equals(after) ? List.of() : places(field),
                        clock,
                        secrets)
                .outlook(after);
        if (asked) {
            sql.sql("create temporary table outlook (key " + live.keyType().sql() + ", value " + shape.type(after)
                            + ") on commit drop")
                    .update();
        }
        Sources sources = filling.sources();
        sql.sql("select " + sources.columns() + " from accounts.account a" + sources.joins() + " where a.kind = any("
                        + kindsWith(after.path().profile()) + ")")
                .withFetchSize(PAGE)
                .query(row -> {
                    tally.count(sources.read(row), filling);
                });
        tally.put();
        InTheWay colliding = after.uniqueness() == Uniqueness.NONE
                ? InTheWay.NONE
                : keys.sharing("select key, " + Shape.comparable(after, "value") + " as value from outlook", after);
        // Ids of the next revision are nobody's yet where it gives everyone another.
        boolean refers = after.column().is(Column.Kind.ACCOUNT) && shape.idType() == live.idType();
        InTheWay unfit = refers ? nobodys() : tally.unfit.inTheWay();
        return new Outlook(
                tally.standing, tally.filled - (refers ? unfit.count() : 0), tally.none.inTheWay(), unfit, colliding);
    }

    /** References to accounts that are not there: their type takes every text that may be an id. */
    private InTheWay nobodys() {
        return keys.found("select key from outlook o where not exists (select from accounts.account a where a."
                + live.idColumn() + " = o.value)");
    }

    /** Of the live model, those whose accounts are to have the profile. */
    private String kindsWith(@Nullable String profile) {
        return "array["
                + live.model().kinds().values().stream()
                        .filter(kind -> next.successorOf(kind)
                                .filter(heir -> heir.has(profile))
                                .isPresent())
                        .map(Kind::name)
                        .map(Shape::literal)
                        .collect(Collectors.joining(", "))
                + "]::text[]";
    }

    private List<Field> arriving() {
        return next.fields().values().stream()
                .filter(Field::stored)
                .filter(field -> renames.before(field.path()).isEmpty())
                .toList();
    }

    private List<Place> places(Field field) {
        return renames.before(field.path())
                .flatMap(live.model()::field)
                .map(before -> List.of(Place.of(before)))
                .orElseGet(() -> kept.fitting(field, shape)
                        .map(name -> List.of(new Place(field, name)))
                        .orElse(List.of()));
    }

    private final class Tally {
        private final Field field;
        private final boolean fills;
        private final boolean asked;
        private final FirstFew none = new FirstFew();
        private final FirstFew unfit = new FirstFew();
        private final List<Source> waiting = new ArrayList<>();
        private final List<String> values = new ArrayList<>();
        private long standing;
        private long filled;

        Tally(Field field, boolean fills, boolean asked) {
            this.field = field;
            this.fills = fills;
            this.asked = asked;
        }

        void count(Source source, Filling filling) {
            Object stored = source.value(field);
            Optional<Outcome> outcome = stored != null
                    ? Optional.of(Outcome.accepted(stored))
                    : fills ? filling.values().existing(field, source.record()) : Optional.empty();
            if (outcome.isEmpty()) {
                none.add(source.record().id());
            } else if (outcome.get().refusal().isPresent()) {
                unfit.add(source.record().id());
            } else {
                standing += stored == null ? 0 : 1;
                filled += stored == null ? 1 : 0;
                if (asked) {
                    put(source, outcome.get().value().orElseThrow());
                }
            }
        }

        private void put(Source source, Object value) {
            waiting.add(source);
            values.add(ColumnValues.text(field.column(), value));
            if (values.size() == PAGE) {
                put();
            }
        }

        void put() {
            if (values.isEmpty()) {
                return;
            }
            sql.sql("insert into outlook (key, value) select cast(key as "
                            + live.keyType().sql() + "), "
                            + (field.column().is(Column.Kind.ACCOUNT)
                                    ? shape.idType().cast("value")
                                    : "cast(value as " + shape.type(field) + ")")
                            + " from unnest(?::text[], ?::text[]) given (key, value)")
                    .params(waiting.stream().map(Source::key).toArray(String[]::new), values.toArray(String[]::new))
                    .update();
            waiting.clear();
            values.clear();
        }
    }
}
