package dev.cuenta.service.hash;

import dev.cuenta.store.secret.SecretKey;
import java.util.Optional;

/**
 * Secrets that go into each hash beside the password (RFC 9106 section 3.1, parameter K). They are kept outside of the database:
 * whoever has only that can try out nothing.
 */
public interface Peppers {
    /** For an installation that keeps none. */
    Peppers NONE = new Peppers() {
        @Override
        public Optional<SecretKey> current() {
            return Optional.empty();
        }

        @Override
        public Optional<SecretKey> find(String id) {
            return Optional.empty();
        }
    };

    /** The one that goes into new hashes; empty for none. */
    Optional<SecretKey> current();

    /** One that went into a hash; empty when it is not at hand. */
    Optional<SecretKey> find(String id);
}
