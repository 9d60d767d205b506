package dev.cuenta.core.retention;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Sensitivity;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What anonymising leaves of an account: nothing in fields that are not open, or what their {@code erase} says. */
public final class Erasure {
    private Erasure() {}

    /** Whether anonymising touches the field. Pictures always go: whom they show is not said by their field. */
    public static boolean concerns(Field field) {
        return field.stored()
                && (field.type().isPicture() || field.sensitivity() != Sensitivity.OPEN || field.erase() != null);
    }

    /** Whether the field can be anonymised: a required one must say what is left. */
    public static boolean possible(Field field) {
        return !concerns(field) || !field.required() || field.erase() != null;
    }

    /**
     * The values that are left, of the fields that the record has.
     *
     * @throws Problem CONFLICT naming a required field that does not say what is left
     */
    public static Map<FieldPath, @Nullable Object> of(AccountModel model, AccountRecord record) {
        Map<FieldPath, @Nullable Object> left = new LinkedHashMap<>();
        for (FieldPath path : record.values().keySet()) {
            Field field = model.field(path).orElseThrow();
            if (!possible(field)) {
                throw Problem.of(
                        ProblemKind.CONFLICT,
                        "`" + path + "` is required, and the model does not say what anonymising leaves of it."
                                + " Publish one with `erase` there.");
            }
            if (concerns(field)) {
                left.put(path, left(field, record.id()));
            }
        }
        return left;
    }

    private static @Nullable Object left(Field field, AccountId id) {
        return field.erase() instanceof String text && text.contains(Field.ERASED_ID)
                ? field.type()
                        .read(text.replace(Field.ERASED_ID, id.text()), field.limits())
                        .value()
                        .orElseThrow()
                : field.erase();
    }
}
