package dev.cuenta.store.secondfactor;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * An account's second factor.
 *
 * @param seed of its one-time codes, in Base32 (RFC 4648 section 6)
 * @param confirmed since when it is asked for; null while its owner has not shown a first code
 * @param lastStep of the last code that was accepted; none of it, or before it, is accepted again
 */
public record SecondFactor(String seed, @Nullable Instant confirmed, long lastStep) {
    public boolean active() {
        return confirmed != null;
    }

    /** Never the seed. */
    @Override
    public String toString() {
        return active() ? "active" : "not confirmed yet";
    }
}
