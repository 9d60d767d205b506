package dev.cuenta.store.token;

import java.time.Instant;

/**
 * A key that signs tokens.
 *
 * @param id its {@code kid}
 * @param publicKey a JSON Web Key (RFC 7517) without anything private
 * @param signsFrom since when it signs, if no later one does; it is published before that
 */
public record SigningKey(String id, String publicKey, Instant signsFrom) {}
