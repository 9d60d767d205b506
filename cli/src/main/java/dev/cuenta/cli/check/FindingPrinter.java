package dev.cuenta.cli.check;

import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.finding.Severity;
import java.io.PrintWriter;
import java.util.List;
import picocli.CommandLine;

/** Prints findings as a good compiler does: where, what, the line itself, why, and what to do. */
public final class FindingPrinter {
    private final PrintWriter out;
    private final CommandLine.Help.Ansi ansi;

    public FindingPrinter(CommandLine command) {
        this.out = command.getOut();
        this.ansi = command.getColorScheme().ansi();
    }

    public void print(ModelFile model) {
        print(model.findings(), model.source());
        out.println(summary(model));
        out.flush();
    }

    public void print(List<Finding> findings, String source) {
        List<String> lines = source.lines().toList();
        findings.forEach(finding -> print(finding, lines));
        out.flush();
    }

    private void print(Finding finding, List<String> lines) {
        String severity = ansi.string("@|" + style(finding.severity()) + " " + finding.severity() + "|@");
        out.println(finding.place() + ": " + severity + ": " + finding.message() + " [" + finding.code() + "]");
        int line = finding.place().line();
        if (line <= lines.size()) {
            String number = String.format("%5d", line);
            out.println(number + " | " + lines.get(line - 1));
            out.println("      | " + " ".repeat(Math.max(0, finding.place().column() - 1)) + "^");
        }
        out.println("        why: " + finding.code().why());
        out.println("         do: " + finding.advice());
        out.println();
    }

    private static String style(Severity severity) {
        return switch (severity) {
            case ERROR -> "bold,red";
            case WARNING -> "bold,yellow";
            case NOTE -> "bold";
        };
    }

    private static String summary(ModelFile model) {
        return model.findings().isEmpty()
                ? "No findings."
                : count(model, Severity.ERROR, "error") + ", " + count(model, Severity.WARNING, "warning") + ", "
                        + count(model, Severity.NOTE, "note") + ".";
    }

    private static String count(ModelFile model, Severity severity, String word) {
        long count = model.count(severity);
        return count + " " + word + (count == 1 ? "" : "s");
    }
}
