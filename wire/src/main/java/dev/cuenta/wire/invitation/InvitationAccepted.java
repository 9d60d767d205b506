package dev.cuenta.wire.invitation;

import java.util.List;
import java.util.UUID;

/**
 * A membership that began.
 *
 * @param tenant of which the caller is a member now
 * @param roles that the caller was given there; some may wait for approval
 */
public record InvitationAccepted(UUID tenant, List<String> roles) {}
