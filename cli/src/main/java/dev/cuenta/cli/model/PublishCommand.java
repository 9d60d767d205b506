package dev.cuenta.cli.model;

import dev.cuenta.cli.ModelText;
import dev.cuenta.cli.Service;
import dev.cuenta.client.CuentaClient;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;

@Command(
        name = "publish",
        mixinStandardHelpOptions = true,
        description = "Publish a file onto the live records. Shows the diff, then does just that.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta model publish account-model.yaml --message 'Newsletter'",
            "  cuenta model publish account-model.yaml --allow field-removed:phone",
            "",
            "Cut off at any moment, the same command goes on where it stood."
        })
final class PublishCommand implements Callable<Integer> {
    private static final long POLL_MILLIS = 200;

    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "FILE", description = "The model file.")
    private Path file;

    @Option(
            names = "--allow",
            paramLabel = "CHANGE",
            description = "Accept a change by the name that diff gives it. May be repeated.")
    private List<String> allow = new ArrayList<>();

    @Option(names = "--message", paramLabel = "TEXT", description = "What the change is for; kept in the history.")
    private String message = "";

    @Override
    public Integer call() throws InterruptedException {
        CuentaClient client = service.client();
        Diffs diffs = new Diffs(spec.commandLine());
        JsonNode diff = diffs.ask(client, file);
        if (!diff.has("changes")) {
            return 1;
        }
        diffs.print(diff);
        if (!diff.path("changes").isEmpty()) {
            follow(client, begin(client, diff));
        }
        return 0;
    }

    private int begin(CuentaClient client, JsonNode diff) {
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("file", file.toString());
        body.put("source", ModelText.of(file));
        body.put("fingerprint", diff.path("fingerprint").asString());
        body.put("allow", allow);
        body.put("message", message);
        return client.post("/v1/model/revisions", body).body().path("revision").asInt();
    }

    private void follow(CuentaClient client, int number) throws InterruptedException {
        PrintWriter err = spec.commandLine().getErr();
        String shown = "";
        JsonNode revision =
                client.get("/v1/model/revisions/" + number, Map.of()).body();
        while (!revision.path("step").asString().equals("done")) {
            String progress = progress(revision);
            if (!progress.equals(shown)) {
                err.println(progress);
                err.flush();
                shown = progress;
            }
            Thread.sleep(POLL_MILLIS);
            revision = client.get("/v1/model/revisions/" + number, Map.of()).body();
        }
        spec.commandLine().getOut().println("Revision " + number + " is live.");
    }

    private static String progress(JsonNode revision) {
        long total = revision.path("rowsTotal").asLong();
        String rows = total == 0 ? "" : ": " + revision.path("rowsDone").asLong() + " of " + total + " records";
        String failure = revision.path("failure").asString("");
        return "  " + revision.path("step").asString() + rows + (failure.isEmpty() ? "" : ". " + failure);
    }
}
