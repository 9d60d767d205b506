package dev.cuenta.service.password;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.password.CommonPasswords;
import dev.cuenta.core.password.OwnRule;
import dev.cuenta.service.hash.Argon2id;
import dev.cuenta.service.hash.Peppers;
import dev.cuenta.service.hash.UnixCrypt;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Hashes that Debian's mkpasswd, htpasswd, argon2 and openssl, and Python's hashlib, made of one password. */
class ForeignHashesTest {
    private static final String PASSWORD = "Bowline, then splice";
    private static final PasswordRules RULES =
            new PasswordRules(8 * 1024, 1, 1, 10, 128, Set.of(), 0, HashFormat.ACCEPTABLE);

    private final Passwords passwords = new Passwords(new Argon2id(Peppers.NONE), nothingIsCommon(), OwnRule.NONE);

    private static CommonPasswords nothingIsCommon() {
        return password -> false;
    }

    /** As strong as other programs make them if they are not told otherwise. */
    static Stream<String> withCostly() {
        return Stream.concat(
                hashes(),
                Stream.of(
                        "$7$CU..../....bv4AIsbsil2LmE6RrL8OT/$YVqr/htFO7HfvH4z407uyGGkzn0TXALWIJW2E22Ujh4",
                        "$pbkdf2-sha512$29000$bWFyZWEtc2FsdC0xNmJ5dA$Taotru2gk/rRBrANkMoHk2fSZQDdlOVJAvZ97v4H3K52crw/XkfKa4Ao/eWwPJDi6QMVpigsM1vk62xiZpSwqA"));
    }

    static Stream<String> hashes() {
        return Stream.of(
                "$argon2id$v=19$m=4096,t=3,p=1$c29tZXNhbHQx$7geX2725tA3heRCeaV3UJ4rOHgz/ruDO0xMX398R9g8",
                "$2b$05$8ilQIB7855NboBnnKeExVeY0194e3oHybs9OsCUZRcNbJWv9NaJri",
                "$2y$05$6fE6WzqGX/L9iXItpuiV/.gbos40Jf1EqnQvVIefn9Wp/Egeyaz26",
                "$7$A6..../....bv4AIsbsil2LmE6RrL8OT/$Hw6SuAB6nGDFgARpBfZeBSVEbJGnOBx3oDb0sJjPj93",
                "$scrypt$ln=12,r=8,p=1$bWFyZWEtc2FsdC0xNmJ5dA$T/X3tnc7wXDLYcu+lSHHkNi0l6Ej9cOKwtfE1RGcyJw",
                "$6$yyHISM6.VgCEMTHq$KB2Jnxg7279AKpBLwCfe61Vsb3ugUyJjbb31saA4GHL./mSSA5SYJKFBRf57LNBiTlyLpnjT0t2UeSlTzjy6W0",
                "$6$rounds=6000$Ip/ziFTYT2zIz04S$rC7fj26xtQuh2sSrUZgRYpBSaEgUWNIo4iV62//DasDES6hXYwyJvpu3.pVL8TQx0xipjiUnkPvEDE0e8TMhq/",
                "$6$abcd1234$EJp1xKg88e3xrpAEMp8BItFi/.YoAoghBA5TuBBF7PPef7j.3ujN5g5axjIpYKE86luE5/VA7A.t5mjf93hL./",
                "$5$SfCQicTm3lqH8NVC$FlHNsvyG90/QW/YnTs7KndXGoveLS4CjuEVpxQAigNB",
                "$1$zRJ3IvOF$xUq4AIhxbAiiEkpecBVtv.",
                "$apr1$abcd1234$oPVer86Q3sE3fubZ0nxB00",
                "{SHA}PeSTXxkCjwV4z+8QneRNpT5TcVE=",
                "{SSHA}b/jvStKok9WmSsRvOaRlRsb82IJtYXJlYQ==",
                "{SSHA256}tLf7gqoLOFQSrNYM7Q3ieFCVkzIfPgkg75QRXxPs/9FtYXJlYQ==",
                "{SSHA512}Byguu3jN1UVls+827t2bSOCn3odR5fsqlw2EDCZIZmeBsQpiaOea6pIr0epUt3QJbssmQ10Ojl83POkaMGYG521hcmVh",
                "$pbkdf2$29000$bWFyZWEtc2FsdC0xNmJ5dA$MPlDGvmZLhbkojkrqoEQBaFQdN8",
                "$pbkdf2-sha256$29000$bWFyZWEtc2FsdC0xNmJ5dA$wIEQeXKCdZifU5SVieKu39Fj50Wr9froG5X1k2xfX1c",
                "$pbkdf2-sha512$4000$bWFyZWEtc2FsdC0xNmJ5dA$qJPRWJYqgno05D6YG1Wb.V.wspZidIDRXv.FVyqH99N/6tUB88Z9zs/eZEpVcNcShT.nrmbXoP6VPKHogQovhQ",
                "pbkdf2_sha256$30000$Kq3s$U3LBb5XfpWy3TDmpFk+S8YPsTJenJC/Ww/GdhTTNF18=");
    }

