package dev.cuenta.service.key;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.secret.SecretKey;
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
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A file of keys: a line for each, its id and its bytes in Base64; the last one counts from now on. It is made when the first key
 * is needed, readable by the service's own user only, and read again when somebody changed it. All instances share it.
 */
public final class KeyFile {
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final String OWN = "rw-------";

    private record Content(FileTime changed, List<SecretKey> keys) {}

    private final Path file;
    private final String what;
    private final Consumer<List<SecretKey>> acknowledge;
    private @Nullable Content content; // guarded by this

    /**
     * The keys in a file.
     *
     * @param what they are for, as in "keys of secret values"
     * @param acknowledge throws a problem where these are not the keys that belong here; called before they are used or made
     */
    public KeyFile(Path file, String what, Consumer<List<SecretKey>> acknowledge) {
        this.file = file.toAbsolutePath();
        this.what = what;
        this.acknowledge = acknowledge;
    }

    /** The last one. */
    public SecretKey current() {
        List<SecretKey> keys = keys(true);
        return keys.get(keys.size() - 1);
    }

    /** A key by its id; empty when it is not in the file. */
    public Optional<SecretKey> find(String id) {
        return keys(false).stream().filter(key -> key.id().equals(id)).findFirst();
    }

    /** All of them, the last one counting; none where there is no file yet. */
    public List<SecretKey> all() {
        return keys(false);
    }

    /** Whether there are keys here at all. */
    public boolean present() {
        return Files.exists(file);
    }

    /** Makes another key, which counts from now on. */
    public synchronized SecretKey add() {
        List<SecretKey> keys = new ArrayList<>(keys(true));
        SecretKey added = random();
        keys.add(added);
        try {
            Path beside = Files.createTempFile(
                    file.getParent(),
                    "keys",
                    "",
                    PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString(OWN)));
            Files.write(beside, lines(keys));
            Files.move(beside, file, StandardCopyOption.ATOMIC_MOVE);
            // Two changes within a moment have the same time.
            content = null;
        } catch (IOException refused) {
            throw Problem.of(
                    ProblemKind.UNAVAILABLE,
                    "The file of the " + what + " cannot be written here. Add a line to it where it comes from.");
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
                            ProblemKind.UNAVAILABLE, "The file of the " + what + " is being made. Repeat the request.");
                }
                acknowledge.accept(keys);
                content = new Content(changed, keys);
            }
            return content.keys();
        } catch (IOException unusable) {
            throw new UncheckedIOException("The file of the " + what + " cannot be used: " + file, unusable);
        }
    }

    private void make() throws IOException {
        // What keys made already must not get a second, unrelated one.
        acknowledge.accept(List.of());
        Files.createDirectories(file.getParent());
        try {
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString(OWN)));
            Files.write(file, lines(List.of(random())));
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

    private List<String> lines(List<SecretKey> keys) {
        String comment = "# The " + what + ". All instances share this file; keep a copy.";
        return Stream.concat(Stream.of(comment), keys.stream().map(KeyFile::line))
                .toList();
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
                    "A line of a file of keys cannot be read: each is an id of 8 characters and 32 bytes in Base64.");
        }
    }
}
