package dev.cuenta.core.check;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.model.TenantRules.OnSignUp;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.permission.Permission;
import dev.cuenta.core.permission.TeamPermission;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** What can be said about roles, and about how far what they permit reaches. */
final class RoleRules {
    private final AccountModel model;
    private final Findings findings;
    private final Set<String> askedByServices = new TreeSet<>();

    RoleRules(AccountModel model, Findings findings) {
        this.model = model;
        this.findings = findings;
        model.services().values().forEach(service -> askedByServices.addAll(service.asks()));
    }

    void check() {
        checkNumbers();
        model.roles().values().forEach(role -> {
            checkDefault(role);
            checkWithin(role);
            checkHolding(role);
            checkOnCreate(role);
            checkFormerly(role);
            checkPermissions(role);
            checkGives(role);
            checkUse(role);
        });
        if (model.administeringRoles().isEmpty()) {
            findings.add(
                    FindingCode.NO_ADMINISTRATOR,
                    "roles",
                    "No role may do everything.",
                    "Add `administrator: { number: 9, may: ['*'] }`.");
        }
    }

    private void checkNumbers() {
        Map<Integer, String> numbers = new HashMap<>();
        for (Role role : model.roles().values()) {
            String other = numbers.putIfAbsent(role.number(), role.name());
            if (other != null) {
                findings.add(
                        FindingCode.ROLE_NUMBER_REUSED,
                        path(role, "number"),
                        "`" + role.name() + "` has the number " + role.number() + ", and so has `" + other + "`.",
                        "Give it a number that no role has used before.");
            }
        }
    }

    private void checkDefault(Role role) {
        if (role.byDefault() && role.may().everything()) {
            findings.add(
                    FindingCode.DEFAULT_ADMINISTRATES,
                    path(role, "default"),
                    "Every new account gets `" + role.name() + "`, which may do everything.",
                    "Remove `default` from it.");
        }
        if (role.approval() && (role.byDefault() || role.onCreate())) {
            findings.add(
                    FindingCode.APPROVAL_BY_NOBODY,
                    path(role, "approval"),
                    "`" + role.name() + "` waits for approval, and "
                            + (role.byDefault() ? "every new account" : "whoever makes a tenant") + " gets it.",
                    "Take `approval` out, or give the role to chosen people only.");
        }
    }

    /** Which kinds may have it, and beside what. */
    private void checkHolding(Role role) {
        known(role, "kinds", role.kinds(), "kind", model.kinds().keySet());
        known(role, "excludes", role.excludes(), "role", model.roles().keySet());
        model.roles().values().stream()
                .filter(other -> role.name().compareTo(other.name()) <= 0 && role.excludes(other))
                .filter(other -> other.equals(role) || givenTogether(role, other))
                .forEach(other -> findings.add(
                        FindingCode.ROLES_AT_ODDS,
                        path(role.excludes().contains(other.name()) ? role : other, "excludes"),
                        other.equals(role)
                                ? "`" + role.name() + "` excludes itself."
                                : "New accounts get `" + role.name() + "` and `" + other.name()
                                        + "`, and one excludes the other.",
                        "Take one of the two out."));
    }

    private boolean givenTogether(Role one, Role other) {
        return byItself(one)
                && byItself(other)
                && model.kinds().values().stream().anyMatch(kind -> one.suits(kind) && other.suits(kind));
    }

    private static boolean byItself(Role role) {
        return role.byDefault() || role.onCreate();
    }

    private void checkOnCreate(Role role) {
        if (!role.onCreate()) {
            return;
        }
        if (!role.withinTenant()) {
            findings.add(
                    FindingCode.CREATOR_ROLE_EVERYWHERE,
                    path(role, "onCreate"),
                    "Whoever makes a tenant would get `" + role.name() + "`, which counts everywhere.",
                    "Add `within: tenant` to it.");
        } else if (model.tenants().onSignUp() != OnSignUp.CREATE) {
            findings.add(
                    FindingCode.CREATOR_ROLE_UNUSED,
                    path(role, "onCreate"),
                    "`" + role.name() + "` is for whoever makes a tenant, and no sign-up makes one.",
                    "Add `onSignUp: create` to `tenants`, or take `onCreate` out.");
        }
    }

    private void checkFormerly(Role role) {
        role.formerly().stream()
                .filter(name -> model.roles().containsKey(name)
                        || model.roles().values().stream()
                                .anyMatch(other -> !other.name().equals(role.name())
                                        && other.formerly().contains(name)))
                .forEach(name -> findings.add(
                        FindingCode.FORMER_NAME_IN_USE,
                        path(role, "formerly"),
                        "`" + role.name() + "` was called `" + name + "`, and "
                                + (model.roles().containsKey(name)
                                        ? "that is a role's name now."
                                        : "so was another role."),
                        "Keep the name at one of the two."));
    }

