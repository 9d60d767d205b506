package dev.cuenta.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Findings are written as the standard's own schema says (OASIS SARIF 2.1.0), whatever was found. */
class SarifTest {
    private static final Path ROOT = Path.of(System.getProperty("cuenta.root"));
    private static final Schema SARIF = sarif();

    @TempDir
    Path folder;

    static Stream<Path> broken() throws IOException {
        try (Stream<Path> files = Files.list(ROOT.resolve("core/src/test/resources/broken"))) {
            return files.filter(file -> file.toString().endsWith(".yaml")).sorted().toList().stream();
        }
    }

    @ParameterizedTest
    @MethodSource("broken")
    void what_is_found_in_a_file_is_sarif(Path file) {
        assertIsSarif(check(file));
    }

    @Test
    void where_nothing_is_found_that_is_sarif_too() {
        assertIsSarif(check(ROOT.resolve("marea/account-model.yaml")));
    }

    @Test
    void a_path_is_written_as_a_uri() throws IOException {
        Path file = folder.resolve("cuentas de Ñuria: 100 %.yaml");
        Files.writeString(file, "cuenta: 1\nname: marea\nfields:\n  email: { type: emial }\n");
        String log = check(file);

        assertIsSarif(log);
        assertThat(log).contains("cuentas%20de%20%C3%91uria:%20100%20%25.yaml");
    }

    private static void assertIsSarif(String log) {
        assertThat(SARIF.validate(
                        log,
                        InputFormat.JSON,
                        context -> context.executionConfig(config -> config.formatAssertionsEnabled(true))))
                .isEmpty();
        assertThat(log).contains("\"2.1.0\"");
    }

    private static String check(Path file) {
        StringWriter out = new StringWriter();
        String[] arguments = {"model", "check", file.toString(), "--output", "sarif"};
        Cuenta.commandLine(Map.of("CUENTA_CONFIG", "/nowhere"), arguments)
                .setOut(new PrintWriter(out))
                .execute(arguments);
        return out.toString();
    }

    private static Schema sarif() {
        try (InputStream schema = SarifTest.class.getResourceAsStream("/schema/sarif-schema-2.1.0.json")) {
            return SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_7)
                    .getSchema(new String(Objects.requireNonNull(schema).readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException unreadable) {
            throw new IllegalStateException(unreadable);
        }
    }
}
