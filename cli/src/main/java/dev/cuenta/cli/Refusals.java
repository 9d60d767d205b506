package dev.cuenta.cli;

import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.client.Unreachable;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.problem.Violation;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.util.LinkedHashMap;
import java.util.Map;
import picocli.CommandLine;
import picocli.CommandLine.IExecutionExceptionHandler;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.ParseResult;

/** What becomes of a command that did not succeed: a message on standard error and an exit status. */
final class Refusals implements IExecutionExceptionHandler {
    private static final int REFUSED = 1;
    private static final int UNREACHABLE = 3;
    private static final int DEFECT = 4;

    @Override
    public int handleExecutionException(Exception failure, CommandLine command, ParseResult parsed) {
        PrintWriter err = command.getErr();
        if (failure instanceof Problem problem) {
            if (isForPrograms(command)) {
                err.println(CuentaClient.json().writeValueAsString(document(problem)));
                return status(problem);
            }
            return refused(problem, err);
        }
        if (failure instanceof Unreachable unreachable) {
            err.println(unreachable.getMessage());
            err.println("Is it running? Start it (./demo, or the service's own way), or say where it is: --url URL");
            return UNREACHABLE;
        }
        err.println(failure.getMessage() == null ? failure.toString() : failure.getMessage());
        return failure instanceof UncheckedIOException || failure instanceof CommandLine.ParameterException
                ? REFUSED
                : DEFECT;
    }

    private static int refused(Problem problem, PrintWriter err) {
        if (problem.violations().isEmpty()) {
            err.println(problem.detail());
        }
        for (Violation violation : problem.violations()) {
            String where = violation.pointer().replaceFirst("^/", "").replace('/', '.');
            err.println((where.isEmpty() || where.equals("source") ? "" : where + ": ") + violation.detail());
        }
        if (problem.kind() == ProblemKind.UNAUTHENTICATED) {
            err.println("In the terminal: cuenta sign-in NAME");
        }
        return status(problem);
    }

    private static int status(Problem problem) {
        return problem.kind() == ProblemKind.UNAVAILABLE ? UNREACHABLE : REFUSED;
    }

    private static boolean isForPrograms(CommandLine command) {
        OptionSpec output = command.getCommandSpec().findOption("--output");
        return output != null && String.valueOf(output.<Object>getValue()).startsWith("JSON");
    }

    /** As the service writes it (RFC 9457). */
    private static Map<String, Object> document(Problem problem) {
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("type", problem.kind().type());
        document.put("title", problem.kind().title());
        document.put("status", problem.kind().status());
        document.put("detail", problem.detail());
        if (!problem.violations().isEmpty()) {
            document.put("errors", problem.violations());
        }
        return document;
    }
}
