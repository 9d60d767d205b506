package dev.cuenta.wire.invitation;

import com.fasterxml.jackson.annotation.JsonValue;
import dev.cuenta.wire.Secret;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * An invitation into a tenant.
 *
 * @param address of the only account that may accept it; null for whoever has it
 * @param madeBy an account's id, or a word for what else makes them
 * @param mail what has become of the mail; null where none was wanted
 * @param invitation what the invited person needs, told once, when it is made; never of one that is mailed
 */
public record Invitation(
        UUID id,
        UUID tenant,
        @Nullable String address,
        List<String> roles,
        String madeBy,
        Instant madeAt,
        Instant expires,
        @Nullable Mail mail,
        @Nullable Secret invitation) {
    /** Of the mail that brings it. */
    public enum Mail {
        DUE,
        SENT,
        /** It is not tried any more, until it is sent again. */
        FAILED;

        /** As JSON has it. */
        @JsonValue
        @Override
        public String toString() {
            return name().toLowerCase(Locale.ROOT);
        }
    }
}
