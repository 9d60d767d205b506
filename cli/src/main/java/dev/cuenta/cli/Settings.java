package dev.cuenta.cli;

import java.io.IOException;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Where settings come from: the environment ({@code CUENTA_URL}, {@code CUENTA_TENANT}, {@code CUENTA_KEY_FILE}), then a
 * properties file ({@code url}, {@code tenant}, {@code key-file}, {@code session}).
 */
public final class Settings {
    private static final FileAttribute<Set<PosixFilePermission>> OWN =
            PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------"));

    private static final String SESSION = "session";
    private static final Pattern OF_SESSION = Pattern.compile("^\\s*" + SESSION + "\\s*[=:]");

    private final Map<String, String> environment;
    private final Path file;

    public Settings(Map<String, String> environment) {
        this.environment = environment;
        this.file = Optional.ofNullable(environment.get("CUENTA_CONFIG"))
                .map(Path::of)
                .orElseGet(() -> configFolder(environment).resolve("cuenta").resolve("cuenta.properties"));
    }

    private static Path configFolder(Map<String, String> environment) {
        return Optional.ofNullable(environment.get("XDG_CONFIG_HOME"))
                .map(Path::of)
                .orElse(Path.of(environment.getOrDefault("HOME", "."), ".config"));
    }

    public Optional<String> get(String name) {
        String variable = "CUENTA_" + name.toUpperCase(Locale.ROOT).replace('-', '_');
        return Optional.ofNullable(environment.get(variable)).or(() -> Optional.ofNullable(load().getProperty(name)));
    }

    /** A session that was opened in the terminal, or else the installation key. */
    Optional<String> token() {
        return get(SESSION)
                .or(() ->
                        get("key-file").map(Path::of).filter(Files::isReadable).map(Settings::read));
    }

    public static String read(Path path) {
        try {
            return Files.readString(path).strip();
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    /** Keeps a session's token for the next commands, readable by its owner only. */
    public void keepSession(String token) {
        store(Optional.of(SESSION + "=" + token));
    }

    public void forgetSession() {
        store(Optional.empty());
    }

    private Properties load() {
        Properties properties = new Properties();
        if (Files.isReadable(file)) {
            try (Reader reader = Files.newBufferedReader(file)) {
                properties.load(reader);
            } catch (IOException unreadable) {
                throw new UncheckedIOException("The settings cannot be read: " + file, unreadable);
            }
        }
        return properties;
    }

    /** All else that stands in the file stays as somebody wrote it, comments too. */
    private void store(Optional<String> session) {
        try {
            Path place = Files.exists(file) ? file.toRealPath() : file.toAbsolutePath();
            Path folder = Files.createDirectories(place.getParent());
            // A file of its own first: whatever others may read of the present one, they never read a session.
            Path written = Files.createTempFile(folder, ".cuenta", ".properties", OWN);
            List<String> lines = Files.exists(place) ? Files.readAllLines(place) : List.of();
            Files.write(
                    written,
                    Stream.concat(
                                    lines.stream()
                                            .filter(line ->
                                                    !OF_SESSION.matcher(line).find()),
                                    session.stream())
                            .toList());
            Files.move(written, place, StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException unwritable) {
            throw new UncheckedIOException("The settings cannot be written: " + file, unwritable);
        }
    }
}
