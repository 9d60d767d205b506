package dev.cuenta.core.check;

import dev.cuenta.core.account.Unindexed;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.IdScheme;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.retention.Selection;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
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
        new RoleRules(model, findings).check();
        checkKinds();
        checkProfilesUsed();
        checkSameInEveryKind();
        new ServiceRules(model, findings).check();
        new TenantProfileRules(model, findings).check();
        new TenantFieldRules(model, findings).check();
        model.retention().values().forEach(this::checkRetention);
    }

    private void checkId() {
        boolean guestsSeeIds =
                model.fields().values().stream().anyMatch(field -> field.write().contains(Party.GUEST));
        if (model.id() == IdScheme.SEQUENCE && guestsSeeIds) {
            findings.add(
                    FindingCode.GUESSABLE_ID,
                    "id",
                    "Ids count upwards, and everyone who signs up sees theirs.",
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

    private void checkKinds() {
        List<String> defaults = model.kinds().values().stream()
                .filter(Kind::byDefault)
                .map(Kind::name)
                .toList();
        if (defaults.size() > 1) {
            findings.add(
                    FindingCode.TWO_DEFAULT_KINDS,
                    "kinds." + defaults.get(1) + ".default",
                    "The kinds " + String.join(" and ", defaults) + " are both the default.",
                    "Leave `default` at one of them.");
        }
        Map<String, String> labels = new HashMap<>();
        model.fields().values().forEach(field -> {
            String where = String.valueOf(field.path().profile());
            String other =
                    labels.putIfAbsent(where + "/" + field.label(), field.path().toString());
            if (other != null) {
                findings.add(
                        FindingCode.SAME_LABEL,
                        Paths.of(field),
                        "`" + field.path() + "` and `" + other + "` are both labelled " + field.label() + ".",
                        "Give one of them another label.");
            }
        });
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
                    "Give people time to notice.");
        }
        model.field(rule.since())
                .filter(field -> !field.required())
                .ifPresent(field -> findings.add(
                        FindingCode.RETENTION_SINCE_OPTIONAL,
                        path + ".since",
                        "`" + rule.name() + "` counts from `" + rule.since() + "`, which may be empty.",
                        "Count from a required date or from meta.created, if it is meant for everyone."));
        if (rule.where() != null && Impossible.in(rule.where())) {
            findings.add(
                    FindingCode.RETENTION_NEVER_MATCHES,
                    path + ".where",
                    "What `" + rule.name() + "` asks for contradicts itself.",
                    "Two different values with `and` between them are never both there; did you mean `or`?");
        }
        model.retention().values().stream()
                .takeWhile(other -> !other.name().equals(rule.name()))
                .filter(other -> Objects.equals(other.where(), rule.where()))
                .forEach(other -> findings.add(
                        FindingCode.RETENTION_OVERLAPS,
                        path,
                        "`" + rule.name() + "` chooses the same accounts as `" + other.name() + "`.",
                        "Make one rule of them, or choose more exactly."));
        checkIndexed(rule);
        if (rule.where() == null) {
            findings.add(
                    FindingCode.RETENTION_SPARES_NONE,
                    path,
                    "`" + rule.name() + "` has no `where`.",
                    "Say which accounts it is about.");
        }
    }

    private void checkIndexed(RetentionRule rule) {
        Selection.ifItFits(model, rule, ANY_DAY)
                .map(selection -> Unindexed.throughout(selection.due()))
                .filter(unindexed -> !unindexed.isEmpty())
                .ifPresent(
                        unindexed -> findings.add(
                                FindingCode.RETENTION_UNINDEXED,
                                "retention." + rule.name(),
                                "To find what `" + rule.name() + "` takes, every account is read: no index helps with "
                                        + Unindexed.named(unindexed)
                                        + ".",
                                "Give one of them `indexed: true`, or have the rule ask for something else that has an index."));
    }
}
