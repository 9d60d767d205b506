package dev.cuenta.store.revision;

import static dev.cuenta.store.revision.Shape.quoted;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Column;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * The work of each step of one publish. Until the swap everything is done beside what the old revision uses; what takes
 * something away from it waits for contract, when nobody uses it any more.
 */
final class Steps {
    static final int BATCH = 2000;

    private final Plan plan;
    private final Statements statements;
    private final Catalogue catalogue;
    private final KeptColumns kept;
    private final Ddl ddl;
    private final List<Twin> twins;
    private final Fills fills;

    Steps(Plan plan, Statements statements, Catalogue catalogue, KeptColumns kept) {
        this.plan = plan;
        this.statements = statements;
        this.catalogue = catalogue;
        this.kept = kept;
        this.ddl = new Ddl(plan.next());
        this.twins = plan.converted().stream().map(same -> new Twin(same, plan)).toList();
        this.fills = new Fills(plan.next(), field -> quoted(columnNow(field)), BATCH);
    }

    /** Makes room for the new revision beside the old one; everything that the old one does goes on working. */
    void expand() {
        if (plan.base() == null) {
            ddl.firstTables().forEach(statements::shortly);
        }
        plan.newProfiles().forEach(profile -> statements.shortly(ddl.profileTable(profile)));
        plan.newFields().forEach(this::arrive);
        twinsToSettle().forEach(twin -> twin.expand().forEach(statements::shortly));
        for (Plan.Same same : plan.unconverted()) {
            widen(same);
            if (same.becomesOptional()) {
                relax(same.before());
            }
        }
        // The new revision inserts without these.
        plan.removedFields().stream().filter(Field::required).forEach(this::relax);
    }

    private void arrive(Field field) {
        if (plan.restores(field)) {
            statements.together(kept.restoring(field, ddl.shape()));
            // The old revision inserts without the column; what it makes gets what existing records get.
            field.forExisting().ifPresent(value -> statements.shortly(Ddl.setDefault(field, value)));
        } else {
            statements.shortly(ddl.addColumn(field));
        }
        Ddl.replaceChecks(field).ifPresent(statements::shortly);
        Ddl.addReference(field, Shape.column(field)).ifPresent(statements::shortly);
    }

    /** While both revisions write, a value may keep either's rules. */
    private void widen(Plan.Same same) {
        String column = now(same);
        List<Shape.Check> before = Shape.checks(same.before(), column);
        List<Shape.Check> after = Shape.checks(same.after(), column);
        if (conditions(before).equals(conditions(after))) {
            return;
        }
        List<Shape.Check> either = new ArrayList<>();
        for (Shape.Check check : before) {
            String rule = suffix(check, same.before());
            after.stream()
                    .filter(other -> suffix(other, same.after()).equals(rule))
                    .filter(other -> !other.condition().equals(check.condition()))
                    .forEach(other -> either.add(new Shape.Check(
                            check.name(), "(" + check.condition() + ") or (" + other.condition() + ")")));
        }
        Ddl.replaceChecks(same.before(), before, either).ifPresent(statements::shortly);
    }

    private static List<String> conditions(List<Shape.Check> checks) {
        return checks.stream().map(Shape.Check::condition).toList();
    }

    private static String suffix(Shape.Check check, Field field) {
        return check.name().replace(Shape.constraint(field, ""), "");
    }

    private void relax(Field field) {
        if (catalogue.has(field, Shape.column(field))) {
            statements.shortly(Ddl.alterColumn(field, Shape.column(field), "drop not null"));
        }
    }

    void fill() {
        for (Field field : plan.newFields()) {
            boolean filled = field.required() && field.forExisting().isPresent();
            // What was kept aside says which records had no value.
            if (filled || (field.existingFrom() != null && !plan.restores(field))) {
                fillEmpty(field, Shape.column(field));
            }
        }
        for (Plan.Same same : plan.unconverted()) {
            if (same.becomesRequired() && same.after().answersForExisting()) {
                fillEmpty(same.after(), now(same));
            }
        }
        for (Twin twin : twinsToSettle()) {
            statements.convert(twin);
            if (twin.field().required() && twin.field().answersForExisting()) {
                fillEmpty(twin.field(), twin.column());
            }
        }
        fillProfiles();
    }

    private void fillEmpty(Field field, String column) {
        if (catalogue.isNullable(field, column)) {
            statements.walk(
                    "select count(*) from " + Shape.qualified(field.path().profile()) + " where " + quoted(column)
                            + " is null",
                    fills.column(field, column));
        }
    }

    private void fillProfiles() {
        for (Plan.Given given : plan.givenProfiles()) {
            String missing = "select count(*) from accounts.account a where a.kind = " + Shape.literal(given.kind())
                    + " and not exists (select 1 from " + Shape.qualified(given.profile())
                    + " p where p.account_id = a.id)";
            statements.walk(missing, fills.profile(given.profile(), given.kind()));
        }
    }

