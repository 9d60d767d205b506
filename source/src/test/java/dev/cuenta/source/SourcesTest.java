package dev.cuenta.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.cuenta.core.adoption.Source;
import dev.cuenta.core.adoption.SourceColumn;
import dev.cuenta.core.adoption.SourceRow;
import dev.cuenta.core.problem.Problem;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files; tables are tested with a database, where the whole is. */
class SourcesTest {
    @TempDir
    private Path folder;

    private Source open(String name, String text) throws IOException {
        Path file = Files.writeString(folder.resolve(name), text);
        return Sources.open(file.toString(), null, null, new Sources.Login(null, null));
    }

    private static List<Map<String, Object>> rows(Source source) {
        List<SourceRow> rows = new ArrayList<>();
        source.each(rows::add);
        return rows.stream().map(SourceRow::values).toList();
    }

    @Test
    void csv_is_read_with_quotes_and_line_breaks_and_empty_values_are_none() throws IOException {
        Source source = open("crew.csv", "no,name,about\n1,\"Haddad, Noor\",\"two\nlines\"\n2,Ida, \n");

        assertThat(source.columns()).extracting(SourceColumn::name).containsExactly("no", "name", "about");
        assertThat(rows(source))
                .containsExactly(
                        Map.of("no", "1", "name", "Haddad, Noor", "about", "two\nlines"),
                        Map.of("no", "2", "name", "Ida"));
        assertThat(source.rows()).isEqualTo(2);
    }

    @Test
    void json_lines_need_not_have_the_same_columns_and_inner_objects_are_profiles() throws IOException {
        Source source = open(
                "crew.jsonl",
                "{\"no\": 1, \"person\": {\"name\": \"Noor\"}, \"fax\": null}\n\n{\"no\": 2, \"length\": 7.25, \"tags\": [\"a\"]}\n");

        assertThat(source.columns())
                .extracting(SourceColumn::name)
                .containsExactly("no", "person.name", "length", "tags");
        assertThat(rows(source))
                .containsExactly(
                        Map.of("no", 1L, "person.name", "Noor"),
                        Map.of("no", 2L, "length", new BigDecimal("7.25"), "tags", List.of("a")));
    }

    @Test
    void a_broken_line_is_named() throws IOException {
        Source source = open("crew.jsonl", "{\"no\": 1}\n{\"no\": \n");

        assertThatThrownBy(() -> rows(source)).isInstanceOf(Problem.class).hasMessageContaining("Line 2 of");
    }

    @Test
    void what_cannot_be_opened_is_refused_with_what_could() {
        Sources.Login nobody = new Sources.Login("reader", "secret tide");

        assertThatThrownBy(() -> Sources.open("crew.xlsx", null, null, nobody))
                .hasMessageContaining("neither a JDBC address nor a file");
        assertThatThrownBy(() -> open("crew.txt", "")).hasMessageContaining("Use .csv, .jsonl, or a JDBC address.");
        assertThatThrownBy(() -> Sources.open("jdbc:postgresql://127.0.0.1:1/x", null, null, nobody))
                .hasMessageContaining("--table NAME");
        assertThatThrownBy(() -> Sources.open("jdbc:postgresql://127.0.0.1:1/x", "users", null, nobody))
                .hasMessageContaining("The database of the source says")
                .hasMessageNotContaining("secret tide");
        assertThat(nobody.toString()).doesNotContain("secret tide");
    }
}
