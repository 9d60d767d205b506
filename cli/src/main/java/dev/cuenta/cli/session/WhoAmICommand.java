package dev.cuenta.cli.session;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.Accounts;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.util.LinkedHashMap;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

@Command(
        name = "whoami",
        mixinStandardHelpOptions = true,
        description = "Say who the commands that follow are run as, where, and with which roles.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta whoami")
public final class WhoAmICommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        Map<String, Object> answer = new LinkedHashMap<>();
        answer.put("service", client.address().toString());
        JsonNode form = client.get("/v1/model/form", Map.of()).body();
        if (form.has("tenant")) {
            answer.put("tenant", form.path("tenant").asString());
        }
        account(client, answer);
        answer.put("permissions", form.path("may"));
        if (!output.printed(answer)) {
            Accounts.print(CuentaClient.json().valueToTree(answer), output.writer());
        }
    }

    /** The installation key is nobody's account. */
    private static void account(CuentaClient client, Map<String, Object> answer) {
        try {
            JsonNode account = client.get("/v1/me", Map.of()).body();
            answer.put("account", account.path("displayName").asString());
            answer.put("id", account.path("id").asString());
            answer.put("kind", account.path("kind").asString());
            answer.put("roles", account.path("roles"));
        } catch (Problem nobody) {
            if (nobody.kind() == ProblemKind.UNAUTHENTICATED || nobody.kind() == ProblemKind.UNAVAILABLE) {
                throw nobody;
            }
            answer.put("account", "the installation key");
        }
    }
}
