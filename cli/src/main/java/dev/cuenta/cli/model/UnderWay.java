package dev.cuenta.cli.model;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.util.Map;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;

/** The publish that is under way. */
final class UnderWay {
    @Spec(Spec.Target.MIXEE)
    private CommandSpec spec;

    @Mixin
    private Service service;

    void control(String wanted) {
        CuentaClient client = service.client();
        JsonNode revision = client.put("/v1/model/revisions/" + number(client) + "/control", Map.of("control", wanted))
                .body();
        spec.commandLine()
                .getOut()
                .println("Revision " + revision.path("revision").asInt() + ": " + wanted + ", in the step "
                        + revision.path("step").asString() + ".");
    }

    /** Waits until nothing of it is left. */
    void cancel() throws InterruptedException {
        CuentaClient client = service.client();
        int number = number(client);
        client.put("/v1/model/revisions/" + number + "/control", Map.of("control", "cancel"));
        Publishing.follow(client, number, spec);
    }

    int follow() throws InterruptedException {
        CuentaClient client = service.client();
        return Publishing.follow(client, number(client), spec);
    }

    private static int number(CuentaClient client) {
        for (JsonNode revision :
                client.get("/v1/model/revisions", Map.of()).body().path("items")) {
            if (!revision.path("step").asString().equals("done")) {
                return revision.path("revision").asInt();
            }
        }
        throw Problem.of(ProblemKind.CONFLICT, "No revision is being published. Look at: cuenta model history");
    }
}
