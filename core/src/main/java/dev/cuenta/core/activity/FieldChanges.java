package dev.cuenta.core.activity;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Sensitivity;
import dev.cuenta.core.type.Masks;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Which fields a change touched, from what to what, with as much of the values as may be kept. */
public final class FieldChanges {
    private static final int LONGEST = 60;

    private FieldChanges() {}

    /**
     * Open values in the clear, personal ones masked, and nothing of those that are secret or never leave.
     *
     * @return by field: {@code from} and {@code to}, each left out where there is none to tell
     */
    public static Map<String, Map<String, String>> between(
            AccountModel model, Map<FieldPath, @Nullable Object> before, Map<FieldPath, @Nullable Object> after) {
        Map<String, Map<String, String>> changes = new LinkedHashMap<>();
        after.forEach((path, value) -> {
            Object earlier = before.get(path);
            Field field = model.field(path).orElse(null);
            if (field != null && !Objects.equals(earlier, value)) {
                Map<String, String> change = new LinkedHashMap<>();
                put(change, "from", field, earlier);
                put(change, "to", field, value);
                changes.put(path.toString(), change);
            }
        });
        return changes;
    }

    private static void put(Map<String, String> change, String name, Field field, @Nullable Object value) {
        if (value != null && !field.secret() && field.leaves()) {
            String text = String.valueOf(field.type().write(value));
            boolean clear = field.sensitivity() == Sensitivity.OPEN && !field.signIn() && text.length() <= LONGEST;
            change.put(name, clear ? text : Masks.masked(text));
        }
    }
}
