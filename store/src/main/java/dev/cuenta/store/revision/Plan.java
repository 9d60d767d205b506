package dev.cuenta.store.revision;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Kind;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What publishing has to do, worked out from the two models alone, so that an instance which takes a publish up again after a
 * crash comes to the same plan.
 *
 * @param base null for the first revision
 */
record Plan(@Nullable AccountModel base, AccountModel next) {
    /** Accounts of a kind that get a profile. */
    record Given(String kind, String profile) {}

    List<String> newProfiles() {
        return next.profiles().keySet().stream()
                .filter(profile -> base == null || !base.profiles().containsKey(profile))
                .toList();
    }

    /** Fields that arrive in tables which have records. */
    List<Field> newFields() {
        AccountModel before = base;
        return before == null
                ? List.of()
                : next.fields().values().stream()
                        .filter(field -> before.field(field.path()).isEmpty())
                        .filter(field -> field.path().profile() == null
                                || before.profiles().containsKey(field.path().profile()))
                        .toList();
    }

    List<Field> removedFields() {
        return base == null
                ? List.of()
                : base.fields().values().stream()
                        .filter(field -> next.field(field.path()).isEmpty())
                        .toList();
    }

    /** Fields that stay and whose rules in the database change. */
    List<Field> changedChecks() {
        List<Field> changed = new ArrayList<>();
        for (Field field : next.fields().values()) {
            Optional<Field> before = base == null ? Optional.empty() : base.field(field.path());
            if (before.isPresent() && !Shape.checks(before.get()).equals(Shape.checks(field))) {
                changed.add(field);
            }
        }
        return changed;
    }

    List<Given> givenProfiles() {
        List<Given> given = new ArrayList<>();
        for (Kind kind :
                base == null ? List.<Kind>of() : List.copyOf(base.kinds().values())) {
            Kind after = next.kinds().getOrDefault(kind.name(), kind);
            after.profiles().stream()
                    .filter(profile -> !kind.profiles().contains(profile))
                    .forEach(profile -> given.add(new Given(kind.name(), profile)));
        }
        return given;
    }
}
