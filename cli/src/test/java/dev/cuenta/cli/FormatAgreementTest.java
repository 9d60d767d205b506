package dev.cuenta.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.file.FormatSchema;
import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.finding.FindingCode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.snakeyaml.engine.v2.api.Dump;
import org.snakeyaml.engine.v2.api.DumpSettings;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;

/**
 * The JSON Schema that editors complete and check by says what the reader says: for every place of files that use every construct, with
 * a key that nobody has heard of, and with a value of a shape that fits nowhere.
 */
class FormatAgreementTest {
    private static final Path ROOT = Path.of(System.getProperty("cuenta.root", ".."));
    private static final List<List<Integer>> NO_SHAPE = List.of(List.of(1));
    private static final Schema SCHEMA = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
            .getSchema(CuentaClient.json().writeValueAsString(FormatSchema.schema()));

    private record Mutant(String where, Object file) {}

    @ParameterizedTest
    @ValueSource(strings = {"store/src/test/resources/every-construct.yaml", "marea/summer.account-model.yaml"})
    void the_schema_and_the_reader_refuse_the_same_places(String name) throws IOException {
        Object file = new Load(LoadSettings.builder().build()).loadFromString(Files.readString(ROOT.resolve(name)));
        assertThat(SCHEMA.validate(CuentaClient.json().writeValueAsString(file), InputFormat.JSON))
                .isEmpty();
        List<String> disagreements = new ArrayList<>();
        List<Mutant> mutants = mutants(file, "", whole -> whole);
        for (Mutant mutant : mutants) {
            ModelFile read = ModelFile.read(mutant.where(), text(mutant.file()));
            boolean form = read.findings().stream()
                    .anyMatch(finding -> finding.code() == FindingCode.UNKNOWN_KEY
                            || finding.code() == FindingCode.WRONG_SHAPE
                            || finding.code() == FindingCode.MISSING_KEY);
            boolean schema = refusedBySchema(mutant.file());
            if (form && !schema || schema && !read.hasErrors()) {
                disagreements.add(mutant.where() + ": the schema " + (schema ? "refuses" : "accepts")
                        + ", the reader says " + read.findings());
            }
        }

        assertThat(mutants).hasSizeGreaterThan(100);
        assertThat(disagreements).isEmpty();
    }

    private static boolean refusedBySchema(Object file) {
        return !SCHEMA.validate(CuentaClient.json().writeValueAsString(file), InputFormat.JSON)
                .isEmpty();
    }

    private static String text(Object file) {
        return new Dump(DumpSettings.builder().build()).dumpToString(file);
    }

    private static List<Mutant> mutants(Object value, String where, UnaryOperator<Object> whole) {
        List<Mutant> mutants = new ArrayList<>();
        if (!where.isEmpty()) {
            mutants.add(new Mutant(where + " of no shape", whole.apply(NO_SHAPE)));
        }
        if (value instanceof Map<?, ?> map) {
            Map<Object, Object> more = new LinkedHashMap<>(map);
            more.put("unheardOf", Map.of());
            mutants.add(new Mutant(where + ".unheardOf", whole.apply(more)));
            map.forEach((key, inner) -> mutants.addAll(mutants(inner, where + "." + key, other -> {
                Map<Object, Object> copy = new LinkedHashMap<>(map);
                copy.put(key, other);
                return whole.apply(copy);
            })));
        }
        return mutants;
    }
}
