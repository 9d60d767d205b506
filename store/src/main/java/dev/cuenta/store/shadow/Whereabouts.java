package dev.cuenta.store.shadow;

import dev.cuenta.core.model.Field;
import dev.cuenta.store.schema.Catalogue;
import dev.cuenta.store.schema.FieldIndex;
import dev.cuenta.store.schema.RuleNames;
import dev.cuenta.store.schema.Shape;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Where the values of a field are at the moment of a publish, and what is still to get its own name. */
public final class Whereabouts {
    private final Plan plan;
    private final Catalogue catalogue;
    private final KeptColumns kept;
    private final List<ShadowColumn> shadows;

    public Whereabouts(Plan plan, Catalogue catalogue, KeptColumns kept) {
        this.plan = plan;
        this.catalogue = catalogue;
        this.kept = kept;
        Shape shape = plan.shape();
        this.shadows = plan.converted().stream()
                .map(same -> new ShadowColumn(
                        same, plan, kept.fitting(same.after(), shape).orElse(null)))
                .toList();
    }

    public List<ShadowColumn> shadows() {
        return shadows;
    }

    public List<ShadowColumn> shadowsToSettle() {
        return shadows.stream().filter(shadow -> !kept.isKept(shadow)).toList();
    }

    List<Plan.Same> renamesToSettle() {
        return plan.unconverted().stream()
                .filter(Plan.Same::renamed)
                .filter(same -> !Shape.column(same.before()).equals(Shape.column(same.after())))
                .filter(same -> catalogue.has(same.before(), Shape.column(same.before())))
                .toList();
    }

    /** Values whose old column is still in place. */
    public List<Move> movesToSettle() {
        return plan.movedFields().stream()
                .filter(same -> catalogue.has(same.before(), Shape.column(same.before())))
                .map(same -> new Move(same, plan))
                .toList();
    }

    /** What keeps values apart within tenants, and was not settled yet. */
    public List<TenantValues> tenantValuesToSettle() {
        return plan.keptApart().stream()
                .map(field -> TenantValues.of(field, plan.number(), plan.shape().keyType()))
                .filter(values -> !catalogue.isNoted(values.table(), values.note()))
                .toList();
    }

    /** The same while it is made ready. */
    public TenantValues ready(TenantValues values) {
        return values.beside(columnNow(values.field()));
    }

    @Nullable
    public ShadowColumn shadowOf(Field field) {
        return shadows.stream()
                .filter(shadow -> shadow.field().path().equals(field.path()))
                .findFirst()
                .orElse(null);
    }

    public boolean isRenamed(Field field) {
        return before(field).filter(it -> !it.path().equals(field.path())).isPresent();
    }

    public Optional<Field> before(Field field) {
        return plan.sameFields().stream()
                .filter(same -> same.after().path().equals(field.path()))
                .map(Plan.Same::before)
                .findFirst();
    }

    public String formerName(Field field, FieldIndex index) {
        Field before = before(field).orElse(field);
        return RuleNames.of(before, RuleNames.ruleOf(field, index.name()).orElseThrow());
    }

    public String nowOf(Field field) {
        return plan.sameFields().stream()
                .filter(same -> same.after().path().equals(field.path()))
                .map(this::now)
                .findFirst()
                .orElse(Shape.column(field));
    }

    /** Where the field's values are, converted ones as well. */
    public String columnNow(Field field) {
        ShadowColumn shadow = shadowOf(field);
        return shadow == null || kept.isKept(shadow) ? nowOf(field) : shadow.column();
    }

    /** Where a field's value is looked for, as the next revision will read it. */
    public List<Sources.Place> places(Field field) {
        ShadowColumn shadow = shadowOf(field);
        if (shadow != null && !kept.isKept(shadow)) {
            return List.of(
                    new Sources.Place(field, shadow.column()),
                    new Sources.Place(shadow.formerField(), shadow.formerColumn()));
        }
        Sources.Place own = new Sources.Place(field, nowOf(field));
        return movesToSettle().stream()
                .filter(move -> move.after().path().equals(field.path()))
                .map(move -> List.of(own, Sources.Place.of(move.before())))
                .findFirst()
                .orElse(List.of(own));
    }

    /** A renamed column has its old name until contract. */
    public String now(Plan.Same same) {
        String after = Shape.column(same.after());
        return catalogue.has(same.after(), after) ? after : Shape.column(same.before());
    }
}
