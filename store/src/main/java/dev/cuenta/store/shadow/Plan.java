package dev.cuenta.store.shadow;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.TenantRules.Membership;
import dev.cuenta.core.revision.Change;
import dev.cuenta.core.revision.ChangeKind;
import dev.cuenta.core.revision.Effect;
import dev.cuenta.core.revision.Renames;
import dev.cuenta.core.type.Column;
import dev.cuenta.store.schema.Layout;
import dev.cuenta.store.schema.Shape;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What publishing has to do, worked out from the two models and the changes that were shown, so that an instance which takes a
 * publish up again after a crash comes to the same plan.
 */
public final class Plan {
    private static final Set<ChangeKind> OF_VALUES = Set.of(ChangeKind.TYPE_CHANGED, ChangeKind.LIMITS_NARROWED);

    private final int number;
    private final @Nullable AccountModel base;
    private final AccountModel next;
    private final List<Change> changes;
    private final Layout layout;
    private final List<Same> continued;

    /**
     * @param number of the revision that is being published
     * @param base null for the first revision
     */
    public Plan(int number, @Nullable AccountModel base, AccountModel next, List<Change> changes, Layout layout) {
        this.number = number;
        this.base = base;
        this.next = next;
        this.changes = changes;
        this.layout = layout;
        this.continued = base == null ? List.of() : continued(base, next);
    }

    private static List<Same> continued(AccountModel base, AccountModel next) {
        Renames renames = Renames.between(base, next);
        List<Same> continued = new ArrayList<>();
        for (Field after : next.fields().values()) {
            renames.before(after.path())
                    .flatMap(base::field)
                    .ifPresent(before -> continued.add(new Same(before, after)));
        }
        return continued;
    }

    public int number() {
        return number;
    }

    @Nullable
    public AccountModel base() {
        return base;
    }

    public AccountModel next() {
        return next;
    }

    /** Accounts of a kind that get a profile. */
    public record Given(String kind, String profile) {}

    /** Accounts of a kind that goes, and the kind that takes them over. */
    public record Inherited(String gone, String heir) {}

    /** A field in both revisions, perhaps under another name. */
    public record Same(Field before, Field after) {
        public boolean renamed() {
            return !before.path().equals(after.path());
        }

        public boolean becomesRequired() {
            return after.required() && !before.required();
        }

        public boolean becomesOptional() {
            return before.required() && !after.required();
        }
    }

    public Shape shape() {
        return new Shape(next, layout);
    }

    Shape shapeBefore() {
        return new Shape(Objects.requireNonNull(base), layout);
    }

    /** The old revision's tables, before accounts had ids beside their keys. */
    public Shape shapeWithoutSecondIds() {
        return new Shape(Objects.requireNonNull(base), layout.withoutSecondIds());
    }

    boolean changesIds() {
        return base != null && base.id().differsInSort(next.id());
    }

    /** Whether ids are beside the keys from this revision on. */
    public boolean takesSecondIds() {
        return changesIds() && !shape().idColumn().equals(Shape.KEY);
    }

    /** Whether ids are the keys again from this revision on. */
    public boolean leavesSecondIds() {
        return changesIds() && shape().idColumn().equals(Shape.KEY);
    }

    public List<String> newProfiles() {
        return next.profiles().keySet().stream()
                .filter(profile -> base == null || !base.profiles().containsKey(profile))
                .toList();
    }

    /** Fields whose column arrives in a table which has records, or had before its profile went. */
    public List<Field> newFields() {
        return base == null
                ? List.of()
                : next.fields().values().stream()
                        .filter(Field::stored)
                        .filter(field -> sameFields().stream()
                                .noneMatch(same -> same.after().path().equals(field.path())))
                        .toList();
    }

    public List<Field> removedFields() {
        return base == null
                ? List.of()
                : base.fields().values().stream()
                        .filter(Field::stored)
                        .filter(field -> continued.stream()
                                .noneMatch(same -> same.before().path().equals(field.path())))
                        .toList();
    }

    /** Fields that stay in their table. */
    public List<Same> sameFields() {
        return continued.stream()
                .filter(same -> same.before().sharesGroup(same.after()))
                .toList();
    }

    /** Fields that become ones of another profile, or of the account itself: their column in the new table is new. */
    public List<Same> movedFields() {
        return continued.stream()
                .filter(same -> !same.before().sharesGroup(same.after()))
                .toList();
    }

