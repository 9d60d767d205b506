package dev.cuenta.core.role;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A role that was given to somebody.
 *
 * @param tenantName of the tenant in which it counts; null for one that counts everywhere
 * @param givenBy an account's id, or a word for what else gives roles; null where that was not noted
 * @param approvedBy as {@code givenBy}, who approved it; null where nobody had to, or has yet
 * @param state what it is now, by the database's clock
 */
public record RoleGrant(
        AccountId account,
        GivenRole role,
        @Nullable String tenantName,
        Instant givenAt,
        @Nullable String givenBy,
        @Nullable String approvedBy,
        GrantTerms terms,
        State state) {
    /** Whether a grant counts. */
    public enum State {
        /** For a second person's approval. */
        WAITING,
        UPCOMING,
        IN_EFFECT,
        ENDED
    }

    /** Where it counts, in words. */
    public String where() {
        return Optional.ofNullable(tenantName).map(name -> "in " + name).orElse("everywhere");
    }
}
