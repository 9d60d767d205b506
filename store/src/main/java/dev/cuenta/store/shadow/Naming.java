package dev.cuenta.store.shadow;

import dev.cuenta.core.model.Field;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.FieldIndex;
import dev.cuenta.store.schema.IdType;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.statement.BriefStatement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What is made beside the old revision under another name: announced at the swap, and called what it is when nobody else is left. */
public final class Naming {
    private final Plan plan;
    private final Whereabouts whereabouts;
    private final KeptColumns kept;

    public Naming(Plan plan, Whereabouts whereabouts, KeptColumns kept) {
        this.plan = plan;
        this.whereabouts = whereabouts;
        this.kept = kept;
    }

    /** By which names the new revision finds what is not renamed yet. */
    public List<BriefStatement> announced() {
        List<BriefStatement> announced = new ArrayList<>();
        whereabouts.shadowsToSettle().forEach(shadow -> announced.add(named(shadow.field(), shadow.column())));
        whereabouts.renamesToSettle().forEach(same -> announced.add(named(same.after(), Shape.column(same.before()))));
        return announced;
    }

    private BriefStatement named(Field field, String physical) {
        return BriefStatement.of("insert into cuenta.column_name (table_name, column_name, physical, revision) values ("
                + String.join(
                        ", ",
                        Shape.literal(Shape.table(field.path().profile())),
                        Shape.literal(Shape.column(field)),
                        Shape.literal(physical),
                        String.valueOf(plan.number()))
                + ") on conflict do nothing");
    }

    /** In one moment, so that instances need only one more mapping, which they have ready by then. */
    public Optional<List<BriefStatement>> done() {
        List<BriefStatement> together = new ArrayList<>();
        IdType keys = plan.shape().keyType();
        plan.noLongerApart()
                .forEach(field -> together.addAll(
                        TenantValues.of(field, plan.number(), keys).drop()));
        for (Move move : whereabouts.movesToSettle()) {
            together.addAll(move.part());
            together.addAll(kept.keeping(move.before(), plan.number()));
        }
        whereabouts.shadowsToSettle().forEach(shadow -> together.addAll(shadow.settle()));
        whereabouts.tenantValuesToSettle().forEach(values -> together.addAll(values.settle(whereabouts.ready(values))));
        whereabouts.renamesToSettle().forEach(same -> together.addAll(renamed(same)));
        return together.isEmpty() ? Optional.empty() : Optional.of(together);
    }

    private List<BriefStatement> renamed(Plan.Same same) {
        Field field = same.after();
        List<BriefStatement> together = new ArrayList<>();
        together.add(Ddl.renameColumn(field.path().profile(), Shape.column(same.before()), Shape.column(field)));
        together.addAll(Ddl.dropRules(same.before()));
        FieldIndex.all(field)
                .forEach(index -> together.add(FieldIndex.rename(whereabouts.formerName(field, index), index.name())));
        together.add(BriefStatement.of(
                "delete from cuenta.column_name where revision = " + plan.number() + " and table_name = "
                        + Shape.literal(Shape.table(field.path().profile())) + " and column_name = "
                        + Shape.literal(Shape.column(field))));
        return together;
    }
}
