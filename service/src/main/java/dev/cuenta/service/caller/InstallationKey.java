package dev.cuenta.service.caller;

import dev.cuenta.service.Settings;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.MessageDigest;
import org.springframework.stereotype.Component;

/**
 * The key of whoever runs the service: it publishes the first model and makes the first administrator, when there is nobody yet
 * to sign in. It lies in a file that only the service's own user can read; whoever can read that can read the database too.
 */
@Component
final class InstallationKey {
    private final byte[] hash;

    InstallationKey(Settings settings) {
        this.hash = Tokens.hash(readOrMake(settings.keyFile().toAbsolutePath()));
    }

    boolean is(String token) {
        return MessageDigest.isEqual(hash, Tokens.hash(token));
    }

    private static String readOrMake(Path file) {
        try {
            Files.createDirectories(file.getParent());
            try {
                Files.createFile(
                        file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
                Files.writeString(file, Tokens.create(Tokens.KEY) + "\n");
            } catch (FileAlreadyExistsException made) {
                // Made at an earlier start, or by another instance on this machine.
            }
            return Files.readString(file).strip();
        } catch (IOException unusable) {
            throw new UncheckedIOException("The file of the installation key cannot be used: " + file, unusable);
        }
    }
}
