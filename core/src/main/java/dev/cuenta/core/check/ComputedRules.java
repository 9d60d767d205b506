package dev.cuenta.core.check;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Sensitivity;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/** Fields that are computed: from what, and what that shows. */
final class ComputedRules {
    private static final int MOST_OPERATIONS = 2000;

    private final AccountModel model;
    private final Map<FieldPath, Long> weights = new HashMap<>();
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
        if (weight(field) > MOST_OPERATIONS) {
            findings.add(
                    FindingCode.COMPUTED_TOO_LARGE,
                    field,
                    ".compute",
                    "`" + field.path() + "` takes more than " + MOST_OPERATIONS
                            + " operations, with those of the computed fields that it is made from.",
                    "Compute it from stored fields, or in fewer steps.");
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

    /** Of a field that is in no circle. What is computed from computed fields computes them each time that it names them. */
    private long weight(Field field) {
        if (field.compute() == null) {
            return 1;
        }
        Long known = weights.get(field.path());
        if (known != null) {
            return known;
        }
        weights.put(field.path(), MOST_OPERATIONS + 1L); // for whoever asks in a circle
        long weight = Math.min(
                MOST_OPERATIONS + 1L,
                field.compute()
                        .weight(path -> model.field(path).map(this::weight).orElse(1L)));
        weights.put(field.path(), weight);
        return weight;
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
