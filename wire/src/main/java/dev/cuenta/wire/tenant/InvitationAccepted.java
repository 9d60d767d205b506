package dev.cuenta.wire.tenant;

import java.util.UUID;

/**
 * A membership that began.
 *
 * @param tenant of which the caller is a member now
 */
public record InvitationAccepted(UUID tenant) {}
