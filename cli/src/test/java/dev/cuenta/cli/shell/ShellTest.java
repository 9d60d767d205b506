package dev.cuenta.cli.shell;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.cli.Cuenta;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;

/** What shells and man(1) know of the command. */
class ShellTest {
    @TempDir
    private Path folder;

    private static String run(String... arguments) {
        StringWriter out = new StringWriter();
        CommandLine command = Cuenta.commandLine(Map.of("CUENTA_CONFIG", "/nowhere"), arguments)
                .setOut(new PrintWriter(out, true));
        assertThat(command.execute(arguments)).isZero();
        return out.toString();
    }

    /** As bash asks for it: the words so far, and which of them is completed. */
    private List<String> completed(String words) throws IOException {
        Path script = Files.writeString(folder.resolve("completion"), run("completion"));
        String asking = "source " + script + "; COMP_WORDS=(" + words + "); COMP_CWORD=$((${#COMP_WORDS[@]} - 1));"
                + " COMP_LINE='" + words
                + "'; COMP_POINT=${#COMP_LINE}; _complete_cuenta; printf '%s\\n' \"${COMPREPLY[@]}\"";
        Process bash = new ProcessBuilder("bash", "-c", asking)
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        return new String(bash.getInputStream().readAllBytes(), StandardCharsets.UTF_8)
                .lines()
                .map(String::strip)
                .toList();
    }

    @Test
    void bash_completes_commands_and_options() throws IOException {
        assertThat(completed("cuenta acc")).containsExactly("accounts");
        assertThat(completed("cuenta accounts an")).containsExactly("anonymise");
        assertThat(completed("cuenta accounts list --fil")).containsExactly("--filter");
    }

    @Test
    void every_command_has_a_manual_page() throws IOException {
        run("manual", folder.resolve("man").toString());
        try (Stream<Path> pages = Files.list(folder.resolve("man"))) {
            assertThat(pages.map(page -> page.getFileName().toString()))
                    .contains("cuenta.1", "cuenta-accounts.1", "cuenta-accounts-list.1", "cuenta-services-keys-add.1")
                    .doesNotContain("cuenta-manual.1");
        }
        assertThat(Files.readString(folder.resolve("man/cuenta-accounts-list.1")))
                .startsWith(".TH CUENTA-ACCOUNTS-LIST 1")
                .contains(
                        ".SH NAME\ncuenta\\-accounts\\-list \\- List accounts, a page at a time.\n",
                        ".B \\-\\-filter=FILTER\n",
                        ".SH EXAMPLES\n");
    }
}
