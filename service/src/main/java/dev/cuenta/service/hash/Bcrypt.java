package dev.cuenta.service.hash;

import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.password.PasswordVerifier;
import java.nio.CharBuffer;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;

/** Hashes that other programs made with bcrypt; of a password, they know the first 72 bytes. */
public final class Bcrypt implements PasswordVerifier {
    private final BCryptPasswordEncoder bcrypt = new BCryptPasswordEncoder();

    @Override
    public HashFormat format() {
        return HashFormat.BCRYPT;
    }

    @Override
    public boolean verify(String hash, char[] password) {
        return bcrypt.matches(CharBuffer.wrap(password), hash);
    }
}
