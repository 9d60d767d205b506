package dev.cuenta.cli.shell;

import java.util.Arrays;
import java.util.Map;
import java.util.stream.Collectors;
import picocli.CommandLine;
import picocli.CommandLine.Help.Ansi;
import picocli.CommandLine.Model.ArgSpec;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.PositionalParamSpec;
import picocli.CommandLine.Model.UsageMessageSpec;

/**
 * The manual page of one command, as man(7) has it. The argument library's own generator writes AsciiDoc, for which another program would
 * have to be installed; what it knows of the command is enough.
 */
final class ManualPage {
    private final CommandLine command;
    private final CommandSpec spec;
    private final StringBuilder text = new StringBuilder();

    ManualPage(CommandLine command) {
        this.command = command;
        this.spec = command.getCommandSpec();
    }

    /** Such as {@code cuenta-accounts-list}. */
    String name() {
        return spec.qualifiedName("-");
    }

    String text() {
        UsageMessageSpec usage = spec.usageMessage();
        macro(".TH " + name().toUpperCase(java.util.Locale.ROOT) + " 1 \"\" \""
                + spec.root().version()[0] + "\" \"Cuenta\"");
        section("NAME");
        line(name() + " - " + firstOf(usage.description()));
        section("SYNOPSIS");
        macro(".nf");
        Arrays.stream(command.getHelp().synopsis(0).split("\n")).forEach(this::line);
        macro(".fi");
        section("DESCRIPTION");
        Arrays.stream(usage.description()).forEach(this::paragraph);
        arguments();
        commands();
        footer(usage);
        return text.toString();
    }

    private static String firstOf(String... lines) {
        return lines.length == 0 ? "" : plain(lines[0]);
    }

    private void arguments() {
        if (!spec.positionalParameters().isEmpty() || !spec.options().isEmpty()) {
            section("OPTIONS");
        }
        for (PositionalParamSpec parameter : spec.positionalParameters()) {
            item(parameter.paramLabel(), parameter);
        }
        for (OptionSpec option : spec.options()) {
            if (!option.hidden()) {
                String value = option.arity().max() == 0 ? "" : "=" + option.paramLabel();
                item(String.join(", ", option.names()) + value, option);
            }
        }
    }

    private void item(String name, ArgSpec argument) {
        macro(".TP");
        macro(".B " + escaped(name));
        line(Arrays.stream(argument.description()).map(ManualPage::plain).collect(Collectors.joining(" ")));
    }

    private void commands() {
        Map<String, CommandLine> commands = command.getSubcommands();
        if (!commands.isEmpty()) {
            section("COMMANDS");
        }
        commands.forEach((name, each) -> {
            if (!each.getCommandSpec().usageMessage().hidden()) {
                macro(".TP");
                macro(".BR " + escaped(name()) + "\\-" + escaped(name) + " (1)");
                line(firstOf(each.getCommandSpec().usageMessage().description()));
            }
        });
    }

    private void footer(UsageMessageSpec usage) {
        if (usage.footer().length > 0) {
            section(plain(usage.footerHeading()).replace(":", "").strip().toUpperCase(java.util.Locale.ROOT));
            macro(".nf");
            Arrays.stream(usage.footer()).map(ManualPage::plain).forEach(this::line);
            macro(".fi");
        }
    }

    private void section(String title) {
        macro(".SH " + title);
    }

    private void paragraph(String words) {
        macro(".PP");
        line(plain(words));
    }

    /** As it is printed: without what the library takes for its own. */
    private static String plain(String words) {
        return Ansi.OFF
                        .string(words.replace("%n", "\n").replace("%%", "%"))
                        .strip()
                        .isEmpty()
                ? ""
                : Ansi.OFF.string(words.replace("%n", "\n").replace("%%", "%")).stripTrailing();
    }

    private void macro(String macro) {
        text.append(macro).append('\n');
    }

    private void line(String words) {
        text.append(escaped(words)).append('\n');
    }

    /** A line that begins with a full stop or an apostrophe would be a macro. */
    private static String escaped(String words) {
        String escaped = words.replace("\\", "\\e").replace("-", "\\-");
        return escaped.startsWith(".") || escaped.startsWith("'") ? "\\&" + escaped : escaped;
    }
}
