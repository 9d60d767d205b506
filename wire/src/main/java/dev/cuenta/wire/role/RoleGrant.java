package dev.cuenta.wire.role;

import com.fasterxml.jackson.annotation.JsonValue;
import java.time.Instant;
import java.util.Locale;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * A role that was given to an account.
 *
 * @param account its id
 * @param tenant in which it counts; null for everywhere
 * @param givenBy an account's id, or a word for what else gives roles; null where that was not noted
 * @param approvedBy as {@code givenBy}; null where nobody had to approve it, or has yet
 */
public record RoleGrant(
        String account,
        String role,
        @Nullable Tenant tenant,
        Instant givenAt,
        @Nullable String givenBy,
        @Nullable String approvedBy,
        @Nullable String reason,
        @Nullable Instant starts,
        @Nullable Instant ends,
        State state) {
    /** Whether it counts now, by the database's clock. */
    public enum State {
        /** For the approval of a second person. */
        WAITING,
        UPCOMING,
        IN_EFFECT,
        ENDED;

        /** As JSON has it. */
        @JsonValue
        @Override
        public String toString() {
            return this == IN_EFFECT ? "inEffect" : name().toLowerCase(Locale.ROOT);
        }
    }

    /** The tenant in which a role was given. */
    public record Tenant(UUID id, String name) {}
}
