package dev.cuenta.service.secret;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.Settings;
import dev.cuenta.store.secret.KnownKeys;
import dev.cuenta.store.secret.SecretKey;
import dev.cuenta.store.secret.SecretKeys;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * The file of secret keys: a line for each, its id and its bytes in Base64; the last one seals. It is made when the first value
 * is sealed, readable by the service's own user only, and read again when somebody changed it. All instances share it.
 */
@Component
final class KeyFile implements SecretKeys {
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final String OWN = "rw-------";

    private record Content(FileTime changed, List<SecretKey> keys) {}

    private final Path file;
    private final KnownKeys known;
    private @Nullable Content content; // guarded by this

    KeyFile(Settings settings, KnownKeys known) {
        this.file = settings.secretKeyFile().toAbsolutePath();
        this.known = known;
    }

    @Override
    public SecretKey current() {
        List<SecretKey> keys = keys(true);
        return keys.get(keys.size() - 1);
    }

    @Override
    public Optional<SecretKey> find(String id) {
        return keys(false).stream().filter(key -> key.id().equals(id)).findFirst();
    }

    /** Whether there are keys here at all. */
    boolean present() {
        return Files.exists(file);
    }

    /** Makes another key, which seals from now on. */
    synchronized SecretKey add() {
        List<SecretKey> keys = new ArrayList<>(keys(true));
        SecretKey added = random();
        keys.add(added);
        try {
            Path beside = Files.createTempFile(
                    file.getParent(),
                    "secret-keys",
                    "",
                    PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString(OWN)));
            Files.write(beside, keys.stream().map(KeyFile::line).toList());
            Files.move(beside, file, StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException refused) {
            throw Problem.of(
                    ProblemKind.UNAVAILABLE,
                    "The file of secret keys cannot be written here. Add a line to it where it comes from.");
        }
        return current();
    }

    private synchronized List<SecretKey> keys(boolean needed) {
        try {
            if (!Files.exists(file)) {
                if (!needed) {
                    return List.of();
                }
                make();
            }
            FileTime changed = Files.getLastModifiedTime(file);
            if (content == null || !content.changed().equals(changed)) {
                List<SecretKey> keys = Files.readAllLines(file).stream()
                        .filter(line -> !line.isBlank() && !line.startsWith("#"))
                        .map(KeyFile::key)
                        .toList();
                if (keys.isEmpty()) {
                    throw Problem.of(
                            ProblemKind.UNAVAILABLE, "The file of secret keys is being made. Repeat the request.");
                }
                known.acknowledge(keys);
                content = new Content(changed, keys);
            }
            return content.keys();
        } catch (IOException unusable) {
            throw new UncheckedIOException("The file of secret keys cannot be used: " + file, unusable);
        }
    }

    private void make() throws IOException {
        // What is sealed already must not get a second, unrelated key.
        known.acknowledge(List.of());
        Files.createDirectories(file.getParent());
        try {
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString(OWN)));
            Files.write(
                    file,
                    List.of("# Keys of secret values. All instances share this file; keep a copy.", line(random())));
        } catch (FileAlreadyExistsException made) {
            // Another instance on this machine was quicker.
        }
    }

    private static SecretKey random() {
        byte[] id = new byte[SecretKey.ID_LENGTH / 2];
        byte[] bytes = new byte[SecretKey.LENGTH];
        RANDOM.nextBytes(id);
        RANDOM.nextBytes(bytes);
        return SecretKey.of(HexFormat.of().formatHex(id), bytes);
    }

    private static String line(SecretKey key) {
        return key.id() + " " + Base64.getEncoder().encodeToString(key.key().getEncoded());
    }

    private static SecretKey key(String line) {
        String[] parts = line.strip().split(" +");
        try {
            return SecretKey.of(parts[0], Base64.getDecoder().decode(parts[parts.length - 1]));
        } catch (IllegalArgumentException broken) {
            throw Problem.of(
                    ProblemKind.UNAVAILABLE,
                    "A line of the file of secret keys cannot be read: each is an id of 8 characters and 32 bytes in Base64.");
        }
    }
}
