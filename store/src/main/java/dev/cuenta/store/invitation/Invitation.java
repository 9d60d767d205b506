package dev.cuenta.store.invitation;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.store.role.Giver;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * An open invitation to a tenant.
 *
 * @param address of the only account that may accept it; null for whoever has the token
 * @param roles numbers of those that come with it
 * @param by who invited
 * @param mail null where none was wanted
 */
public record Invitation(
        UUID id,
        TenantId tenant,
        @Nullable String address,
        List<Integer> roles,
        Giver by,
        Instant madeAt,
        Instant expires,
        @Nullable Mail mail) {
    /** What has become of its mail. */
    public enum Mail {
        DUE,
        SENT,
        FAILED
    }
}
