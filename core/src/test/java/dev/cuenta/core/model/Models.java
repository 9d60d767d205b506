package dev.cuenta.core.model;

import dev.cuenta.core.file.ModelFile;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Models for tests. */
public final class Models {
    /** The smallest model with which somebody can sign up, sign in and administer. */
    public static final String SMALL = """
            cuenta: 1
            name: marea
            displayName: '{name}'
            access:
              read: [owner, administrator]
              write: [owner, administrator]
            fields:
              email: { type: email, required: true, uniqueness: server, signIn: true, write: [guest, owner, administrator] }
              name: { type: string, maxLength: 40, write: [guest, owner, administrator] }
            roles:
              boater: { number: 1, default: true }
              administrator: { number: 9, may: ['*'] }
            """;

    private Models() {}

    public static AccountModel of(String source) {
        ModelFile file = ModelFile.read("test.yaml", source);
        return file.model().orElseThrow(() -> new AssertionError("Not a usable model: " + file.findings()));
    }

    public static AccountModel small() {
        return of(SMALL);
    }

    /** {@link #SMALL} with another line among its fields. */
    public static String smallWith(String field) {
        return SMALL.replace("roles:\n", "  " + field + "\nroles:\n");
    }

    /** The demo's first revision. */
    public static AccountModel marea() {
        return of(source("account-model.yaml"));
    }

    /** The demo's next revision. */
    public static AccountModel mareaNext() {
        return of(source("next.account-model.yaml"));
    }

    public static String source(String name) {
        try {
            return Files.readString(root().resolve("marea").resolve(name));
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    /** The same model, whose passwords are hashed at the least cost that a model may have. */
    public static String quicklyHashed(String source) {
        String least = "parameters: { memory: 7 MiB, iterations: 1, parallelism: 1 }";
        return source.lines().anyMatch(line -> line.startsWith("password:"))
                ? source.replaceFirst("parameters: \\{ memory: .*}", least)
                : source + "\npassword:\n  " + least + "\n";
    }

    /** The root of the checkout. */
    public static Path root() {
        return Path.of(System.getProperty("cuenta.root", ".."));
    }
}
