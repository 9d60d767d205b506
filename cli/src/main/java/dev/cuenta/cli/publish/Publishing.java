package dev.cuenta.cli.publish;

import dev.cuenta.cli.Interruption;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.check.Diffs;
import dev.cuenta.cli.check.Durations;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.wire.model.ModelDiff;
import dev.cuenta.wire.publish.Control;
import dev.cuenta.wire.publish.PublishRequest;
import dev.cuenta.wire.publish.Revision;
import dev.cuenta.wire.publish.RevisionState;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** What publish and revert share: show the diff, do just that, and follow it to its end. */
public final class Publishing {
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
        ModelDiff diff = diffs.ask(client, file, source, false);
        if (diff.changes() == null) {
            return 1;
        }
        diffs.print(diff);
        if (diff.changes().isEmpty()) {
            return 0;
        }
        int number = begin(client, file, source, diff);
        if (detach) {
            spec.commandLine().getOut().println("Revision " + number + " is being published.");
            return 0;
        }
        return follow(client, number, spec);
    }

    private int begin(CuentaClient client, String file, String source, ModelDiff diff) {
        String fingerprint = reviewed == null ? diff.fingerprint() : reviewed;
        PublishRequest request = new PublishRequest(file, source, fingerprint, Set.copyOf(allow), message);
        return client.post("/v1/model/revisions", request, Revision.class).revision();
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
        Revision revision = read(client, number);
        while (!isDone(revision) && revision.control() != Control.PAUSE) {
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
        boolean live = revision.state() == RevisionState.LIVE;
        boolean paused = !isDone(revision);
        out.println("Revision " + number + " is "
                + (paused
                        ? "paused in the step " + revision.step() + ". Go on with: cuenta model resume"
                        : revision.state() + "."));
        if (revision.failure() != null) {
            out.println("  " + revision.failure());
        }
        out.flush();
        return live && !paused ? 0 : 1;
    }

    private static Revision read(CuentaClient client, int number) {
        return client.get("/v1/model/revisions/" + number, Map.of(), Revision.class);
    }

    /** Whether nothing of its publishing is left to do. */
    public static boolean isDone(Revision revision) {
        return revision.step().equals("done");
    }

    private static String progress(Revision revision) {
        long total = revision.rowsTotal();
        long done = revision.rowsDone();
        return "  " + revision.step()
                + (total == 0 ? "" : ": " + done + " of " + total + " records" + pace(revision, done, total))
                + (revision.failure() == null ? "" : ". " + revision.failure());
    }

    private static String pace(Revision revision, long done, long total) {
        long millis = revision.stepMillis() == null ? 0 : revision.stepMillis();
        if (millis < 1000 || done == 0) {
            return "";
        }
        long rate = done * 1000 / millis;
        return rate == 0 ? "" : ", " + rate + " a second, " + Durations.spelt((total - done) / rate) + " left";
    }
}