    /** Holds the records against the new rules, without a lock that blocks readers or writers. */
    void prove() {
        storedFields().forEach(this::index);
        for (Field field : plan.newFields()) {
            validate(field);
            if (field.required() && field.answersForExisting()) {
                require(field, Shape.column(field));
            }
        }
    }

    private void index(Field field) {
        Twin twin = twinOf(field);
        String column = twin == null ? nowOf(field) : twin.column();
        for (Ddl.Index index : Ddl.indexes(field, column)) {
            String name = twin == null ? index.name() : index.nameInRevision(plan.number());
            if (twin == null && isRenamed(field) && catalogue.hasIndex(formerName(field, index))) {
                continue;
            }
            if (catalogue.isBroken(name)) {
                // It was cut off while it was built.
                statements.shortly(Ddl.dropIndex(name));
            }
            statements.shortly(Ddl.createIndex(field, name, index));
        }
    }

    private void validate(Field field) {
        Shape.checks(field).forEach(check -> statements.shortly(Ddl.validate(field, check.name())));
        Ddl.addReference(field, "")
                .ifPresent(any -> statements.shortly(Ddl.validate(field, Shape.constraint(field, Shape.REFERENCE))));
    }

    /**
     * SET NOT NULL alone would scan the table under a lock; with a proven check it does not. A record that the old revision
     * made in between may have no value: then the check stays as it is, and holds for every record from now on.
     */
    private void require(Field field, String column) {
        if (!catalogue.isNullable(field, column)) {
            return;
        }
        String check = quoted(Shape.constraint(field, "required"));
        statements.shortly(Ddl.alterTable(field) + " drop constraint if exists " + check + ", add constraint " + check
                + " check (" + quoted(column) + " is not null) not valid");
        if (statements.holdsEverywhere(field, quoted(column) + " is not null")) {
            statements.shortly(Ddl.alterTable(field) + " validate constraint " + check);
            statements.shortly(Ddl.alterColumn(field, column, "set not null"));
            statements.shortly(Ddl.alterTable(field) + " drop constraint " + check);
        }
    }

    /** The new revision is live from here on, and knows by which names it finds what is not renamed yet. */
    void swap() {
        List<String> together = new ArrayList<>();
        twinsToSettle().forEach(twin -> together.add(named(twin.field(), twin.column())));
        renamesToSettle().forEach(same -> together.add(named(same.after(), Shape.column(same.before()))));
        together.add("update cuenta.revision set state = 'past' where state = 'live' and number <> " + plan.number());
        together.add(
                "update cuenta.revision set state = 'live', published_at = coalesce(published_at, now()) where number = "
                        + plan.number());
        statements.together(together);
    }

    private String named(Field field, String physical) {
        return "insert into cuenta.column_name (table_name, column_name, physical, revision) values ("
                + String.join(
                        ", ",
                        Shape.literal(Shape.table(field.path().profile())),
                        Shape.literal(Shape.column(field)),
                        Shape.literal(physical),
                        String.valueOf(plan.number()))
                + ") on conflict do nothing";
    }

    /** Tidies what only the old revision needed. */
    void contract() {
        fill(); // for what instances on the old revision made or changed after the first fill
        for (Plan.Inherited kind : plan.inheritedKinds()) {
            statements.walk(
                    "select count(*) from accounts.account where kind = " + Shape.literal(kind.gone()),
                    fills.kind(kind.gone(), kind.heir()));
        }
        twinsToSettle().forEach(twin -> statements.together(twin.settle()));
        renamesToSettle().forEach(same -> statements.together(renamed(same)));
        plan.removedFields().stream()
                .filter(field -> catalogue.has(field, Shape.column(field)))
                .forEach(field -> statements.together(kept.keeping(field, plan.number())));
        plan.sameFields().forEach(this::narrow);
        plan.sameFields().forEach(this::dropOldIndexes);
        // Only now, for the old revision could not have given a value.
        storedFields()
                .filter(Field::required)
                .filter(field -> plan.base() != null)
                .forEach(field -> require(field, Shape.column(field)));
        storedFields().forEach(this::describe);
    }

    private List<String> renamed(Plan.Same same) {
        Field field = same.after();
        List<String> together = new ArrayList<>();
        together.add(Ddl.renameColumn(field.path().profile(), Shape.column(same.before()), Shape.column(field)));
        Shape.checks(same.before())
                .forEach(check ->
                        together.add(Ddl.alterTable(field) + " drop constraint if exists " + quoted(check.name())));
        Ddl.indexes(field)
                .forEach(index -> together.add("alter index if exists " + Shape.SCHEMA + "."
                        + quoted(formerName(field, index)) + " rename to " + quoted(index.name())));
        together.add("delete from cuenta.column_name where revision = " + plan.number() + " and table_name = "
                + Shape.literal(Shape.table(field.path().profile())) + " and column_name = "
                + Shape.literal(Shape.column(field)));
        return together;
    }

