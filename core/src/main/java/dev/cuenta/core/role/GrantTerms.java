package dev.cuenta.core.role;

import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Why a role is given, and for how long.
 *
 * @param reason for people; null for none
 * @param starts null for at once
 * @param ends null for never
 */
public record GrantTerms(
        @Nullable String reason,
        @Nullable Instant starts,
        @Nullable Instant ends) {
    /** At once, for good. */
    public static final GrantTerms PLAIN = new GrantTerms(null, null, null);

    public static final int LONGEST_REASON = 200;

    /** Whether it ends by itself. */
    public boolean limited() {
        return ends != null;
    }

    /** What is wrong with them, by the name of what it is wrong with; empty for nothing. */
    public Optional<Fault> fault(Instant now) {
        if (reason != null && reason.codePointCount(0, reason.length()) > LONGEST_REASON) {
            return Optional.of(
                    new Fault("reason", "length", "Give a reason of at most " + LONGEST_REASON + " characters."));
        }
        if (ends != null && !ends.isAfter(now)) {
            return Optional.of(
                    new Fault("ends", "past", "This moment is past. Give one that is to come, or take the role."));
        }
        if (ends != null && starts != null && !ends.isAfter(starts)) {
            return Optional.of(new Fault("ends", "order", "A role ends after it starts."));
        }
        return Optional.empty();
    }

    /**
     * What terms must not be.
     *
     * @param component of the terms
     * @param code for programs
     * @param message for people
     */
    public record Fault(String component, String code, String message) {}
}
