package dev.cuenta.core.role;

import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.permission.Permission;
import dev.cuenta.core.problem.Problem;
import java.util.Arrays;
import java.util.Collections;
import java.util.Set;
import java.util.TreeSet;

/** The permissions that a model knows: Cuenta's own, those that a role has, and those that a service asks about. */
public final class KnownPermissions {
    private KnownPermissions() {}

    /** Their words, sorted. */
    public static Set<String> of(AccountModel model) {
        Set<String> words = new TreeSet<>();
        Arrays.stream(CuentaPermission.values()).map(Permission::word).forEach(words::add);
        model.roles().values().stream()
                .map(Role::may)
                .flatMap(may -> may.named().stream())
                .map(Permission::word)
                .forEach(words::add);
        model.services().values().forEach(service -> words.addAll(service.asks()));
        return Collections.unmodifiableSet(words);
    }

    /**
     * Lets only names pass that the model knows: to answer no would hide a slip.
     *
     * @throws Problem INVALID
     */
    public static void require(String permission, AccountModel model) {
        Set<String> known = of(model);
        if (!known.contains(permission)) {
            throw Problem.invalid(
                    "/permission",
                    "unknown",
                    "The live model knows no permission `" + permission + "`. " + Nearest.advice(permission, known));
        }
    }
}
