package dev.cuenta.core.check;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.IdScheme;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Role;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What can be said about the account as a whole: id, display name, kinds, roles, retention. */
final class AccountRules {
    private static final Instant ANY_DAY = Instant.parse("2026-01-31T00:00:00Z");

    private final AccountModel model;
    private final Findings findings;

    AccountRules(AccountModel model, Findings findings) {
        this.model = model;
        this.findings = findings;
    }

    void check() {
        checkId();
        checkSignIn();
        checkDisplayName();
        checkRoles();
        checkProfilesUsed();
        checkSameInEveryKind();
        model.retention().values().forEach(this::checkRetention);
    }

    private void checkId() {
        boolean guestsSeeIds =
                model.fields().values().stream().anyMatch(field -> field.write().contains(Party.GUEST));
        if (model.id() == IdScheme.SEQUENCE && guestsSeeIds) {
            findings.add(
                    FindingCode.GUESSABLE_ID,
                    "id",
                    "Ids count upwards, and everyone who signs up is told theirs.",
                    "Use `id: uuid7`.");
        }
    }

    private void checkSignIn() {
        if (model.signInFields().isEmpty()) {
            findings.add(
                    FindingCode.NO_SIGN_IN,
                    "fields",
                    "No field is marked `signIn`.",
                    "Add `signIn: true` to the email or username.");
        }
    }

    private void checkDisplayName() {
        for (var path : model.displayName().fields()) {
            model.field(path)
                    .filter(field -> !field.leaves())
                    .ifPresent(field -> findings.add(
                            FindingCode.HIDDEN_DISPLAY_NAME,
                            "displayName",
                            "`" + path + "` is never returned, and the display name would show it.",
                            "Build the display name from other fields."));
        }
    }

    private void checkRoles() {
        Map<Integer, String> numbers = new HashMap<>();
        for (Role role : model.roles().values()) {
            String other = numbers.putIfAbsent(role.number(), role.name());
            if (other != null) {
                findings.add(
                        FindingCode.ROLE_NUMBER_REUSED,
                        "roles." + role.name() + ".number",
                        "`" + role.name() + "` has the number " + role.number() + ", and so has `" + other + "`.",
                        "Give it a number that no role has had.");
            }
            if (role.byDefault() && role.administers()) {
                findings.add(
                        FindingCode.DEFAULT_ADMINISTRATES,
                        "roles." + role.name() + ".default",
                        "Every new account gets `" + role.name() + "`, which may do everything.",
                        "Take `default` out of it.");
            }
            if (role.withinTenant() && !model.tenants().present()) {
                findings.add(
                        FindingCode.UNKNOWN_REFERENCE,
                        "roles." + role.name() + ".within",
                        "`" + role.name() + "` counts within a tenant, but the model has no tenants.",
                        "Add `tenants: { membership: many }`, or take `within` out.");
            }
        }
        boolean administered = model.administeringRoles().stream().anyMatch(role -> !role.withinTenant());
        if (!administered) {
            findings.add(
                    FindingCode.NO_ADMINISTRATOR,
                    "roles",
                    "No role may do everything.",
                    "Add `administrator: { number: 9, may: ['*'] }`.");
        }
    }

    private void checkProfilesUsed() {
        model.profiles().keySet().stream()
                .filter(profile -> model.kinds().values().stream()
                        .noneMatch(kind -> kind.profiles().contains(profile)))
                .forEach(profile -> findings.add(
                        FindingCode.UNUSED_PROFILE,
                        "profiles." + profile,
                        "No kind has the profile `" + profile + "`.",
                        "Name it in a kind's profiles."));
    }

    private void checkSameInEveryKind() {
        if (model.kinds().size() < 2) {
            return;
        }
        List<Set<String>> namesByKind =
                model.kinds().values().stream().map(this::exclusiveNames).toList();
        Set<String> everywhere = new LinkedHashSet<>(namesByKind.get(0));
        namesByKind.forEach(everywhere::retainAll);
        everywhere.forEach(name -> findings.add(
                FindingCode.SAME_IN_EVERY_KIND,
                "kinds",
                "Every kind has a profile with a field `" + name + "`.",
                "Move it to a profile that the kinds share."));
    }

    /** Names of fields in those profiles of the kind that not every kind has. */
    private Set<String> exclusiveNames(Kind kind) {
        Set<String> names = new LinkedHashSet<>();
        kind.profiles().stream()
                .filter(profile -> model.kinds().values().stream()
                        .anyMatch(other -> !other.profiles().contains(profile)))
                .flatMap(profile -> model.fieldsOfProfile(profile).stream())
                .map(Field::path)
                .forEach(path -> names.add(path.name()));
        return names;
    }

    private void checkRetention(RetentionRule rule) {
        String path = "retention." + rule.name();
        if (Duration.between(rule.after().before(ANY_DAY), ANY_DAY).compareTo(Duration.ofDays(1)) < 0) {
            findings.add(
                    FindingCode.RETENTION_TOO_SOON,
                    path + ".after",
                    "`" + rule.name() + "` waits for less than a day.",
                    "Leave people time to notice.");
        }
        if (rule.where() == null) {
            findings.add(
                    FindingCode.RETENTION_SPARES_NONE,
                    path,
                    "`" + rule.name() + "` has no `where`.",
                    "Say which accounts it is about.");
        }
    }
}
