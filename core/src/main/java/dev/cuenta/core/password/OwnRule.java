package dev.cuenta.core.password;

import java.util.Collection;
import java.util.Optional;

/** A rule that a team adds to the policy. It is asked about passwords that the policy accepts. */
@FunctionalInterface
public interface OwnRule {
    OwnRule NONE = (password, identifiers) -> Optional.empty();

    /**
     * Why the password is refused and how to meet the rule, in words for people; empty when it is not.
     *
     * @param identifiers what the account signs in with
     * @throws dev.cuenta.core.problem.Problem UNAVAILABLE when nobody can say
     */
    Optional<String> refusal(String password, Collection<String> identifiers);
}
