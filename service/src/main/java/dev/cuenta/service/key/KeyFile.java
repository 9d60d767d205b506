package dev.cuenta.service.key;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.secret.SecretKey;
import dev.cuenta.store.secret.SecretKeys;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A file of keys: a line for each, its id and its bytes in Base64; the last one counts from now on. It is made when the first key
 * is needed, readable by the service's own user only, and read again when somebody changed it. All instances share it: one after the
 * other changes it, by adding to what it holds then, and it is on the disk before anything is made with a new key.
 */
public final class KeyFile implements SecretKeys, CheckedKeys {
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final String OWN = "rw-------";

    /** What stands between a file of keys and what was made with them. */
    public interface Guard {
        /**
         * Called before keys are used or made.
         *
         * @throws Problem UNAVAILABLE where these are not the keys that belong here
         */
        void acknowledge(List<SecretKey> keys);

        /** Lets one instance after the other change the file. */
        default void alone(Runnable change) {
            change.run();
        }
    }

    private record Content(FileTime changed, List<SecretKey> keys) {}

    private final Path file;
    private final Path folder;
    private final String what;
    private final Guard guard;
    private @Nullable Content content; // guarded by this

    /**
     * The keys in a file.
     *
     * @param what they are for, as in "keys of secret values"
     */
    public KeyFile(Path file, String what, Guard guard) {
        this.file = file.toAbsolutePath();
        this.folder = Objects.requireNonNull(this.file.getParent(), "A folder is no file");
        this.what = what;
        this.guard = guard;
    }

    /** The last one. */
    @Override
    public SecretKey current() {
        List<SecretKey> keys = keys(true);
        return keys.get(keys.size() - 1);
    }

    /** A key by its id; empty when it is not in the file. */
    @Override
    public Optional<SecretKey> find(String id) {
        return keys(false).stream().filter(key -> key.id().equals(id)).findFirst();
    }

    /** All of them, the last one counting; none where there is no file yet. */
    @Override
    public List<SecretKey> all() {
        return keys(false);
    }

    /** Of the keys that lie in the file, whether they belong here or not. */
    public Set<String> ids() {
        try {
            return Files.exists(file) ? read().stream().map(SecretKey::id).collect(Collectors.toSet()) : Set.of();
        } catch (IOException unusable) {
            throw new UncheckedIOException("The file of the " + what + " cannot be used: " + file, unusable);
        }
    }

    private List<SecretKey> read() throws IOException {
        return Files.readAllLines(file).stream()
                .filter(line -> !line.isBlank() && !line.startsWith("#"))
                .map(KeyFile::key)
                .toList();
    }

    /** Whether there are keys here at all. */
    public boolean present() {
        return Files.exists(file);
    }

    @Override
    public void check() {
        guard.acknowledge(keys(false));
    }

    /** Makes another key, which counts from now on; it is added to those that the file holds when its turn has come. */
    public SecretKey add() {
        current();
        guard.alone(this::addInTurn);
        return current();
    }

    private synchronized void addInTurn() {
        try {
            content = null; // two changes within a moment have the same time
            List<SecretKey> keys = new ArrayList<>(keys(true));
            keys.add(random());
            Path beside = written(keys);
            Files.move(beside, file, StandardCopyOption.ATOMIC_MOVE);
            onDisk(folder);
            content = null;
        } catch (IOException refused) {
            throw Problem.of(
                    ProblemKind.UNAVAILABLE,
                    "The file of the " + what + " cannot be written here. Add a line to it where it comes from.");
        }
    }

    /** A file beside it, whole and on the disk. */
    private Path written(List<SecretKey> keys) throws IOException {
        Path beside = Files.createTempFile(
                folder, "keys", "", PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString(OWN)));
        Files.write(beside, lines(keys));
        onDisk(beside);
        return beside;
    }

    /** Also a folder: that a name in it is another file's is a change of the folder. */
    private static void onDisk(Path path) throws IOException {
        try (FileChannel channel = FileChannel.open(path, StandardOpenOption.READ)) {
            channel.force(true);
        }
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
                List<SecretKey> keys = read();
                if (keys.isEmpty()) {
                    throw Problem.of(
                            ProblemKind.UNAVAILABLE,
                            "The file of the " + what + " holds no key: " + file + ". Bring back a copy of it.");
                }
                guard.acknowledge(keys);
                content = new Content(changed, keys);
            }
            return content.keys();
        } catch (IOException unusable) {
            throw new UncheckedIOException("The file of the " + what + " cannot be used: " + file, unusable);
        }
    }

    private void make() throws IOException {
        // What keys made already must not get a second, unrelated one.
        guard.acknowledge(List.of());
        Files.createDirectories(folder);
        Path beside = written(List.of(random()));
        try {
            Files.createLink(file, beside);
            onDisk(folder);
        } catch (FileAlreadyExistsException made) {
            // Another instance on this machine was quicker.
        } finally {
            Files.delete(beside);
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
