package dev.cuenta.cli.retention;

import dev.cuenta.cli.Agreement;
import dev.cuenta.cli.Interruption;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import java.io.PrintWriter;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;

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
        JsonNode run = client.post("/v1/retention/runs", Map.of("rule", rule, "allow", allow))
                .body();
        String path = "/v1/retention/runs/" + run.path("id").asString();
        PrintWriter err = spec.commandLine().getErr();
        try (Interruption said =
                new Interruption(err, "Stopped watching; the run goes on. See: cuenta retention runs")) {
            run = watched(client, path, run, err);
        }
        if (!output.printed(run)) {
            output.writer().println(rule + " took: " + Counts.of(run.path("taken")) + ".");
        }
    }

    private String question(CuentaClient client) {
        JsonNode preview =
                client.post("/v1/retention/previews", Map.of("rule", rule)).body();
        long accounts = preview.path("accounts").asLong();
        String verb = preview.path("do").asString();
        return verb.substring(0, 1).toUpperCase(Locale.ROOT) + verb.substring(1) + " " + accounts
                + (accounts == 1 ? " account" : " accounts") + " by the rule " + rule + "?";
    }

    private static JsonNode watched(CuentaClient client, String path, JsonNode begun, PrintWriter err) {
        JsonNode run = begun;
        long shown = -1;
        while (run.path("state").asString().equals("running")) {
            long taken = run.path("taken").path("accounts").asLong();
            if (taken != shown) {
                err.println("  " + taken + " of " + run.path("matched").asLong() + " accounts");
                err.flush();
                shown = taken;
            }
            pause();
            run = client.get(path, Map.of()).body();
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
