package dev.cuenta.wire.publish;

import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A model file that is to be live.
 *
 * @param fingerprint of the diff that was looked at; null for none in particular
 * @param allow names of changes that may not be made unasked
 * @param message why, for the history
 */
public record PublishRequest(
        @Nullable String file,
        String source,
        @Nullable String fingerprint,
        @Nullable Set<String> allow,
        @Nullable String message) {}
