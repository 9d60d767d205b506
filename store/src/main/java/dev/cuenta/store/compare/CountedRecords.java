package dev.cuenta.store.compare;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.revision.Conversion;
import dev.cuenta.core.revision.Narrowing;
import dev.cuenta.core.revision.StoredRecords;
import dev.cuenta.core.sharing.Vocabulary;
import dev.cuenta.core.type.Outcome;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.schema.ColumnValues;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.DependentTables;
import dev.cuenta.store.schema.Layout;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.secret.Secrets;
import dev.cuenta.store.shadow.Backfill;
import dev.cuenta.store.shadow.KeptColumns;
import dev.cuenta.store.shadow.Plan;
import dev.cuenta.store.sharing.Vocabularies;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Counts in the database what a diff asks about. */
public final class CountedRecords implements StoredRecords {
    private static final int PAGE = 5000;
    private static final int EXAMPLES = 3;
    private static final int SAMPLE = 2000;

    private final Connections connections;
    private final Shape shape;
    private final AccountModel next;
    private final Secrets secrets;
    private final Function<RetentionRule, Optional<Long>> taken;
    private final InstantSource clock;

    /**
     * @param live the model of the records
     * @param next the model that they are to follow
     * @param clock tells expressions what time it is
     * @param taken how many accounts a rule would take now; empty for one that does not fit the live model
     */
    public CountedRecords(
            Connections connections,
            AccountModel live,
            AccountModel next,
            Secrets secrets,
            InstantSource clock,
            Function<RetentionRule, Optional<Long>> taken) {
        this.connections = connections;
        this.shape = new Shape(live, connections.each(sql -> Layout.of(0, sql)).settled());
        this.next = next;
        this.secrets = secrets;
        this.taken = taken;
        this.clock = clock;
    }

    @Override
    public long accounts() {
        return count("select count(*) from accounts.account");
    }

    @Override
    public long accountsOfKind(String kind) {
        return count("select count(*) from accounts.account where kind = ?", kind);
    }

    @Override
    public long values(Field field) {
        if (field.path().isOfTenant()) {
            return new CountedTenantValues(connections).having(field);
        }
        return count("select count(" + column(field) + ") from " + table(field));
    }

    @Override
    public long without(Field field) {
        return count("select count(*) from " + table(field) + " where " + column(field) + " is null");
    }

    @Override
    public Outlook outlook(Optional<Field> before, Field after, boolean fills) {
        return connections.together(
                sql -> new CountedOutlook(shape, next, secrets, clock, sql).of(before, after, fills));
    }

    @Override
    public long holders(int role) {
        return count(
                "select count(distinct account_id) from " + DependentTables.ROLE_IN_EFFECT + " where role = ?", role);
    }

    @Override
    public long strongHolders(int role) {
        return count(
                "select count(distinct g.account_id) from " + DependentTables.ROLE_IN_EFFECT
                        + " g join cuenta.second_factor f on f.account_id = g.account_id and f.confirmed_at is not null"
                        + " where g.role = ?",
                role);
    }

    @Override
    public Map<String, Vocabulary> vocabularies() {
        return connections.each(Vocabularies::all);
    }

    @Override
    public long misplaced(Role role) {
        Object[] kinds = shape.model().kinds().values().stream()
                .filter(kind -> next.successorOf(kind).filter(role::suits).isPresent())
                .map(Kind::name)
                .toArray();
        Object[] excluded = next.roles().values().stream()
                .filter(role::excludes)
                .map(Role::number)
                .toArray();
        return count("""
                select count(distinct g.account_id) from cuenta.role_given g join accounts.account a on a.id = g.account_id
                where g.role = ? and (a.kind <> all(cast(? as text[])) or exists (
                    select from cuenta.role_given other where other.account_id = g.account_id
                        and other.role = any(cast(? as int[]))
                        and (other.tenant_id is null or g.tenant_id is null or other.tenant_id = g.tenant_id)))""", role.number(), array(kinds), array(excluded));
    }

    private static String array(Object[] values) {
        return "{" + Arrays.stream(values).map(String::valueOf).collect(Collectors.joining(",")) + "}";
    }

    @Override
    public long inSeveralTenants() {
        return count(
                "select count(*) from (select from cuenta.membership group by account_id having count(*) > 1) several");
    }

    @Override
    public Optional<Long> taken(RetentionRule rule) {
        return taken.apply(rule);
    }

    @Override
    public InTheWay collisions(Field before, Field after) {
        if (after.path().isOfTenant()) {
            return new CountedTenantValues(connections).shared(before, after);
        }
        return inTheWay(keys -> keys.sharing(
                "select " + Ddl.keyOf(before) + " as key, " + (before.withinTenant() ? "tenant_id, " : "")
                        + Shape.comparable(after, column(before))
                        + " as value from " + table(before),
                after));
    }

    private InTheWay inTheWay(Function<KeysInTheWay, InTheWay> question) {
        return connections.each(sql -> question.apply(new KeysInTheWay(shape, sql)));
    }

