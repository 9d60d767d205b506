package dev.cuenta.core.password;

import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.model.PasswordRules.Refusal;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.Violation;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;

/** Says which passwords are accepted; every refusal says how to meet the rule. */
public final class PasswordPolicy {
    private static final int SHORTEST_IDENTIFIER = 4;

    private final PasswordRules rules;
    private final CommonPasswords common;

    public PasswordPolicy(PasswordRules rules, CommonPasswords common) {
        this.rules = rules;
        this.common = common;
    }

    /**
     * The password as it is hashed: in NFKC, so that it is the same from every keyboard (NIST SP 800-63B section 5.1.1.2).
     *
     * @param identifiers what the account signs in with
     * @throws Problem INVALID
     */
    public char[] accept(String password, Collection<String> identifiers) {
        List<Violation> violations = violations(password, identifiers);
        if (!violations.isEmpty()) {
            throw Problem.invalid(violations);
        }
        return normal(password).toCharArray();
    }

    /** Every rule that the password breaks, and how to meet it. */
    public List<Violation> violations(String password, Collection<String> identifiers) {
        String normal = normal(password);
        List<Violation> violations = new ArrayList<>();
        int length = normal.codePointCount(0, normal.length());
        if (length < rules.minLength()) {
            refuse(
                    violations,
                    "minLength",
                    "Has " + length + " characters; at least " + rules.minLength() + " are needed.");
        }
        if (length > rules.maxLength()) {
            refuse(
                    violations,
                    "maxLength",
                    "Has " + length + " characters; at most " + rules.maxLength() + " are allowed.");
        }
        String lower = normal.toLowerCase(Locale.ROOT);
        if (rules.refuse().contains(Refusal.COMMON) && common.contains(lower)) {
            refuse(
                    violations,
                    "common",
                    "Is one of the passwords that are tried first. Put together a few unrelated words.");
        }
        if (rules.refuse().contains(Refusal.CONTAINS_IDENTIFIER)
                && identifiers.stream().anyMatch(identifier -> containsPart(lower, identifier))) {
            refuse(violations, "containsIdentifier", "Contains what you sign in with. Leave that out.");
        }
        return violations;
    }

    /** The form in which a password given at sign-in is compared. */
    public static String normal(String password) {
        return Normalizer.normalize(password, Normalizer.Form.NFKC);
    }

    private static boolean containsPart(String password, String identifier) {
        String lower = identifier.toLowerCase(Locale.ROOT);
        String local = lower.contains("@") ? lower.substring(0, lower.indexOf('@')) : lower;
        return password.contains(lower) || (local.length() >= SHORTEST_IDENTIFIER && password.contains(local));
    }

    private static void refuse(List<Violation> violations, String code, String detail) {
        violations.add(new Violation("/password", code, detail));
    }
}