    public boolean moves(Field field) {
        return movedFields().stream().anyMatch(same -> same.after().path().equals(field.path()));
    }

    /** Picture fields that are called otherwise from now on. */
    public List<Same> renamedPictures() {
        return continued.stream()
                .filter(Same::renamed)
                .filter(same -> same.after().type().isPicture())
                .toList();
    }

    /** Fields whose confirmations are known by another name from now on. */
    public List<Same> renamedConfirmations() {
        return continued.stream()
                .filter(Same::renamed)
                .filter(same -> same.before().confirmed() && same.after().confirmed())
                .toList();
    }

    /** Fields whose values move to a column of their own, converted on the way. */
    List<Same> converted() {
        return sameFields().stream().filter(this::converts).toList();
    }

    /**
     * Of the old revision, those whose columns it alone writes, and which have a default there. What the new one leaves empty would get it, and
     * be carried over, or come back one day as if somebody had given it.
     */
    public List<Field> leftWithDefault() {
        return Stream.concat(
                        removedFields().stream(),
                        Stream.concat(movedFields().stream(), converted().stream())
                                .map(Same::before))
                .filter(field -> field.defaultValue() != null)
                .toList();
    }

    /** Fields that keep their column. */
    public List<Same> unconverted() {
        return sameFields().stream().filter(same -> !converts(same)).toList();
    }

    private boolean converts(Same same) {
        return same.before().secret() != same.after().secret()
                || !same.before().column().equals(same.after().column())
                || (changesIds() && same.after().column().is(Column.Kind.ACCOUNT))
                || changes.stream()
                        .anyMatch(change -> OF_VALUES.contains(change.kind())
                                && change.effect() != Effect.INSTANT
                                && change.path().equals(same.after().path().toString()));
    }

    /** Fields whose values begin to be kept apart within tenants, or are from now on kept apart in another column. */
    List<Field> keptApart() {
        return next.fields().values().stream()
                .filter(Field::uniqueInEachTenant)
                .filter(field ->
                        sameFields().stream().noneMatch(same -> same.after().equals(field) && staysApart(same)))
                .toList();
    }

    /** Fields of the old revision whose values were kept apart within tenants, and are no more. */
    List<Field> noLongerApart() {
        return base == null
                ? List.of()
                : base.fields().values().stream()
                        .filter(Field::uniqueInEachTenant)
                        .filter(field -> Optional.ofNullable(next.fields().get(field.path()))
                                .filter(Field::uniqueInEachTenant)
                                .isEmpty())
                        .toList();
    }

    private boolean staysApart(Same same) {
        return same.before().uniqueInEachTenant()
                && !same.renamed()
                && !converts(same)
                && same.before().limits().caseExact() == same.after().limits().caseExact();
    }

    /** Whether the field takes up a column that was kept aside. */
    public boolean restores(Field field) {
        return changes.stream()
                .anyMatch(change -> change.kind() == ChangeKind.FIELD_RESTORED
                        && change.path().equals(field.path().toString()));
    }

    /** Whether accounts belong to one tenant from now on, and could belong to several. */
    public boolean limitsMemberships() {
        return isSingle(next) && (base == null || !isSingle(base));
    }

    /** Whether accounts may belong to several tenants from now on. */
    public boolean freesMemberships() {
        return base != null && isSingle(base) && !isSingle(next);
    }

    private static boolean isSingle(AccountModel model) {
        return model.tenants().membership() == Membership.ONE;
    }

    public List<Given> givenProfiles() {
        List<Given> given = new ArrayList<>();
        for (Kind kind : kindsBefore()) {
            next.successorOf(kind)
                    .ifPresent(after -> after.profiles().stream()
                            .filter(profile -> !kind.profiles().contains(profile))
                            .filter(profile -> !next.isWithinTenant(profile))
                            .forEach(profile -> given.add(new Given(kind.name(), profile))));
        }
        return given;
    }

    public List<Inherited> inheritedKinds() {
        return kindsBefore().stream()
                .filter(kind -> !next.kinds().containsKey(kind.name()))
                .flatMap(kind -> next.successorOf(kind).stream().map(heir -> new Inherited(kind.name(), heir.name())))
                .toList();
    }

    private List<Kind> kindsBefore() {
        return base == null ? List.of() : List.copyOf(base.kinds().values());
    }
}
