package dev.cuenta.wire.role;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * Why a role is given, and for how long.
 *
 * @param reason for people; null for none
 * @param starts null for at once
 * @param ends null for never
 */
public record RoleTerms(
        @Nullable String reason,
        @Nullable Instant starts,
        @Nullable Instant ends) {}
