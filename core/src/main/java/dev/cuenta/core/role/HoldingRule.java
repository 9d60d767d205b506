package dev.cuenta.core.role;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Role;
import java.time.Instant;
import java.util.Collection;
import java.util.Optional;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/** Which roles an account may have: by its kind, and beside the others that it has. Whatever gives roles asks here. */
public final class HoldingRule {
    /**
     * A role that an account has, or is to have.
     *
     * @param tenant where it counts; null for everywhere
     */
    public record Held(Role role, @Nullable TenantId tenant, GrantTerms terms) {
        /** Whether there is a moment and a place in which both count. */
        boolean meets(Held other) {
            return (tenant == null || other.tenant == null || tenant.equals(other.tenant))
                    && begins(terms, other.terms.ends())
                    && begins(other.terms, terms.ends());
        }

        private static boolean begins(GrantTerms terms, @Nullable Instant before) {
            return before == null || terms.starts() == null || terms.starts().isBefore(before);
        }
    }

    private final boolean limiting;

    public HoldingRule(AccountModel model) {
        limiting = model.roles().values().stream()
                .anyMatch(role -> !role.kinds().isEmpty() || !role.excludes().isEmpty());
    }

    /** Whether the model limits who may have what at all; where it does not, nobody needs to ask. */
    public boolean limits() {
        return limiting;
    }

    /**
     * Why an account of the kind may not be given the role, in words; empty where it may.
     *
     * @param beside what it has, or will have, and has not ended
     */
    public Optional<String> refusal(Kind kind, Held given, Collection<Held> beside) {
        Role role = given.role();
        if (!role.suits(kind)) {
            return Optional.of("`" + role.name() + "` is for accounts of the kind `"
                    + String.join("`, `", new TreeSet<>(role.kinds())) + "`, and this one is a `" + kind.name() + "`.");
        }
        return beside.stream()
                .filter(held -> role.excludes(held.role()) && given.meets(held))
                .findFirst()
                .map(held -> "Nobody has `" + role.name() + "` and `"
                        + held.role().name() + "` at the same time, and the account has `"
                        + held.role().name() + "`.");
    }
}
