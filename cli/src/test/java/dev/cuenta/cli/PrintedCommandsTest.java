package dev.cuenta.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import picocli.CommandLine;

/** Every command that help, messages, the console, the README or the documentation names is one, with the options that they give it. */
class PrintedCommandsTest {
    private static final Path ROOT = Path.of(System.getProperty("cuenta.root", ".."));
    private static final List<String> PLACES = List.of(
            "README.md",
            "docs",
            "demo",
            "core/src/main",
            "store/src/main",
            "service/src/main",
            "cli/src/main",
            "client/src/main",
            "console/src");
    /** A command stands after a colon, between backticks, behind a prompt, or indented; not within a sentence. */
    private static final Pattern NAMED = Pattern.compile(
            "(?:[:`(]|\\$|^|  )\\s*(?:\\./)?cuenta ((?:[a-z][a-z-]*|--[a-z-]+)(?: [^\\s`\"|]+)*)", Pattern.MULTILINE);

    private static final CommandLine ALL = Cuenta.whole();

    private record Named(Path file, String command) {}

    private static List<Named> named() throws IOException {
        List<Named> named = new ArrayList<>();
        for (String place : PLACES) {
            try (Stream<Path> files = Files.walk(ROOT.resolve(place))) {
                files.filter(file -> file.toString().matches(".*(\\.(java|md|ts|svelte)|/demo)"))
                        .filter(file -> !file.toString().contains(".test."))
                        .forEach(file -> find(file, named));
            }
        }
        return named;
    }

    private static void find(Path file, List<Named> named) {
        try {
            Matcher commands = NAMED.matcher(Files.readString(file));
            while (commands.find()) {
                named.add(new Named(ROOT.relativize(file), commands.group(1)));
            }
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    /** Empty for one that is right. */
    private static String fault(String text) {
        CommandLine command = ALL;
        boolean resolved = false;
        for (String word : Arrays.asList(text.split(" "))) {
            String bare = word.replaceAll("[.,;:)?'…]+$", "");
            CommandLine next = resolved ? null : command.getSubcommands().get(bare);
            if (next != null) {
                command = next;
            } else if (bare.matches("--[a-z][a-z-]*(=.*)?")) {
                String option = bare.replaceAll("=.*", "");
                if (command.getCommandSpec().findOption(option) == null) {
                    return "no option " + option;
                }
                resolved = true;
            } else if (command == ALL && !bare.equals("help") && !resolved) {
                return "no command " + bare;
            } else {
                resolved = true;
            }
        }
        return "";
    }

    @Test
    void is_one_that_can_be_given() throws IOException {
        List<Named> named = named();
        assertThat(named).hasSizeGreaterThan(150);
        assertThat(named.stream()
                        .map(each -> each.file() + ": cuenta " + each.command() + " " + fault(each.command()))
                        .filter(line -> !line.endsWith(" "))
                        .toList())
                .isEmpty();
    }

    @Test
    void and_one_that_cannot_is_found() {
        assertThat(fault("accounts list --filter 'x'")).isEmpty();
        assertThat(fault("acounts list")).isEqualTo("no command acounts");
        assertThat(fault("accounts list --filer x")).isEqualTo("no option --filer");
    }
}
