package dev.cuenta.store.publish;

import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.model.Field;
import dev.cuenta.store.live.Step;
import dev.cuenta.store.schema.Catalogue;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.DependentTables;
import dev.cuenta.store.schema.FieldIndex;
import dev.cuenta.store.schema.KeyFunctions;
import dev.cuenta.store.schema.RightsStamps;
import dev.cuenta.store.schema.RowSecurity;
import dev.cuenta.store.schema.RuleNames;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.schema.SingleMembership;
import dev.cuenta.store.schema.TenantsOfAccounts;
import dev.cuenta.store.schema.VersionOfAccounts;
import dev.cuenta.store.secret.Secrets;
import dev.cuenta.store.shadow.Backfill;
import dev.cuenta.store.shadow.BackfillMarks;
import dev.cuenta.store.shadow.Fills;
import dev.cuenta.store.shadow.KeptColumns;
import dev.cuenta.store.shadow.Move;
import dev.cuenta.store.shadow.Naming;
import dev.cuenta.store.shadow.Plan;
import dev.cuenta.store.shadow.RecordsInTheWay;
import dev.cuenta.store.shadow.Requirement;
import dev.cuenta.store.shadow.SecondIds;
import dev.cuenta.store.shadow.ShadowColumn;
import dev.cuenta.store.shadow.Statements;
import dev.cuenta.store.shadow.TenantValues;
import dev.cuenta.store.shadow.Whereabouts;
import dev.cuenta.store.statement.BriefStatement;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;

/**
 * The work of each step of one publish. Until the swap everything is done beside what the old revision uses; what takes
 * something away from it waits for contract, when nobody uses it any more.
 */
final class Steps {
    private final Plan plan;
    private final Statements statements;
    private final Catalogue catalogue;
    private final KeptColumns kept;
    private final Ddl ddl;
    private final Whereabouts whereabouts;
    private final Requirement requirement;
    private final Backfill backfill;
    private final Fills fills;
    private final BackfillMarks filled;
    private final SecondIds secondIds;
    private final Naming naming;
    private final TenantFields tenantFields;

    Steps(
            Plan plan,
            Statements statements,
            Catalogue catalogue,
            KeptColumns kept,
            InstantSource clock,
            Secrets secrets) {
        this.plan = plan;
        this.statements = statements;
        this.catalogue = catalogue;
        this.kept = kept;
        this.ddl = new Ddl(plan.shape());
        this.tenantFields = new TenantFields(plan.base(), plan.next());
        this.filled = new BackfillMarks(plan.number(), plan.shape().keyType());
        this.secondIds = new SecondIds(plan, statements, catalogue);
        this.requirement = new Requirement(statements, catalogue);
        this.whereabouts = new Whereabouts(plan, catalogue, kept);
        this.naming = new Naming(plan, whereabouts, kept);
        this.backfill = new Backfill(plan.shape());
        this.fills = Fills.of(plan, whereabouts, clock, secrets);
    }

    /** Makes room for the new revision beside the old one; everything that the old one does goes on working. */
    void expand() {
        if (plan.base() == null) {
            ddl.firstTables().forEach(statements::shortly);
            new DependentTables(plan.shape().keyType()).parts().forEach(part -> statements.shortly(part.statement()));
            new TenantsOfAccounts(plan.shape().keyType()).made().forEach(statements::shortly);
            VersionOfAccounts.made().forEach(statements::shortly);
            new RightsStamps(plan.shape().keyType()).made().forEach(statements::shortly);
        }
        if (plan.takesSecondIds()) {
            secondIds.expand();
        }
        plan.newProfiles().forEach(profile -> ddl.profileTable(profile).forEach(statements::shortly));
        plan.leftWithDefault().forEach(this::giveNothing);
        // Before any other column gets a default: what moves must not meet one.
        whereabouts.movesToSettle().forEach(move -> move.expand().forEach(statements::shortly));
        plan.newFields().forEach(this::arrive);
        whereabouts.shadowsToSettle().forEach(shadow -> shadow.expand().forEach(statements::shortly));
        for (Plan.Same same : plan.unconverted()) {
            widen(same);
            if (same.becomesOptional()) {
                relax(same.before());
            }
        }
        // The new revision inserts without these.
        plan.removedFields().stream().filter(Field::required).forEach(this::relax);
        whereabouts
                .tenantValuesToSettle()
                .forEach(values -> statements.together(whereabouts.ready(values).make()));
        new RowSecurity(plan.shape()).owed(catalogue).forEach(statements::together);
        KeyFunctions functions = new KeyFunctions(plan.shape());
        functions.surplus(plan.base(), catalogue).forEach(statements::shortly);
        functions.owed(catalogue).forEach(statements::shortly);
    }

