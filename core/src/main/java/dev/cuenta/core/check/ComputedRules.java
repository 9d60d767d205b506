package dev.cuenta.core.check;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Sensitivity;
import java.util.HashSet;
import java.util.Objects;
import java.util.Set;

/** Fields that are computed: from what, and what that shows. */
final class ComputedRules {
    private final AccountModel model;
    private final FieldFindings findings;

    ComputedRules(AccountModel model, Findings findings) {
        this.model = model;
        this.findings = new FieldFindings(findings);
    }

    void check() {
        model.fields().values().stream().filter(field -> !field.stored()).forEach(this::check);
    }

    private void check(Field field) {
        if (dependsOn(field, field.path(), new HashSet<>())) {
            findings.add(
                    FindingCode.COMPUTED_CIRCLE,
                    field,
                    ".compute",
                    "`" + field.path() + "` is computed from itself, by way of "
                            + String.join(
                                    ", ",
                                    Objects.requireNonNull(field.compute()).fields()) + ".",
                    "Break the circle: store one of them.");
            return;
        }
        for (String source : Objects.requireNonNull(field.compute()).fields()) {
            model.field(source)
                    .filter(from -> field.leaves() && reveals(from, field))
                    .ifPresent(from -> findings.add(
                            FindingCode.COMPUTED_REVEALS,
                            field,
                            ".compute",
                            "`" + field.path() + "` is computed from `" + source
                                    + "`, which not everyone may read who reads this.",
                            "Give it the read list of `" + source + "`."));
        }
    }

    private static boolean reveals(Field from, Field field) {
        boolean guarded = !from.leaves() || from.sensitivity() != Sensitivity.OPEN;
        return guarded && (!from.leaves() || !from.read().containsAll(field.read()));
    }

    private boolean dependsOn(Field field, FieldPath sought, Set<FieldPath> seen) {
        if (field.compute() == null || !seen.add(field.path())) {
            return false;
        }
        return field.compute().fields().stream()
                .map(FieldPath::parse)
                .anyMatch(path -> path.equals(sought)
                        || model.field(path)
                                .filter(other -> dependsOn(other, sought, seen))
                                .isPresent());
    }
}
