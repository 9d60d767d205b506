package dev.cuenta.cli.output;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.PrintWriter;
import java.io.StringWriter;
import org.junit.jupiter.api.Test;

class TableTest {
    @Test
    void columns_are_aligned_by_letters_and_lines_have_no_trailing_blanks() {
        Table table =
                new Table("NAME", "KIND", "EMAIL").row("Inés", "staff", "").row("⛵🌊", "contractor", "x@marea.example");

        assertThat(printed(table)).isEqualTo("""
                NAME  KIND        EMAIL
                Inés  staff
                ⛵🌊    contractor  x@marea.example
                """);
    }

    @Test
    void only_the_last_column_runs_on() {
        String[] lines =
                printed(new Table("A", "B").row("x".repeat(80), "y".repeat(80))).split("\n");

        assertThat(lines[1]).startsWith("x".repeat(59) + "…  ").endsWith("y".repeat(80));
    }

    @Test
    void a_line_break_in_a_value_breaks_no_row() {
        assertThat(printed(new Table("A").row("one\ntwo"))).isEqualTo("A\none two\n");
        assertThat(new Table("A").isEmpty()).isTrue();
    }

    @Test
    void nobody_s_value_speaks_to_the_terminal() {
        assertThat(printed(new Table("A", "B").row("\u001b[2Jgone\u0007", "\u202Eback\u009B1m")))
                .isEqualTo("A          B\n [2Jgone    back 1m\n");
    }

    private static String printed(Table table) {
        StringWriter text = new StringWriter();
        table.print(new PrintWriter(text));
        return text.toString();
    }
}
