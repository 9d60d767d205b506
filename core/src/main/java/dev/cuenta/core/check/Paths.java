package dev.cuenta.core.check;

import dev.cuenta.core.model.Field;

/** Where in the file a thing of the model stands. */
final class Paths {
    private Paths() {}

    static String of(Field field) {
        if (field.path().isOfTenant()) {
            return "tenants.fields." + field.path().name();
        }
        String profile = field.path().profile();
        return profile == null
                ? "fields." + field.path().name()
                : "profiles." + profile + ".fields." + field.path().name();
    }
}
