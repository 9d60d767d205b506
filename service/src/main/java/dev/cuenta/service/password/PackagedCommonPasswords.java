package dev.cuenta.service.password;

import com.nulabinc.zxcvbn.Zxcvbn;
import dev.cuenta.core.password.CommonPasswords;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.Set;

/** The list of 30,000 passwords by frequency that the package zxcvbn carries. */
public final class PackagedCommonPasswords implements CommonPasswords {
    private static final String LIST = "/com/nulabinc/zxcvbn/matchers/dictionaries/passwords.txt";

    /** Read with the first password that is set: a start does not wait for it. */
    private static final class Holder {
        private static final Set<String> PASSWORDS = load();
    }

    @Override
    public boolean contains(String password) {
        return Holder.PASSWORDS.contains(password);
    }

    private static Set<String> load() {
        try (InputStream list = Zxcvbn.class.getResourceAsStream(LIST)) {
            if (list == null) {
                throw new IllegalStateException("The list of common passwords is not where the package zxcvbn had it");
            }
            Set<String> passwords = new HashSet<>();
            new BufferedReader(new InputStreamReader(list, StandardCharsets.UTF_8))
                    .lines()
                    .forEach(passwords::add);
            return Set.copyOf(passwords);
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }
}
