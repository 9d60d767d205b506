package dev.cuenta.core.password;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.Violation;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PasswordPolicyTest {
    private final PasswordPolicy policy = new PasswordPolicy(PasswordRules.DEFAULT, Set.of("correcthorse")::contains);

    @ParameterizedTest
    @CsvSource({
        "short, minLength",
        "⛵⛵⛵⛵⛵, minLength",
        "CorrectHorse, common",
        "my ines.baroja 1, containsIdentifier",
        "INES.BAROJA@MAREA.EXAMPLE, containsIdentifier"
    })
    void refuses_by_the_name_of_the_rule(String password, String code) {
        Problem problem = catchThrowableOfType(
                Problem.class, () -> policy.accept(password, List.of("ines.baroja@marea.example")));

        assertThat(problem.violations()).extracting(Violation::code).containsExactly(code);
        assertThat(problem.violations()).extracting(Violation::pointer).containsOnly("/password");
        assertThat(problem.toString() + problem.violations()).doesNotContain(password);
    }

    @Test
    void accepts_in_the_form_that_every_keyboard_gives() {
        assertThat(policy.accept("ﬁve grey gulls", List.of())).isEqualTo("five grey gulls".toCharArray());
    }

    @Test
    void a_very_long_password_is_refused() {
        assertThat(catchThrowableOfType(Problem.class, () -> policy.accept("x".repeat(129), List.of())))
                .isNotNull();
    }
}
