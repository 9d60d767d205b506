package dev.cuenta.cli.retention;

import dev.cuenta.cli.Agreement;
import dev.cuenta.cli.Interruption;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.retention.RetentionPreview;
import dev.cuenta.wire.retention.RetentionRun;
import dev.cuenta.wire.retention.RunState;
import java.io.PrintWriter;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "run",
        mixinStandardHelpOptions = true,
        description = "Run a retention rule. Preview it first.",
        footerHeading = "%nExample:%n",
        footer = {
            "  cuenta retention run --rule abandonedSignUps",
            "  cuenta retention run --rule abandonedSignUps --allow atMost --yes",
            "",
            "If it is interrupted, the same command continues where it stopped."
        })
final class RunCommand implements Runnable {
    private static final long POLL_MILLIS = 200;

    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Option(names = "--rule", paramLabel = "NAME", required = true, description = "The rule, as the model names it.")
    private String rule;

    @Option(
            names = "--allow",
            paramLabel = "LIMIT",
            description = "atMost: take more accounts than the rule's limit, or go on with a run that waits for that.")
    private List<String> allow = List.of();

    @Mixin
    private Output output;

    @Mixin
    private Agreement agreement;

    @Override
    public void run() {
        CuentaClient client = service.client();
        agreement.require(() -> question(client));
        RetentionRun run = client.post("/v1/retention/runs", Map.of("rule", rule, "allow", allow), RetentionRun.class);
        String path = "/v1/retention/runs/" + run.id();
        PrintWriter err = spec.commandLine().getErr();
        try (Interruption said =
                new Interruption(err, "Stopped watching; the run goes on. See: cuenta retention runs")) {
            run = watched(client, path, run, err);
        }
        if (!output.printed(run)) {
            output.writer().println(rule + " took: " + Counts.of(run.taken()) + ".");
        }
    }

    private String question(CuentaClient client) {
        RetentionPreview preview = client.post("/v1/retention/previews", Map.of("rule", rule), RetentionPreview.class);
        long accounts = preview.accounts();
        String verb = preview.does().toString();
        return verb.substring(0, 1).toUpperCase(Locale.ROOT) + verb.substring(1) + " " + accounts
                + (accounts == 1 ? " account" : " accounts") + " by the rule " + rule + "?";
    }

    private static RetentionRun watched(CuentaClient client, String path, RetentionRun begun, PrintWriter err) {
        RetentionRun run = begun;
        long shown = -1;
        while (run.state() == RunState.RUNNING) {
            long taken = run.taken().getOrDefault("accounts", 0L);
            if (taken != shown) {
                err.println("  " + taken + " of " + run.matched() + " accounts");
                err.flush();
                shown = taken;
            }
            pause();
            run = client.get(path, Map.of(), RetentionRun.class);
        }
        return run;
    }

    private static void pause() {
        try {
            Thread.sleep(POLL_MILLIS);
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Stopped watching; the run goes on.", stopping);
        }
    }
}
