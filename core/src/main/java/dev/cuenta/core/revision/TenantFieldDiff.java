package dev.cuenta.core.revision;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import java.util.List;
import java.util.Objects;

/** The differences of what tenants have besides their names. */
final class TenantFieldDiff {
    private final AccountModel live;
    private final AccountModel next;
    private final StoredRecords stored;
    private final List<Change> changes;
    private final Renames renames;

    TenantFieldDiff(AccountModel live, AccountModel next, StoredRecords stored, List<Change> changes) {
        this.live = live;
        this.next = next;
        this.stored = stored;
        this.changes = changes;
        this.renames = Renames.ofTenants(live.tenants(), next.tenants());
    }

    void compare() {
        FieldDiff fields = new FieldDiff(live, next, stored, changes);
        live.tenants().fields().values().stream()
                .filter(field -> renames.after(field.path()).isEmpty())
                .forEach(this::removed);
        for (Field after : next.tenants().fields().values()) {
            renames.before(after.path())
                    .map(path -> Objects.requireNonNull(live.tenants().fields().get(path.name())))
                    .ifPresentOrElse(before -> fields.changed(before, after), () -> added(after));
        }
    }

    private void added(Field field) {
        changes.add(Change.of(
                ChangeKind.FIELD_ADDED,
                field.path(),
                Effect.INSTANT,
                "Tenants have `" + field.path() + "` (" + field.type() + ") from now on.",
                "No tenant has a value yet."));
    }

    private void removed(Field field) {
        long values = stored.values(field);
        changes.add(Change.of(
                        ChangeKind.FIELD_REMOVED,
                        field.path(),
                        values == 0 ? Effect.INSTANT : Effect.LOSS,
                        "`" + field.path() + "` goes.",
                        values == 0
                                ? "No tenant has a value."
                                : "Its values go for good: `cuenta tenants list --all --output json` keeps them elsewhere.")
                .touching(values)
                .toAllowIf(values > 0));
    }
}
