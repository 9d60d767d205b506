package dev.cuenta.store.secret;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.util.List;
import java.util.Optional;

/** The keys of secret values. They are kept outside of the database. */
public interface SecretKeys {
    /** For a database that holds no secrets. */
    SecretKeys NONE = new SecretKeys() {
        @Override
        public SecretKey current() {
            throw Problem.of(ProblemKind.UNAVAILABLE, "There is no key for secret values here.");
        }

        @Override
        public Optional<SecretKey> find(String id) {
            return Optional.empty();
        }

        @Override
        public List<SecretKey> all() {
            return List.of();
        }
    };

    /**
     * The one that seals from now on.
     *
     * @throws Problem UNAVAILABLE when there is none that this database knows
     */
    SecretKey current();

    /** A key that sealed before; empty when it is not at hand. */
    Optional<SecretKey> find(String id);

    /** Those that seal and that sealed before. */
    List<SecretKey> all();
}