    private void known(Role role, String key, Set<String> named, String what, Set<String> known) {
        named.stream()
                .sorted()
                .filter(name -> !known.contains(name))
                .forEach(name -> findings.add(
                        FindingCode.UNKNOWN_REFERENCE,
                        path(role, key),
                        "There is no " + what + " `" + name + "`.",
                        Nearest.advice(name, known)));
    }

    private void checkWithin(Role role) {
        if (!role.withinTenant()) {
            return;
        }
        if (!model.tenants().present()) {
            findings.add(
                    FindingCode.UNKNOWN_REFERENCE,
                    path(role, "within"),
                    "`" + role.name() + "` counts within a tenant, but the model has no tenants.",
                    "Add `tenants: { membership: many }`, or take `within` out.");
        }
        role.may().named().stream()
                .filter(permission -> !permission.withinTenant())
                .sorted((one, other) -> one.word().compareTo(other.word()))
                .forEach(permission -> findings.add(
                        FindingCode.PERMISSION_BEYOND_TENANT,
                        path(role, "may"),
                        "`" + role.name() + "` counts within a tenant, and " + permission.word()
                                + " cannot be limited to one.",
                        "Remove it from the role, or grant it through a role without `within`."));
    }

    /** What nobody asks for permits nothing: more often than not it is misspelt. */
    private void checkPermissions(Role role) {
        for (Permission permission : role.may().named()) {
            if (permission instanceof TeamPermission && !askedByServices.contains(permission.word())) {
                Set<String> known = new TreeSet<>(askedByServices);
                known.addAll(CuentaPermission.words());
                findings.add(
                        FindingCode.PERMISSION_NOBODY_ASKS,
                        path(role, "may"),
                        "`" + role.name() + "` may " + permission.word()
                                + ", which is none of Cuenta's permissions, and no service asks about it.",
                        Nearest.advice(permission.word(), known) + " A service asks by `asks: [" + permission.word()
                                + "]` in its contract.");
            }
        }
    }

    private void checkGives(Role role) {
        boolean mayGive = role.permits(CuentaPermission.ROLES_GIVE);
        if (role.gives() != null) {
            known(role, "gives", role.gives(), "role", model.roles().keySet());
        }
        if (role.gives() != null && !mayGive) {
            findings.add(
                    FindingCode.GIVES_WITHOUT_PERMISSION,
                    path(role, "gives"),
                    "`" + role.name() + "` says which roles it gives, and may not `roles.give`.",
                    "Add `roles.give` to what it may do, or take `gives` out.");
        }
        if (mayGive && role.byDefault() && !role.may().everything()) {
            findings.add(
                    FindingCode.DEFAULT_GIVES_ROLES,
                    path(role, "may"),
                    "Every new account gets `" + role.name() + "`, which may give roles to others.",
                    "Leave `roles.give` to roles that are given to chosen people.");
        } else if (mayGive && role.withinTenant() && !role.byDefault() && role.gives() == null) {
            findings.add(
                    FindingCode.TENANT_ROLE_GIVES_ROLES,
                    path(role, "may"),
                    "Whoever has `" + role.name() + "` in a tenant gives roles there, itself among them.",
                    "Name those that are meant: `gives: [...]`.");
        }
    }

    private void checkUse(Role role) {
        boolean given = model.roles().values().stream().anyMatch(each -> each.permits(CuentaPermission.ROLES_GIVE));
        if (!given && !role.byDefault() && !model.administeringRoles().isEmpty()) {
            findings.add(
                    FindingCode.ROLE_NOBODY_CAN_GIVE,
                    "roles." + role.name(),
                    "Nobody may give `" + role.name() + "`: no role may `roles.give`.",
                    "Add `roles.give` to what an operator's role may do.");
        }
        if (role.may().isEmpty() && !role.byDefault() && neverNamed(role)) {
            findings.add(
                    FindingCode.UNUSED_ROLE,
                    "roles." + role.name(),
                    "`" + role.name() + "` permits nothing, and no field names it.",
                    "Say what it may do, or name it in a field's read or write list.");
        }
    }

    private boolean neverNamed(Role role) {
        return model.fields().values().stream()
                .noneMatch(field ->
                        field.read().contains(role.party()) || field.write().contains(role.party()));
    }

    private static String path(Role role, String key) {
        return "roles." + role.name() + "." + key;
    }
}
