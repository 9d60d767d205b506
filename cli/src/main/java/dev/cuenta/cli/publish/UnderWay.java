package dev.cuenta.cli.publish;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.wire.publish.Control;
import dev.cuenta.wire.publish.PublishControl;
import dev.cuenta.wire.publish.Revision;
import java.util.Map;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** The publish that is under way. */
final class UnderWay {
    @Spec(Spec.Target.MIXEE)
    private CommandSpec spec;

    @Mixin
    private Service service;

    void control(Control wanted) {
        CuentaClient client = service.client();
        Revision revision = control(wanted, number(client), client);
        spec.commandLine()
                .getOut()
                .println("Revision " + revision.revision() + ": " + wanted + ", in the step " + revision.step() + ".");
    }

    private static Revision control(Control wanted, int number, CuentaClient client) {
        return client.put("/v1/model/revisions/" + number + "/control", new PublishControl(wanted), Revision.class);
    }

    /** Waits until nothing of it is left. */
    void cancel() throws InterruptedException {
        CuentaClient client = service.client();
        int number = number(client);
        control(Control.CANCEL, number, client);
        Publishing.follow(client, number, spec);
    }

    int follow() throws InterruptedException {
        CuentaClient client = service.client();
        return Publishing.follow(client, number(client), spec);
    }

    private static int number(CuentaClient client) {
        return client.items("/v1/model/revisions", Map.of(), Revision.class).stream()
                .filter(revision -> !Publishing.isDone(revision))
                .findFirst()
                .map(Revision::revision)
                .orElseThrow(() -> Problem.of(
                        ProblemKind.CONFLICT, "No revision is being published. Look at: cuenta model history"));
    }
}
