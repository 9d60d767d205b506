package dev.cuenta.core.revision;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Sensitivity;
import dev.cuenta.core.type.Masks;
import java.util.List;

/** Another type or other limits of a field, and what becomes of the stored values. */
final class ValueDiff {
    private final StoredRecords stored;
    private final List<Change> changes;

    ValueDiff(StoredRecords stored, List<Change> changes) {
        this.stored = stored;
        this.changes = changes;
    }

    void changed(Field before, Field after) {
        boolean otherType =
                !before.type().equals(after.type()) || !before.column().equals(after.column());
        if (otherType && !Conversion.possible(before, after)) {
            changes.add(Change.of(
                    ChangeKind.CANNOT_CHANGE,
                    after.path(),
                    Effect.UNSUPPORTED,
                    typeChange(before, after),
                    "No " + before.type() + " can be read as " + after.type()
                            + ". Give the new field another name, and remove this one later.",
                    0,
                    false));
            return;
        }
        if (!otherType && before.limits().equals(after.limits())) {
            return;
        }
        StoredRecords.Misfits misfits = stored.misfits(before, after);
        boolean asItIs = after.withinTenant() || after.path().isOfTenant();
        if (asItIs && (otherType || misfits.refused().count() > 0)) {
            changes.add(Change.of(
                    ChangeKind.CANNOT_CHANGE,
                    after.path(),
                    Effect.UNSUPPORTED,
                    otherType ? typeChange(before, after) : "`" + after.path() + "` gets other limits.",
                    (after.withinTenant() ? "Values that an account has in each tenant" : "Values of tenants")
                            + " are not converted or set aside. "
                            + (otherType
                                    ? "Give the new field another name, and remove this one later."
                                    : "Change the " + misfits.refused().count() + " that do not fit first."),
                    misfits.refused().count(),
                    false));
            return;
        }
        String what = otherType
                ? typeChange(before, after)
                : "`" + after.path() + "` " + LimitWords.between(before.limits(), after.limits()) + ".";
        if (misfits.refused().count() > 0) {
            misfitting(before, after, what, otherType ? ChangeKind.TYPE_CHANGED : ChangeKind.LIMITS_NARROWED, misfits);
        } else if (otherType) {
            boolean moves = !before.column().equals(after.column()) || misfits.rewritten() > 0;
            long values = moves ? stored.values(before) : 0;
            changes.add(Change.of(
                    ChangeKind.TYPE_CHANGED,
                    after.path(),
                    values == 0 ? Effect.INSTANT : Effect.BACKFILL,
                    what,
                    moves
                            ? "Every stored value can be converted; the old ones are set aside."
                                    + (stored.kept(after).isPresent()
                                            ? " Values set aside by an earlier type change are restored where nobody has changed them since."
                                            : "")
                            : "Every stored value fits as it is.",
                    values,
                    false));
        } else {
            boolean narrower = Narrowing.narrower(before, after);
            long returning = narrower ? 0 : stored.returning(before, after);
            String otherwise = narrower ? "No stored value breaks them." : "No record changes.";
            changes.add(Change.of(
                    narrower ? ChangeKind.LIMITS_NARROWED : ChangeKind.LIMITS_WIDENED,
                    after.path(),
                    returning > 0 ? Effect.BACKFILL : Effect.INSTANT,
                    what,
                    returning > 0 ? returning + " values that were set aside are restored." : otherwise,
                    returning,
                    false));
        }
    }

    private static String typeChange(Field before, Field after) {
        return before.type().equals(after.type())
                ? "`" + after.path() + "` gets another precision or scale."
                : "`" + after.path() + "` changes its type from " + before.type() + " to " + after.type() + ".";
    }

    private void misfitting(Field before, Field after, String what, ChangeKind kind, StoredRecords.Misfits misfits) {
        boolean owed = after.required() && after.forExisting().isEmpty();
        String instead = owed
                ? "The field is required: fix them, or say what they get: `existing: { value: ... }`."
                : "Fix them, or allow the change: they are set aside, and "
                        + after.forExisting()
                                .map(value -> "become " + after.type().write(value) + ".")
                                .orElse("the field becomes empty there.");
        changes.add(Change.of(
                        kind,
                        after.path(),
                        owed ? Effect.DECISION : Effect.NARROWING,
                        what,
                        misfits.refused().count() + " stored values do not fit. " + instead)
                .touching(misfits.refused().count())
                .naming(
                        misfits.refused().accounts(),
                        Narrowing.filter(before, after).orElse(""))
                .showing(shown(before, after, misfits.examples()))
                .toAllowIf(!owed));
    }

    /** As far as a reader of the model may see them: a value that never leaves does not leave here either. */
    private static List<String> shown(Field before, Field after, List<String> examples) {
        if (!before.leaves() || !after.leaves() || before.secret() || after.secret()) {
            return List.of();
        }
        boolean open = before.sensitivity() == Sensitivity.OPEN && after.sensitivity() == Sensitivity.OPEN;
        return open ? examples : examples.stream().map(Masks::masked).toList();
    }
}
