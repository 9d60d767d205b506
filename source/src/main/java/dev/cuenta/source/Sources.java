package dev.cuenta.source;

import dev.cuenta.core.adoption.Source;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** Opens what an adoption reads from. */
public final class Sources {
    private Sources() {}

    /** Who reads a database. The password comes from the environment or a file, never from an argument. */
    public record Login(@Nullable String user, @Nullable String password) {
        /** As the terminal takes it; nothing where nobody is named. */
        public String asOptions(@Nullable Path passwordFile) {
            return (user == null ? "" : " --user " + user)
                    + (passwordFile == null ? "" : " --password-file " + passwordFile);
        }

        @Override
        public String toString() {
            return String.valueOf(user);
        }
    }

    /**
     * A table, by its JDBC address, or a file, by the ending of its name.
     *
     * @param beside one-to-one tables to read along; null for all that there are
     * @throws Problem when it cannot be opened or is of a form that is not known
     */
    public static Source open(String from, @Nullable String table, @Nullable List<String> beside, Login login) {
        if (from.startsWith("jdbc:")) {
            if (table == null) {
                throw refused("Say which table holds the accounts: --table NAME");
            }
            return TableSource.open(from, table, beside, login);
        }
        Path file = Path.of(from);
        if (!Files.isReadable(file)) {
            throw refused("`" + from + "` is neither a JDBC address nor a file that can be read.");
        }
        String name = from.toLowerCase(Locale.ROOT);
        if (name.endsWith(".csv")) {
            return new CsvSource(file);
        }
        if (name.endsWith(".jsonl") || name.endsWith(".ndjson")) {
            return new JsonLinesSource(file);
        }
        throw refused("`" + from + "` is of no form that can be adopted. Use .csv, .jsonl, or a JDBC address.");
    }

    static Problem refused(String detail) {
        return Problem.of(ProblemKind.MALFORMED, detail);
    }

    static String baseName(Path file) {
        String name = String.valueOf(file.getFileName());
        return name.substring(0, name.lastIndexOf('.'));
    }
}
