package dev.cuenta.cli.retention;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.wire.retention.RetentionRun;
import dev.cuenta.wire.retention.RunState;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "withdraw",
        mixinStandardHelpOptions = true,
        description = "Withdraw a run that waits to be allowed. It has deleted nothing.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta retention withdraw --rule abandonedSignUps")
final class WithdrawCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Option(names = "--rule", paramLabel = "NAME", required = true, description = "The rule, as the model names it.")
    private String rule;

    @Override
    public void run() {
        CuentaClient client = service.client();
        for (RetentionRun run : client.items("/v1/retention/runs", Map.of(), RetentionRun.class)) {
            if (run.rule().equals(rule) && run.state() == RunState.WAITING) {
                client.delete("/v1/retention/runs/" + run.id());
                spec.commandLine().getOut().println("Withdrawn. The rule's schedule starts the next run.");
                return;
            }
        }
        throw Problem.of(ProblemKind.NOT_FOUND, "No run of `" + rule + "` waits. Look: cuenta retention runs");
    }
}
