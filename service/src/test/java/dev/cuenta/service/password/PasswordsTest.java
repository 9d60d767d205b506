package dev.cuenta.service.password;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.password.OwnRule;
import dev.cuenta.core.password.PasswordScheme;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.hash.Argon2id;
import dev.cuenta.service.hash.Peppers;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class PasswordsTest {
    private static final PasswordRules RULES = PasswordRules.DEFAULT;
    private static final String GOOD = "five grey gulls";

    private final Passwords passwords =
            new Passwords(new Argon2id(Peppers.NONE), new PackagedCommonPasswords(), OwnRule.NONE);

    @Test
    void a_hash_is_a_phc_string_with_the_model_s_parameters_and_never_the_same_twice() {
        String hash = passwords.hash(GOOD, RULES, List.of());

        assertThat(hash)
                .startsWith("$argon2id$v=19$m=19456,t=2,p=1$")
                .isNotEqualTo(passwords.hash(GOOD, RULES, List.of()));
        assertThat(passwords.verify(Optional.of(hash), GOOD, RULES)).isTrue();
        assertThat(passwords.verify(Optional.of(hash), "five grey gull", RULES)).isFalse();
    }

    @Test
    void letters_count_and_not_the_keyboard_that_typed_them() {
        String hash = passwords.hash("Inés sails at ﬁve", RULES, List.of());

        assertThat(passwords.verify(Optional.of(hash), "Ine\u0301s sails at five", RULES))
                .isTrue();
    }

    /** The hash was made by Debian's libcrypt. */
    @Test
    void a_hash_that_bcrypt_made_is_verified_and_made_anew() {
        String foreign = "$2b$06$abcdefghijklmnopqrstuuZVMwGlUI3uM2LDoWp4tfIEE4de08.Gi";

        assertThat(passwords.verify(Optional.of(foreign), GOOD, RULES)).isTrue();
        assertThat(passwords.verify(Optional.of(foreign), "five grey gull", RULES))
                .isFalse();
        assertThat(passwords.renewed(foreign, GOOD, RULES))
                .hasValueSatisfying(hash -> assertThat(hash).startsWith("$argon2id$"));
        assertThat(passwords.renewed(passwords.hash(GOOD, RULES, List.of()), GOOD, RULES))
                .isEmpty();
    }

    @Test
    void a_hash_that_nothing_here_can_verify_is_as_good_as_none() {
        assertThat(passwords.verify(Optional.of("{SSHA}c2FsdGVk"), GOOD, RULES)).isFalse();
    }

    @Test
    void common_passwords_are_refused_whatever_their_capitals() {
        Problem problem = catchThrowableOfType(Problem.class, () -> passwords.hash("PassWord123", RULES, List.of()));

        assertThat(problem.violations()).extracting(Violation::code).containsExactly("common");
    }

    @Test
    void says_of_a_password_what_it_is_worth_and_what_it_breaks() {
        Passwords.Assessment weak = passwords.assess("boat", RULES, List.of());
        Passwords.Assessment strong = passwords.assess("tin whelk ordered plum rails", RULES, List.of());

        assertThat(weak.strength()).isEqualTo(Strength.WEAK);
        assertThat(weak.violations()).extracting(Violation::code).containsExactly("minLength");
        assertThat(strong.strength()).isEqualTo(Strength.STRONG);
        assertThat(strong.violations()).isEmpty();
        assertThat(passwords
                        .assess("ines.baroja", RULES, List.of("ines.baroja@marea.example"))
                        .strength())
                .isEqualTo(Strength.WEAK);
    }

    /** Without an account the same work is done, so that the time tells nothing. */
    @Test
    void an_unknown_person_costs_a_verification_too() {
        Counting scheme = new Counting();
        Passwords counted = new Passwords(scheme, password -> false, OwnRule.NONE);
        counted.prepare(RULES);

        assertThat(counted.verify(Optional.empty(), "no password at all", RULES))
                .isFalse();
        assertThat(counted.verify(Optional.of("$argon2id$hash"), GOOD, RULES)).isTrue();
        assertThat(scheme.verified).hasValue(2);
        assertThat(scheme.hashed).hasValue(1);
    }

    @Test
    void whoever_would_wait_too_long_is_asked_to_come_back() throws InterruptedException {
        CountDownLatch busy = new CountDownLatch(64);
        CountDownLatch end = new CountDownLatch(1);
        PasswordScheme waiting = new Slow(busy, end);
        Passwords slow = new Passwords(waiting, password -> false, OwnRule.NONE);
        var crowd = Executors.newFixedThreadPool(64);
        for (int i = 0; i < 64; i++) {
            crowd.execute(() -> catchThrowableOfType(Problem.class, () -> slow.hash(GOOD, RULES, List.of())));
        }
        long free = 64 - Math.max(2, Runtime.getRuntime().availableProcessors());
        Await.until("every place is taken", busy::getCount, left -> left <= free);

        Problem problem = catchThrowableOfType(Problem.class, () -> slow.verify(Optional.empty(), GOOD, RULES));
        end.countDown();
        crowd.shutdown();

        assertThat(problem.kind()).isEqualTo(ProblemKind.UNAVAILABLE);
        assertThat(problem.retryAfter()).isPresent();
    }

    private static final class Counting implements PasswordScheme {
        private final AtomicInteger hashed = new AtomicInteger();
        private final AtomicInteger verified = new AtomicInteger();

        @Override
        public HashFormat format() {
            return HashFormat.ARGON2ID;
        }

        @Override
        public String hash(char[] password, PasswordRules rules) {
            hashed.incrementAndGet();
            return "hash";
        }

        @Override
        public boolean isWeaker(String hash, PasswordRules rules) {
            return false;
        }

        @Override
        public boolean verify(String hash, char[] password) {
            verified.incrementAndGet();
            return true;
        }
    }

    private record Slow(CountDownLatch busy, CountDownLatch end) implements PasswordScheme {
        @Override
        public HashFormat format() {
            return HashFormat.ARGON2ID;
        }

        @Override
        public String hash(char[] password, PasswordRules rules) {
            busy.countDown();
            try {
                end.await();
            } catch (InterruptedException stopping) {
                Thread.currentThread().interrupt();
            }
            return "hash";
        }

        @Override
        public boolean isWeaker(String hash, PasswordRules rules) {
            return false;
        }

        @Override
        public boolean verify(String hash, char[] password) {
            return true;
        }
    }
}
