package dev.cuenta.store.revision;

import dev.cuenta.core.model.Field;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Where the values of a field are at the moment of a publish, and what is still to get its own name. */
final class Whereabouts {
    private final Plan plan;
    private final Catalogue catalogue;
    private final KeptColumns kept;
    private final List<Twin> twins;

    Whereabouts(Plan plan, Catalogue catalogue, KeptColumns kept) {
        this.plan = plan;
        this.catalogue = catalogue;
        this.kept = kept;
        Shape shape = plan.shape();
        this.twins = plan.converted().stream()
                .map(same ->
                        new Twin(same, plan, kept.fitting(same.after(), shape).orElse(null)))
                .toList();
    }

    List<Twin> twins() {
        return twins;
    }

    List<Twin> twinsToSettle() {
        return twins.stream().filter(twin -> !kept.isKept(twin)).toList();
    }

    List<Plan.Same> renamesToSettle() {
        return plan.unconverted().stream()
                .filter(Plan.Same::renamed)
                .filter(same -> !Shape.column(same.before()).equals(Shape.column(same.after())))
                .filter(same -> catalogue.has(same.before(), Shape.column(same.before())))
                .toList();
    }

    /** Values whose old column is still in place. */
    List<Move> movesToSettle() {
        return plan.movedFields().stream()
                .filter(same -> catalogue.has(same.before(), Shape.column(same.before())))
                .map(same -> new Move(same, plan))
                .toList();
    }

    /** What keeps values apart within tenants, and was not settled yet. */
    List<TenantValues> tenantValuesToSettle() {
        return plan.keptApart().stream()
                .map(field -> TenantValues.of(field, plan.number(), plan.shape().keyType()))
                .filter(values -> !catalogue.isNoted(values.table(), values.note()))
                .toList();
    }

    /** The same while it is made ready. */
    TenantValues ready(TenantValues values) {
        return values.beside(columnNow(values.field()));
    }

    @Nullable
    Twin twinOf(Field field) {
        return twins.stream()
                .filter(twin -> twin.field().path().equals(field.path()))
                .findFirst()
                .orElse(null);
    }

    boolean isRenamed(Field field) {
        return before(field).filter(it -> !it.path().equals(field.path())).isPresent();
    }

    Optional<Field> before(Field field) {
        return plan.sameFields().stream()
                .filter(same -> same.after().path().equals(field.path()))
                .map(Plan.Same::before)
                .findFirst();
    }

    String formerName(Field field, Ddl.Index index) {
        Field before = before(field).orElse(field);
        return RuleNames.of(before, RuleNames.ruleOf(field, index.name()).orElseThrow());
    }

    String nowOf(Field field) {
        return plan.sameFields().stream()
                .filter(same -> same.after().path().equals(field.path()))
                .map(this::now)
                .findFirst()
                .orElse(Shape.column(field));
    }

    /** Where the field's values are, converted ones as well. */
    String columnNow(Field field) {
        Twin twin = twinOf(field);
        return twin == null || kept.isKept(twin) ? nowOf(field) : twin.column();
    }

    /** A renamed column has its old name until contract. */
    String now(Plan.Same same) {
        String after = Shape.column(same.after());
        return catalogue.has(same.after(), after) ? after : Shape.column(same.before());
    }
}