    private void arrive(Field field) {
        if (plan.restores(field)) {
            statements.together(kept.restoring(field, ddl.shape()));
            // The old revision inserts without the column; what it makes gets what existing records get.
            field.forExisting().ifPresent(value -> statements.shortly(Ddl.setDefault(field, value)));
        } else if (!plan.moves(field)) {
            statements.shortly(ddl.addColumn(field));
        }
        Ddl.replaceChecks(field).ifPresent(statements::shortly);
    }

    /** While both revisions write, a value may keep either's rules. */
    private void widen(Plan.Same same) {
        String column = whereabouts.now(same);
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

    static List<String> conditions(List<Shape.Check> checks) {
        return checks.stream().map(Shape.Check::condition).toList();
    }

    private static String suffix(Shape.Check check, Field field) {
        return RuleNames.ruleOf(field, check.name()).orElseThrow();
    }

    private void relax(Field field) {
        if (catalogue.has(field, Shape.column(field))) {
            statements.shortly(Ddl.alterColumn(field, Shape.column(field), "drop not null"));
        }
    }

    /** The old revision gives every value itself. */
    private void giveNothing(Field field) {
        if (catalogue.has(field, Shape.column(field))) {
            statements.shortly(Ddl.setDefault(field, null));
        }
    }

    void fill() {
        fillRecords();
        // Once: from here on triggers keep them, whichever revision writes.
        for (TenantValues values : whereabouts.tenantValuesToSettle()) {
            TenantValues ready = whereabouts.ready(values);
            statements.walk(ready.toFill(), ready.fill(backfill));
        }
    }

    private void fillRecords() {
        if (plan.takesSecondIds()) {
            secondIds.fill(backfill);
        }
        for (Move move : whereabouts.movesToSettle()) {
            statements.walk(move.toFill(), move.fill(backfill));
        }
        // Before what is computed: it may be computed from these.
        for (ShadowColumn shadow : whereabouts.shadowsToSettle()) {
            if (shadow.refersOtherwise()) {
                statements.walk(
                        "select count(*) from " + shadow.table() + " where " + shadow.missing(),
                        backfill.reference(shadow));
            } else {
                statements.convert(shadow);
            }
            if (shadow.field().required()) {
                fillEmpty(shadow.field(), shadow.column(), BackfillMarks.NOT_NOTED);
            }
        }
        fillProfiles();
        // Of what was kept aside nobody can tell whether a record without a value had none before, unless it has to
        // have one.
        plan.newFields().stream()
                .filter(field -> field.required() || (field.existingFrom() != null && !plan.restores(field)))
                .forEach(field -> fillEmpty(field, Shape.column(field), BackfillMarks.NOT_NOTED));
        for (Plan.Same same : plan.unconverted()) {
            if (same.becomesRequired()) {
                String column = whereabouts.now(same);
                fillEmpty(same.after(), column, filled.noting(BackfillMarks.placeOf(same.after(), column)));
            }
        }
    }

    private void giveBack(Plan.Same same) {
        if (!same.after().secret()
                && !same.before().limits().equals(same.after().limits())) {
            String column = whereabouts.now(same);
            kept.fitting(same.after(), ddl.shape())
                    .ifPresent(aside -> statements.walk(
                            "select count(*) from "
                                    + Shape.qualified(same.after().path().profile()) + " where "
                                    + Backfill.returning(same, column, aside),
                            backfill.restored(same, column, aside)));
        }
    }

    private void fillEmpty(Field field, String column, UnaryOperator<String> noting) {
        if (!field.answersForExisting()
                || catalogue.isRequired(Shape.qualified(field.path().profile()), column)) {
            return;
        }
        if (field.existingFrom() != null) {
            statements.fill(fills.column(field, column, noting));
        } else {
            statements.walk(
                    "select count(*) from " + Shape.qualified(field.path().profile()) + " where " + quoted(column)
                            + " is null",
                    backfill.column(field, column, noting));
        }
    }

    private void fillProfiles() {
        for (Plan.Given given : plan.givenProfiles()) {
            statements.give(fills.profile(
                    given.profile(),
                    given.kind(),
                    isThere(given.profile())
                            ? filled.noting(Shape.qualified(given.profile()))
                            : BackfillMarks.NOT_NOTED));
        }
    }

    /** Whether the profile's table stays when the publish is cancelled. */
    private boolean isThere(String profile) {
        return !plan.newProfiles().contains(profile) || kept.keepsFrom(profile);
    }

    /** Holds the records against the new rules, without a lock that blocks readers or writers. */
    void prove() {
        if (plan.takesSecondIds()) {
            secondIds.prove();
        }
        storedFields().forEach(this::index);
        if (plan.limitsMemberships()) {
            limitMemberships();
        }
        if (plan.base() == null) {
            storedFields().forEach(this::refer);
        }
        whereabouts.shadowsToSettle().forEach(shadow -> refer(shadow.field(), shadow.column(), shadow.reference()));
        for (Field field : plan.newFields()) {
            validate(field);
            // What is computed for each the old revision cannot give to those it makes.
            if (field.required() && field.forExisting().isPresent() && !plan.moves(field)) {
                requirement.put(field, Shape.column(field));
            }
        }
    }

    private void limitMemberships() {
        if (catalogue.isBrokenAt(SingleMembership.QUALIFIED)) {
            statements.online(SingleMembership.drop());
        }
        statements.online(SingleMembership.make());
    }

    private void index(Field field) {
        ShadowColumn shadow = whereabouts.shadowOf(field);
        String column = shadow == null ? whereabouts.nowOf(field) : shadow.column();
        for (FieldIndex index : FieldIndex.all(field, column)) {
            String name = shadow == null ? index.name() : index.nameInRevision(plan.number());
            if (shadow == null
                    && whereabouts.isRenamed(field)
                    && catalogue.hasIndex(whereabouts.formerName(field, index))) {
                continue;
            }
            if (catalogue.isBroken(name)) {
                // It was cut off while it was built.
                statements.online(FieldIndex.drop(name));
            }
            statements.online(index.create(field, name));
        }
    }

    private void validate(Field field) {
        Shape.checks(field).forEach(check -> statements.online(Ddl.validate(field, check.name())));
        refer(field);
    }

    private void refer(Field field) {
        refer(field, Shape.column(field), RuleNames.of(field, Shape.REFERENCE));
    }

    private void refer(Field field, String column, String constraint) {
        ddl.addReference(field, column, constraint).ifPresent(reference -> {
            statements.shortly(reference);
            statements.online(Ddl.validate(field, constraint));
        });
    }

    /** The new revision is live from here on, and knows by which names it finds what is not renamed yet. */
    void swap() {
        List<BriefStatement> together = new ArrayList<>();
        together.add(wanted());
        together.addAll(naming.announced());
        together.addAll(tenantFields.swapped());
        if (plan.takesSecondIds()) {
            together.add(secondIds.taken());
        }
        together.add(BriefStatement.of(
                "update cuenta.revision set state = 'past' where state = 'live' and number <> " + plan.number()));
        // With the step in the same row: whoever is cut off here, or cancels, meets a swap that is done or one that is
        // not begun.
        together.add(BriefStatement.of("update cuenta.revision set state = 'live', step = '" + Step.DRAIN
                + "', published_at = coalesce(published_at, now()) where number = " + plan.number()));
        statements.together(together);
    }

    /** Fails where somebody paused or cancelled in the last moment; who does so later is told that it is too late. */
    private BriefStatement wanted() {
        return BriefStatement.of("""
                do $$ begin
                    perform from cuenta.revision where number = %d and control = 'run' for update;
                    if not found then
                        raise exception 'not wanted any more' using errcode = 'query_canceled';
                    end if;
                end $$""".formatted(plan.number()));
    }

    /** Tidies what only the old revision needed. */
    void contract() {
        // Not before: what has no place under the old rules could not be taken back to them.
        plan.unconverted().forEach(this::giveBack);
        fillRecords(); // for what instances on the old revision made or changed after the first fill
        for (Plan.Inherited kind : plan.inheritedKinds()) {
            statements.walk(
                    "select count(*) from accounts.account where kind = " + Shape.literal(kind.gone()),
                    backfill.kind(kind.gone(), kind.heir()));
        }
        naming.done().ifPresent(statements::together);
        plan.renamedPictures().forEach(same -> statements.shortly(Ddl.renamePictures(same.before(), same.after())));
        plan.renamedConfirmations()
                .forEach(same -> statements.shortly(Ddl.renameConfirmations(same.before(), same.after())));
        if (plan.leavesSecondIds()) {
            secondIds.putAside();
        }
        plan.removedFields().stream()
                .filter(field -> catalogue.has(field, Shape.column(field)))
                .forEach(field -> statements.together(kept.keeping(field, plan.number())));
        plan.sameFields().forEach(this::narrow);
        plan.sameFields().forEach(this::dropOldIndexes);
        if (plan.freesMemberships()) {
            statements.online(SingleMembership.drop());
        }
        tenantFields.contracted().forEach(statements::shortly);
        // Only now, for the old revision could not have given a value.
        storedFields()
                .filter(Field::required)
                .filter(field -> plan.base() != null)
                .forEach(field -> requirement.put(field, Shape.column(field)));
        storedFields().forEach(this::describe);
        statements.shortly(filled.forget());
    }

    /** The rules as the new revision has them. A value that came in between and breaks one has to be changed first. */
    private void narrow(Plan.Same same) {
        Field field = same.after();
        List<Shape.Check> before = Shape.checks(same.before());
        List<Shape.Check> after = Shape.checks(field);
        if (!before.equals(after) || whereabouts.shadowOf(field) != null) {
            after.stream()
                    .filter(check -> !statements.holdsEverywhere(
                            Shape.qualified(field.path().profile()), check.condition()))
                    .findFirst()
                    .ifPresent(check -> {
                        throw new RecordsInTheWay(field, check.name());
                    });
            Ddl.replaceChecks(field, before, after).ifPresent(statements::shortly);
            after.forEach(check -> statements.online(Ddl.validate(field, check.name())));
        }
        if (whereabouts.shadowOf(field) == null && same.renamed()) {
            refer(field);
        }
    }

    private void dropOldIndexes(Plan.Same same) {
        List<String> wanted =
                FieldIndex.all(same.after()).stream().map(FieldIndex::name).toList();
        FieldIndex.all(same.before()).stream()
                .map(FieldIndex::name)
                .filter(name -> !wanted.contains(name))
                .filter(catalogue::hasIndex)
                .forEach(name -> statements.online(FieldIndex.drop(name)));
    }

    private void describe(Field field) {
        Optional<Field> before = whereabouts.shadowOf(field) == null ? whereabouts.before(field) : Optional.empty();
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
        new Undo(plan, statements, catalogue, kept, whereabouts, filled).run();
    }

    private Stream<Field> storedFields() {
        return plan.next().fields().values().stream().filter(Field::stored);
    }
}
