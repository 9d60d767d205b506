package dev.cuenta.wire.token;

import dev.cuenta.wire.Secret;
import java.time.Instant;

/**
 * A token that services check by themselves.
 *
 * @param token a JWT (RFC 9068)
 */
public record IssuedToken(Secret token, Instant expires) {}
