package dev.cuenta.service.password;

import com.nulabinc.zxcvbn.StandardDictionaries;
import com.nulabinc.zxcvbn.StandardKeyboards;
import com.nulabinc.zxcvbn.Zxcvbn;
import com.nulabinc.zxcvbn.ZxcvbnBuilder;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/** How long a password would stand against somebody who tries out what people choose. */
public enum Strength {
    WEAK,
    FAIR,
    STRONG;

    /** Its estimate takes more than proportionally longer; what is longer is strong enough or repeats itself early. */
    private static final int LONGEST = 64;

    private static final int FAIR_FROM = 3;
    private static final int STRONG_FROM = 4;

    /** Its word lists take a few megabytes: only where somebody asks. */
    private static final class Estimator {
        private static final Zxcvbn ZXCVBN = make();

        private static Zxcvbn make() {
            try {
                return new ZxcvbnBuilder()
                        .dictionaries(List.of(
                                StandardDictionaries.PASSWORDS_LOADER.load(),
                                StandardDictionaries.ENGLISH_WIKIPEDIA_LOADER.load()))
                        .keyboards(StandardKeyboards.loadAllKeyboards())
                        .build();
            } catch (IOException unreadable) {
                throw new UncheckedIOException(unreadable);
            }
        }
    }

    /** @param identifiers what the account signs in with; guessed before anything else */
    static Strength of(String password, Collection<String> identifiers) {
        String head = password.substring(0, Math.min(LONGEST, password.length()));
        List<String> guessed = identifiers.stream()
                .flatMap(identifier -> Stream.concat(Stream.of(identifier), Arrays.stream(identifier.split("[@._-]+"))))
                .toList();
        int score = Estimator.ZXCVBN.measure(head, guessed).getScore();
        return score >= STRONG_FROM ? STRONG : score >= FAIR_FROM ? FAIR : WEAK;
    }

    /** As JSON spells it. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
