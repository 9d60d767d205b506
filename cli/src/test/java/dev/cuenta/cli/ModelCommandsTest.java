package dev.cuenta.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.Error;
import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.file.ModelFile;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;
import tools.jackson.databind.JsonNode;

/** The commands on model files that need no service. */
class ModelCommandsTest {
    private static final Path ROOT = Path.of(System.getProperty("cuenta.root", ".."));

    @TempDir
    private Path folder;

    private int status;

    @ParameterizedTest
    @ValueSource(strings = {"email", "username", "blank"})
    void a_base_to_begin_from_checks_clean_and_meets_the_schema(String base) {
        String source = run("model", "new", "--base", base);

        assertThat(ModelFile.read("new.yaml", source).findings()).isEmpty();
        assertThat(errors(source)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"account-model.yaml", "next.account-model.yaml"})
    void the_demo_s_files_meet_the_schema(String name) throws IOException {
        assertThat(errors(Files.readString(ROOT.resolve("marea").resolve(name))))
                .isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "unknown-section",
                "unknown-key-of-a-field",
                "unknown-type",
                "no-type",
                "no-name",
                "another-version",
                "options-missing",
                "options-for-a-text",
                "length-of-a-number",
                "mutability-misspelt",
                "name-with-a-dash",
                "rule-without-a-time",
                "role-without-a-number",
                "list-of-booleans",
                "dependent-without-an-action"
            })
    void what_the_checker_refuses_for_its_form_the_schema_refuses_too(String name) throws IOException {
        Path broken = ROOT.resolve("core/src/test/resources/broken").resolve(name + ".yaml");

        assertThat(errors(Files.readString(broken))).isNotEmpty();
    }

    @Test
    void findings_are_printed_like_a_good_compiler_s() throws IOException {
        Path file = folder.resolve("broken.yaml");
        Files.writeString(file, "cuenta: 1\nname: marea\nfields:\n  email: { type: emial }\n");

        String printed = run("model", "check", file.toString());
        assertThat(status).isEqualTo(1);
        assertThat(printed)
                .contains("broken.yaml:4:12: error: There is no type `emial`. [unknown-reference]")
                .contains("    4 |   email: { type: emial }\n      |            ^")
                .contains("do: Did you mean `email`?");
    }

    @Test
    void code_hosts_get_sarif() throws IOException {
        Path file = folder.resolve("broken.yaml");
        Files.writeString(file, "cuenta: 1\nname: marea\nfields:\n  email: { type: emial }\n");
        JsonNode run = CuentaClient.json()
                .readTree(run("model", "check", file.toString(), "--output", "sarif"))
                .path("runs")
                .path(0);

        assertThat(run.path("tool").path("driver").path("rules").size()).isGreaterThan(40);
        JsonNode result = run.path("results").path(0);
        assertThat(result.path("ruleId").asString()).isEqualTo("unknown-reference");
        assertThat(result.path("level").asString()).isEqualTo("error");
        assertThat(result.at("/locations/0/physicalLocation/region/startLine").asInt())
                .isEqualTo(4);
    }

    private List<Error> errors(String yaml) {
        Object loaded = new Load(LoadSettings.builder().build()).loadFromString(yaml);
        return schema().validate(CuentaClient.json().writeValueAsString(loaded), InputFormat.JSON);
    }

    private Schema schema() {
        return SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(run("model", "schema"));
    }

    private String run(String... arguments) {
        StringWriter out = new StringWriter();
        status = Cuenta.commandLine(Map.of("CUENTA_CONFIG", "/nowhere"), arguments)
                .setOut(new PrintWriter(out))
                .execute(arguments);
        return out.toString();
    }
}
