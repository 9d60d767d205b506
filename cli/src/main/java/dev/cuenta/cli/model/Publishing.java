package dev.cuenta.cli.model;

import dev.cuenta.cli.Interruption;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;

/** What publish and revert share: show the diff, do just that, and follow it to its end. */
final class Publishing {
    private static final long POLL_MILLIS = 200;

    @Spec(Spec.Target.MIXEE)
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Option(
            names = "--allow",
            paramLabel = "CHANGE",
            description = "Accept a change by the name that diff gives it. May be repeated.")
    private List<String> allow = new ArrayList<>();

    @Option(
            names = "--fingerprint",
            paramLabel = "FINGERPRINT",
            description = "Publish only what was reviewed: the fingerprint that diff printed for it.")
    private @Nullable String reviewed;

    @Option(names = "--message", paramLabel = "TEXT", description = "What the change is for; kept in the history.")
    private String message = "";

    @Option(names = "--detach", description = "Do not wait until it is live. Follow it with: cuenta model follow")
    private boolean detach;

    CuentaClient client() {
        return service.client();
    }

    int publish(String file, String source) throws InterruptedException {
        CuentaClient client = client();
        Diffs diffs = new Diffs(spec.commandLine());
        JsonNode diff = diffs.ask(client, file, source, false);
        if (!diff.has("changes")) {
            return 1;
        }
        diffs.print(diff);
        if (diff.path("changes").isEmpty()) {
            return 0;
        }
        int number = begin(client, file, source, diff);
        if (detach) {
            spec.commandLine().getOut().println("Revision " + number + " is being published.");
            return 0;
        }
        return follow(client, number, spec);
    }

    private int begin(CuentaClient client, String file, String source, JsonNode diff) {
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("file", file);
        body.put("source", source);
        body.put("fingerprint", reviewed == null ? diff.path("fingerprint").asString() : reviewed);
        body.put("allow", allow);
        body.put("message", message);
        return client.post("/v1/model/revisions", body).body().path("revision").asInt();
    }

    /** Says each step, and in long ones how far it is; until the revision is live, paused or cancelled. */
    static int follow(CuentaClient client, int number, CommandSpec spec) throws InterruptedException {
        PrintWriter err = spec.commandLine().getErr();
        try (Interruption said =
                new Interruption(err, "Stopped watching; the publish goes on. Watch it: cuenta model follow")) {
            return followed(client, number, spec, err);
        }
    }

    private static int followed(CuentaClient client, int number, CommandSpec spec, PrintWriter err)
            throws InterruptedException {
        String shown = "";
        JsonNode revision = read(client, number);
        while (!revision.path("step").asString().equals("done")
                && !revision.path("control").asString().equals("pause")) {
            String progress = progress(revision);
            if (!progress.equals(shown)) {
                err.println(progress);
                err.flush();
                shown = progress;
            }
            Thread.sleep(POLL_MILLIS);
            revision = read(client, number);
        }
        PrintWriter out = spec.commandLine().getOut();
        boolean live = revision.path("state").asString().equals("live");
        boolean paused = !revision.path("step").asString().equals("done");
        out.println("Revision " + number + " is "
                + (paused
                        ? "paused in the step " + revision.path("step").asString() + ". Go on with: cuenta model resume"
                        : revision.path("state").asString() + "."));
        String failure = revision.path("failure").asString("");
        if (!failure.isEmpty()) {
            out.println("  " + failure);
        }
        out.flush();
        return live && !paused ? 0 : 1;
    }

    private static JsonNode read(CuentaClient client, int number) {
        return client.get("/v1/model/revisions/" + number, Map.of()).body();
    }

    private static String progress(JsonNode revision) {
        long total = revision.path("rowsTotal").asLong();
        long done = revision.path("rowsDone").asLong();
        String failure = revision.path("failure").asString("");
        return "  " + revision.path("step").asString()
                + (total == 0 ? "" : ": " + done + " of " + total + " records" + pace(revision, done, total))
                + (failure.isEmpty() ? "" : ". " + failure);
    }

    private static String pace(JsonNode revision, long done, long total) {
        long millis = revision.path("stepMillis").asLong();
        if (millis < 1000 || done == 0) {
            return "";
        }
        long rate = done * 1000 / millis;
        return rate == 0 ? "" : ", " + rate + " a second, " + Durations.spelt((total - done) / rate) + " left";
    }
}