    /** What SQL can count, it counts; what only the type can judge is read value by value. */
    @Override
    public Misfits misfits(Field before, Field after) {
        if (after.path().isOfTenant()) {
            return new CountedTenantValues(connections).misfits(before, after);
        }
        boolean sameForm = !before.secret()
                && !after.secret()
                && before.type().equals(after.type())
                && before.column().equals(after.column())
                && Objects.equals(before.limits().pattern(), after.limits().pattern())
                && before.limits().maxBytes() <= after.limits().maxBytes();
        if (!sameForm) {
            return judged(before, after, Shape.column(before));
        }
        return Narrowing.narrower(before, after) ? counted(before, after) : Misfits.NONE;
    }

    private Misfits counted(Field before, Field after) {
        List<String> conditions = Shape.checks(after, Shape.column(before)).stream()
                .map(check -> "not (" + check.condition() + ")")
                .toList();
        if (conditions.isEmpty()) {
            return Misfits.NONE;
        }
        String broken = " from " + table(before) + " where " + String.join(" or ", conditions);
        InTheWay refused = inTheWay(keys -> keys.found("select " + Ddl.keyOf(before) + " as key" + broken));
        List<String> examples = connections.each(sql -> sql.sql("select distinct left(cast(" + column(before)
                        + " as text), 60)" + broken + " limit " + EXAMPLES)
                .query(String.class)
                .list());
        return new Misfits(refused, 0, examples);
    }

    /** Reads every value once, in no order, a page of the cursor at a time. */
    private Misfits judged(Field before, Field after, String named) {
        String column = Shape.quoted(named);
        Judged judged = new Judged(before, after);
        connections.together(sql -> {
            String key = "v." + Ddl.keyOf(before);
            sql.sql("select " + column + ", cast(" + key + " as text), " + shape.idOf(key) + " from " + table(before)
                            + " v where " + column + " is not null")
                    .withFetchSize(PAGE)
                    .query(row -> {
                        judged.judge(opened(before, row), row.getString(3));
                    });
            return judged;
        });
        return new Misfits(judged.refused.inTheWay(), judged.rewritten, judged.examples);
    }

    private Object opened(Field field, ResultSet row) throws SQLException {
        return Objects.requireNonNull(
                secrets.opened(field, row.getString(2), ColumnValues.get(row, 1, Shape.stored(field))));
    }

    private static final class Judged {
        private final Field before;
        private final Field after;
        private final List<String> examples = new ArrayList<>();
        private final FirstFew refused = new FirstFew();
        private long rewritten;

        Judged(Field before, Field after) {
            this.before = before;
            this.after = after;
        }

        void judge(Object value, String account) {
            Outcome outcome = Conversion.convert(value, before, after);
            if (outcome.refusal().isPresent()) {
                refused.add(new AccountId(account));
                if (examples.size() < EXAMPLES) {
                    examples.add(String.valueOf(before.type().write(value)));
                }
            } else if (!outcome.value().orElseThrow().equals(value)) {
                rewritten++;
            }
        }
    }

    @Override
    public long returning(Field before, Field after) {
        if (after.secret()) {
            return 0; // no two sealed values can be compared
        }
        return connections
                .each(sql -> new KeptColumns(sql).fitting(after, shape))
                .map(name -> count("select count(*) from " + table(after) + " where "
                        + Backfill.returning(new Plan.Same(before, after), Shape.column(before), name)))
                .orElse(0L);
    }

    @Override
    public Optional<Kept> kept(Field field) {
        return connections
                .each(sql -> new KeptColumns(sql).fitting(field, shape))
                .map(name -> {
                    long values = count("select count(" + Shape.quoted(name) + ") from " + table(field));
                    return new Kept(
                            values, count("select count(*) from " + table(field)) - values, breaking(field, name));
                });
    }

    /** Values of the kept column that the field would refuse, and those that more than one record holds where none may. */
    private long breaking(Field field, String name) {
        long broken = judged(field, field, name).refused().count();
        String comparable = Shape.comparable(field, Shape.quoted(name));
        return field.unique()
                ? broken
                        + count("select count(" + comparable + ") - count(distinct " + comparable + ") from "
                                + table(field))
                : broken;
    }

    /**
     * How many records a second this database rewrites: measured on a copy of as many accounts as one batch has, with their indexes, which
     * goes when it is done. No account is touched.
     *
     * @return 0 when there is nothing to measure with
     */
    public long recordsPerSecond() {
        return connections.together(sql -> {
            sql.sql("create temporary table measured (like accounts.account including indexes) on commit drop")
                    .update();
            sql.sql("insert into measured select * from accounts.account limit " + SAMPLE)
                    .update();
            long begun = System.nanoTime();
            int rewritten = sql.sql("update measured set version = version + 1").update();
            long nanos = Math.max(1, System.nanoTime() - begun);
            return rewritten * 1_000_000_000L / nanos;
        });
    }

    private static String table(Field field) {
        return Shape.qualified(field.path().profile());
    }

    private static String column(Field field) {
        return Shape.quoted(Shape.column(field));
    }

    private long count(String query, Object... parameters) {
        return connections.each(
                sql -> sql.sql(query).params(parameters).query(Long.class).single());
    }
}
