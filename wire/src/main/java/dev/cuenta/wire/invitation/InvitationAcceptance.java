package dev.cuenta.wire.invitation;

import dev.cuenta.wire.Secret;

/**
 * Somebody joins the tenant that invited them.
 *
 * @param invitation what the invited person got
 */
public record InvitationAcceptance(Secret invitation) {}