    @ParameterizedTest
    @MethodSource("withCostly")
    void the_password_is_right_and_no_other_is(String hash) {
        assertThat(passwords.verify(Optional.of(hash), PASSWORD, RULES)).isTrue();
        assertThat(passwords.verify(Optional.of(hash), "Bowline, then splicE", RULES))
                .isFalse();
        assertThat(passwords.verify(Optional.of(hash), "", RULES)).isFalse();
    }

    @ParameterizedTest
    @MethodSource("hashes")
    void a_hash_that_was_cut_or_changed_is_nobody_s(String hash) {
        for (int length = 1; length < hash.length(); length += 13) {
            String cut = hash.substring(0, length);
            assertThat(passwords.verify(Optional.of(cut), PASSWORD, RULES))
                    .as(cut)
                    .isFalse();
        }
        char last = hash.charAt(hash.length() - 3);
        String changed =
                hash.substring(0, hash.length() - 3) + (last == 'x' ? 'y' : 'x') + hash.substring(hash.length() - 2);
        assertThat(passwords.verify(Optional.of(changed), PASSWORD, RULES)).isFalse();
    }

    /** Never at rest as they are: what is kept does not have their digest in it, and still verifies. */
    @ParameterizedTest
    @MethodSource("withCostly")
    void a_weak_hash_is_kept_inside_a_strong_one(String hash) {
        boolean weak = HashFormat.of(hash).orElseThrow().isWeak();
        String kept = passwords.kept(hash, RULES);

        assertThat(kept.equals(hash)).isNotEqualTo(weak);
        if (weak) {
            assertThat(HashFormat.of(kept)).contains(HashFormat.WRAPPED);
            assertThat(kept)
                    .doesNotContain(hash.substring(hash.length() - 12))
                    .contains("$argon2id$v=19$m=8192,t=1,p=1$");
            assertThat(passwords.verify(Optional.of(kept), PASSWORD, RULES)).isTrue();
            assertThat(passwords.verify(Optional.of(kept), "five grey gulls", RULES))
                    .isFalse();
            assertThat(passwords.renewed(kept, PASSWORD, RULES))
                    .hasValueSatisfying(renewed -> assertThat(renewed).startsWith("$argon2id$"));
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "$scrypt$ln=30,r=8,p=1$bWFyZWE$T/X3",
                "$scrypt$ln=20,r=900,p=900$bWFyZWE$T/X3",
                "$pbkdf2-sha256$99999999$bWFyZWE$wIEQ",
                "$pbkdf2-sha256$0$bWFyZWE$wIEQ",
                "{SSHA}c2FsdGVk",
                "$wrapped$",
                "$wrapped$e1NTSEF9$argon2id$",
                "$wrapped$!!$argon2id$v=19$m=8,t=1,p=1$",
                "$7$zzzzzzzzzzz$x"
            })
    void what_would_take_the_service_s_memory_or_is_no_hash_is_nobody_s(String hash) {
        assertThat(passwords.verify(Optional.of(hash), PASSWORD, RULES)).isFalse();
    }

    @Test
    void every_format_that_may_come_in_is_verified() {
        Set<HashFormat> tried =
                hashes().flatMap(hash -> HashFormat.of(hash).stream()).collect(Collectors.toSet());

        assertThat(tried).containsAll(HashFormat.ACCEPTABLE);
        assertThat(Arrays.stream(HashFormat.values()).filter(HashFormat::isOurs))
                .containsExactly(HashFormat.ARGON2ID, HashFormat.WRAPPED);
    }

    @Test
    void a_hash_of_our_own_with_less_than_the_model_asks_for_is_made_anew() {
        String less = passwords.hash(PASSWORD, RULES, java.util.List.of());

        assertThat(passwords.renewed(less, PASSWORD, RULES)).isEmpty();
        assertThat(passwords.renewed(less, PASSWORD, PasswordRules.DEFAULT))
                .hasValueSatisfying(renewed -> assertThat(renewed).contains("m=19456,t=2"));
    }

    /** Other programs hashed what was typed, where we hash its normal form. */
    @Test
    void letters_that_were_hashed_as_they_were_typed_are_found() {
        String typed = "Ine\u0301s sails at five";
        String asTyped = UnixCrypt.sha512().again("$6$abcd1234", typed.toCharArray());

        assertThat(passwords.verify(Optional.of(asTyped), typed, RULES)).isTrue();
        assertThat(passwords.verify(Optional.of(asTyped), "In\u00e9s sails at five", RULES))
                .isFalse();
    }
}
