package dev.cuenta.store.publish;

import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.model.Field;
import dev.cuenta.store.schema.Catalogue;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.FieldIndex;
import dev.cuenta.store.schema.RowSecurity;
import dev.cuenta.store.schema.RuleNames;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.schema.SingleMembership;
import dev.cuenta.store.shadow.BackfillMarks;
import dev.cuenta.store.shadow.KeptColumns;
import dev.cuenta.store.shadow.Move;
import dev.cuenta.store.shadow.Plan;
import dev.cuenta.store.shadow.Requirement;
import dev.cuenta.store.shadow.SecondIds;
import dev.cuenta.store.shadow.Statements;
import dev.cuenta.store.shadow.Whereabouts;
import dev.cuenta.store.statement.BriefStatement;
import java.util.List;

/** Takes back what a publish made beside the old revision, up to the swap. */
final class Undo {
    private final Plan plan;
    private final Statements statements;
    private final Catalogue catalogue;
    private final KeptColumns kept;
    private final Whereabouts whereabouts;
    private final BackfillMarks filled;

    Undo(
            Plan plan,
            Statements statements,
            Catalogue catalogue,
            KeptColumns kept,
            Whereabouts whereabouts,
            BackfillMarks filled) {
        this.plan = plan;
        this.statements = statements;
        this.catalogue = catalogue;
        this.kept = kept;
        this.whereabouts = whereabouts;
        this.filled = filled;
    }

    void run() {
        whereabouts
                .tenantValuesToSettle()
                .forEach(values -> whereabouts.ready(values).drop().forEach(statements::shortly));
        plan.movedFields().forEach(same -> new Move(same, plan).part().forEach(statements::shortly));
        whereabouts.shadows().forEach(shadow -> shadow.undo().forEach(statements::shortly));
        plan.unconverted().forEach(this::values);
        plan.unconverted().forEach(this::rules);
        plan.newFields().forEach(this::column);
        plan.givenProfiles().stream()
                .map(Plan.Given::profile)
                .distinct()
                .filter(catalogue::hasTable)
                .forEach(profile -> statements.walk(filled.count(Shape.qualified(profile)), filled.taken(profile)));
        statements.shortly(filled.forget());
        plan.newProfiles().stream()
                .filter(profile -> !kept.keepsFrom(profile))
                .forEach(profile -> statements.shortly(drop(Shape.qualified(profile))));
        plan.leftWithDefault().forEach(field -> statements.shortly(Ddl.setDefault(field, field.defaultValue())));
        if (plan.base() != null) {
            Requirement requirement = new Requirement(statements, catalogue);
            plan.base().fields().values().stream()
                    .filter(Field::required)
                    .forEach(field -> requirement.put(
                            Shape.qualified(field.path().profile()),
                            Shape.column(field),
                            RuleNames.of(field, "required")));
        }
        if (plan.limitsMemberships()) {
            statements.online(SingleMembership.drop());
        }
        if (plan.takesSecondIds()) {
            if (!kept.keepsSecondIds()) {
                new RowSecurity(plan.shapeWithoutSecondIds()).owed(catalogue).forEach(statements::together);
            }
            new SecondIds(plan, statements, catalogue).undo(kept.keepsSecondIds());
        }
    }

    /** What it refers to is locked as well. */
    private static BriefStatement drop(String table) {
        return BriefStatement.on(table, "drop table if exists " + table).and(Shape.qualified(null));
    }

    private void values(Plan.Same same) {
        if (same.becomesRequired() && same.after().answersForExisting()) {
            String column = whereabouts.now(same);
            statements.walk(
                    filled.count(BackfillMarks.placeOf(same.after(), column)), filled.emptied(same.after(), column));
        }
    }

    private void rules(Plan.Same same) {
        Field before = same.before();
        if (!Steps.conditions(Shape.checks(before))
                .equals(Steps.conditions(Shape.checks(same.after(), whereabouts.now(same))))) {
            Ddl.replaceChecks(before, Shape.checks(same.after()), Shape.checks(before))
                    .ifPresent(statements::shortly);
            Shape.checks(before).forEach(check -> statements.online(Ddl.validate(before, check.name())));
        }
        List<String> old = FieldIndex.all(before).stream().map(FieldIndex::name).toList();
        FieldIndex.all(same.after()).stream()
                .map(FieldIndex::name)
                .filter(name -> !old.contains(name))
                .forEach(name -> statements.online(FieldIndex.drop(name)));
    }

    private void column(Field field) {
        if (plan.restores(field)) {
            if (catalogue.has(field, Shape.column(field))) {
                statements.together(kept.keeping(field, plan.number()));
            }
        } else if (catalogue.hasTable(field.path().profile())) {
            statements.shortly(Ddl.alter(field, "drop column if exists " + quoted(Shape.column(field))));
        }
    }
}
