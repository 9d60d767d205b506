package dev.cuenta.wire.invitation;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Somebody who is to be invited.
 *
 * @param address the mail address of the only account that may accept it; null for whoever has it
 * @param roles that count in the tenant, and that whoever invites could give; they are given by whoever invited when somebody joins
 * @param days for how many it is good, 1 to 90; null for 7
 * @param mail whether Cuenta sends it to the address; null for no
 */
public record InvitationRequest(
        @Nullable String address,
        @Nullable List<String> roles,
        @Nullable Integer days,
        @Nullable Boolean mail) {}
