package dev.cuenta.service.password;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.password.OwnRule;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.hash.Argon2id;
import dev.cuenta.service.hash.Peppers;
import dev.cuenta.service.key.KeyFile;
import dev.cuenta.store.secret.SecretKey;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PepperTest {
    private static final PasswordRules RULES = PasswordRules.DEFAULT;
    private static final String GOOD = "five grey gulls";

    private final List<SecretKey> keys = new ArrayList<>(List.of(key("0a0b0c0d", 1)));
    private final Argon2id scheme = new Argon2id(new Peppers() {
        @Override
        public Optional<SecretKey> current() {
            return keys.isEmpty() ? Optional.empty() : Optional.of(keys.get(keys.size() - 1));
        }

        @Override
        public Optional<SecretKey> find(String id) {
            return keys.stream().filter(key -> key.id().equals(id)).findFirst();
        }
    });

    @Test
    void a_hash_says_which_pepper_went_into_it_and_needs_it() {
        String hash = scheme.hash(GOOD.toCharArray(), RULES);

        assertThat(hash).startsWith("$argon2id$v=19$m=19456,t=2,p=1,keyid=CgsMDQ$");
        assertThat(Argon2id.pepperOf(hash)).hasValue("0a0b0c0d");
        assertThat(scheme.verify(hash, GOOD.toCharArray())).isTrue();
        assertThat(scheme.verify(hash, "five grey gull".toCharArray())).isFalse();
        keys.set(0, key("0a0b0c0d", 2));
        assertThat(scheme.verify(hash, GOOD.toCharArray())).isFalse();
        keys.clear();
        Problem missing = catchThrowableOfType(Problem.class, () -> scheme.verify(hash, GOOD.toCharArray()));
        assertThat(missing.kind()).isEqualTo(ProblemKind.UNAVAILABLE);
    }

    @Test
    void another_pepper_is_taken_up_at_the_next_sign_in() {
        Passwords passwords = new Passwords(scheme, password -> false, OwnRule.NONE);
        String first = passwords.hash(GOOD, RULES, List.of());
        assertThat(passwords.renewed(first, GOOD, RULES)).isEmpty();

        keys.add(key("0a0b0c0e", 2));
        assertThat(passwords.verify(Optional.of(first), GOOD, RULES)).isTrue();
        String second = passwords.renewed(first, GOOD, RULES).orElseThrow();
        keys.remove(0);
        assertThat(passwords.verify(Optional.of(second), GOOD, RULES)).isTrue();
    }

    @Test
    void a_hash_from_before_there_were_peppers_is_verified_and_renewed() {
        String plain = new Argon2id(Peppers.NONE).hash(GOOD.toCharArray(), RULES);

        assertThat(scheme.verify(plain, GOOD.toCharArray())).isTrue();
        assertThat(scheme.isWeaker(plain, RULES)).isTrue();
        assertThat(new Argon2id(Peppers.NONE).isWeaker(plain, RULES)).isFalse();
    }

    /** RFC 9106 section 5.3: thirty-two bytes of 01 as the password, of 02 as the salt, of 03 as the secret; without associated data. */
    @Test
    void the_pepper_is_the_secret_of_the_standard() {
        byte[] password = new byte[32];
        Arrays.fill(password, (byte) 1);
        keys.set(0, key("0a0b0c0d", 3));
        String text = new String(password, StandardCharsets.US_ASCII);
        String hash = scheme.hash(text.toCharArray(), RULES);
        String withoutIt = hash.replace(",keyid=CgsMDQ", "");

        assertThat(scheme.verify(hash, text.toCharArray())).isTrue();
        assertThat(scheme.verify(withoutIt, text.toCharArray())).isFalse();
    }

    @Test
    void the_file_is_made_once_for_its_owner_s_eyes_and_the_last_line_counts(@TempDir Path folder) throws IOException {
        Path path = folder.resolve("data/peppers");
        KeyFile file = new KeyFile(path, "peppers of passwords", known -> {});
        SecretKey first = file.current();
        SecretKey second = file.add();

        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(path)))
                .isEqualTo("rw-------");
        assertThat(new KeyFile(path, "peppers of passwords", known -> {}).current())
                .isEqualTo(second);
        assertThat(file.find(first.id())).hasValue(first);
        assertThat(Files.readString(path)).startsWith("# The peppers of passwords.");
    }

    private static SecretKey key(String id, int value) {
        byte[] bytes = new byte[SecretKey.LENGTH];
        Arrays.fill(bytes, (byte) value);
        return SecretKey.of(id, bytes);
    }
}