    /** The rules as the new revision has them. A value that came in between and breaks one leaves it unproven. */
    private void narrow(Plan.Same same) {
        Field field = same.after();
        List<Shape.Check> before = Shape.checks(same.before());
        List<Shape.Check> after = Shape.checks(field);
        if (!before.equals(after) || twinOf(field) != null) {
            Ddl.replaceChecks(field, before, after).ifPresent(statements::shortly);
            after.stream()
                    .filter(check -> statements.holdsEverywhere(field, check.condition()))
                    .forEach(check -> statements.shortly(Ddl.validate(field, check.name())));
        }
        if (field.column().is(Column.Kind.ACCOUNT) && twinOf(field) != null) {
            Ddl.addReference(field, Shape.column(field)).ifPresent(statements::shortly);
            statements.shortly(Ddl.validate(field, Shape.constraint(field, Shape.REFERENCE)));
        }
    }

    private void dropOldIndexes(Plan.Same same) {
        List<String> wanted =
                Ddl.indexes(same.after()).stream().map(Ddl.Index::name).toList();
        Ddl.indexes(same.before()).stream()
                .map(Ddl.Index::name)
                .filter(name -> !wanted.contains(name))
                .filter(catalogue::hasIndex)
                .forEach(name -> statements.shortly(Ddl.dropIndex(name)));
    }

    private void describe(Field field) {
        Optional<Field> before = twinOf(field) == null ? before(field) : Optional.empty();
        if (before.filter(it -> it.presentation().equals(field.presentation())).isEmpty()) {
            statements.shortly(Ddl.comment(field));
        }
        if (before.filter(it -> Objects.equals(it.defaultValue(), field.defaultValue()))
                .isEmpty()) {
            statements.shortly(Ddl.setDefault(field, field.defaultValue()));
        }
    }

    /** Takes back what was made beside the old revision. Only before the swap. */
    void undo() {
        twins.forEach(twin -> twin.undo().forEach(statements::shortly));
        for (Plan.Same same : plan.unconverted()) {
            Field before = same.before();
            if (!conditions(Shape.checks(before)).equals(conditions(Shape.checks(same.after(), now(same))))) {
                Ddl.replaceChecks(before, Shape.checks(same.after()), Shape.checks(before))
                        .ifPresent(statements::shortly);
                Shape.checks(before).forEach(check -> statements.shortly(Ddl.validate(before, check.name())));
            }
            List<String> old = Ddl.indexes(before).stream().map(Ddl.Index::name).toList();
            Ddl.indexes(same.after()).stream()
                    .map(Ddl.Index::name)
                    .filter(name -> !old.contains(name))
                    .forEach(name -> statements.shortly(Ddl.dropIndex(name)));
        }
        for (Field field : plan.newFields()) {
            if (plan.restores(field)) {
                if (catalogue.has(field, Shape.column(field))) {
                    statements.together(kept.keeping(field, plan.number()));
                }
            } else if (catalogue.hasTable(field.path().profile())) {
                statements.shortly(Ddl.alterTable(field) + " drop column if exists " + quoted(Shape.column(field)));
            }
        }
        plan.newProfiles().stream()
                .filter(profile -> !kept.keepsFrom(profile))
                .forEach(profile -> statements.shortly("drop table if exists " + Shape.qualified(profile)));
        if (plan.base() != null) {
            plan.base().fields().values().stream()
                    .filter(Field::required)
                    .forEach(field -> require(field, Shape.column(field)));
        }
    }

    private Stream<Field> storedFields() {
        return plan.next().fields().values().stream().filter(Field::stored);
    }

    private List<Twin> twinsToSettle() {
        return twins.stream().filter(twin -> !kept.isKept(twin)).toList();
    }

    private List<Plan.Same> renamesToSettle() {
        return plan.unconverted().stream()
                .filter(Plan.Same::renamed)
                .filter(same -> !Shape.column(same.before()).equals(Shape.column(same.after())))
                .filter(same -> catalogue.has(same.before(), Shape.column(same.before())))
                .toList();
    }

    private @Nullable Twin twinOf(Field field) {
        return twins.stream()
                .filter(twin -> twin.field().path().equals(field.path()))
                .findFirst()
                .orElse(null);
    }

    private boolean isRenamed(Field field) {
        return before(field).filter(it -> !it.path().equals(field.path())).isPresent();
    }

    private Optional<Field> before(Field field) {
        return plan.sameFields().stream()
                .filter(same -> same.after().path().equals(field.path()))
                .map(Plan.Same::before)
                .findFirst();
    }

    private String formerName(Field field, Ddl.Index index) {
        Field before = before(field).orElse(field);
        return index.name().replace(Shape.constraint(field, ""), Shape.constraint(before, ""));
    }

    private String nowOf(Field field) {
        return plan.sameFields().stream()
                .filter(same -> same.after().path().equals(field.path()))
                .map(this::now)
                .findFirst()
                .orElse(Shape.column(field));
    }

    /** Where the field's values are, converted ones as well. */
    private String columnNow(Field field) {
        Twin twin = twinOf(field);
        return twin == null || kept.isKept(twin) ? nowOf(field) : twin.column();
    }

    /** A renamed column has its old name until contract. */
    private String now(Plan.Same same) {
        String after = Shape.column(same.after());
        return catalogue.has(same.after(), after) ? after : Shape.column(same.before());
    }
}
