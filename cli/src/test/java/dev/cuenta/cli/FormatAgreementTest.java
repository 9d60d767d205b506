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
import dev.cuenta.core.type.FieldTypes;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
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
    private static final String EVERY_CONSTRUCT = "store/src/test/resources/every-construct.yaml";
    private static final String SUMMER = "marea/summer.account-model.yaml";
    private static final Map<?, ?> DEFINITIONS =
            (Map<?, ?>) FormatSchema.schema().get("$defs");
    private static final List<List<Integer>> NO_SHAPE = List.of(List.of(1));
    private static final Schema SCHEMA = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
            .getSchema(CuentaClient.json().writeValueAsString(FormatSchema.schema()));

    private record Mutant(String where, Object file) {}

    @Test
    void the_files_have_every_key_that_the_schema_has() throws IOException {
        Map<String, Boolean> had = new TreeMap<>();
        look(FormatSchema.schema(), List.of(load(EVERY_CONSTRUCT), load(SUMMER)), "", had);

        assertThat(had.keySet()).hasSizeGreaterThan(100);
        assertThat(had).doesNotContainValue(false);
    }

    @Test
    void the_page_about_the_format_has_every_key_and_every_type() throws IOException {
        Map<String, Boolean> keys = new TreeMap<>();
        look(FormatSchema.schema(), List.of(), "", keys);
        Set<String> words = keys.keySet().stream()
                .map(way -> way.replaceFirst(".*/", ""))
                .collect(Collectors.toCollection(TreeSet::new));
        words.addAll(FieldTypes.names());

        String code = Pattern.compile("`[^`]+`|```.*?```", Pattern.DOTALL)
                .matcher(Files.readString(ROOT.resolve("docs/account-model.md")))
                .results()
                .map(MatchResult::group)
                .collect(Collectors.joining(" "));
        words.removeIf(Pattern.compile("\\W+").splitAsStream(code).collect(Collectors.toSet())::contains);
        assertThat(words).isEmpty();
    }

    /** By the way to each key that a schema knows: whether any of the values has it. A field is one wherever it is. */
    private static void look(Object schema, List<Object> values, String where, Map<String, Boolean> had) {
        if (!(schema instanceof Map<?, ?> map)) {
            return;
        }
        if (map.get("$ref") instanceof String place) {
            String definition = place.replaceFirst(".*/", "");
            look(DEFINITIONS.get(definition), values, definition, had);
        }
        if (map.get("anyOf") instanceof List<?> forms) {
            forms.forEach(form -> look(form, values, where, had));
        }
        if (map.get("properties") instanceof Map<?, ?> properties) {
            properties.forEach((key, inner) -> {
                List<Object> having = inner(values, key::equals);
                had.merge(where + "/" + key, !having.isEmpty(), Boolean::logicalOr);
                look(inner, having, where + "/" + key, had);
            });
        }
        look(map.get("additionalProperties"), inner(values, key -> true), where + "/*", had);
    }

    private static List<Object> inner(List<Object> values, Predicate<Object> keys) {
        return values.stream()
                .filter(Map.class::isInstance)
                .flatMap(value -> ((Map<?, ?>) value).entrySet().stream())
                .filter(entry -> keys.test(entry.getKey()))
                .<Object>map(Map.Entry::getValue)
                .filter(Objects::nonNull)
                .toList();
    }

    private static Object load(String name) throws IOException {
        return new Load(LoadSettings.builder().build()).loadFromString(Files.readString(ROOT.resolve(name)));
    }

    @ParameterizedTest
    @ValueSource(strings = {EVERY_CONSTRUCT, SUMMER})
    void the_schema_and_the_reader_refuse_the_same_places(String name) throws IOException {
        Object file = load(name);
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
