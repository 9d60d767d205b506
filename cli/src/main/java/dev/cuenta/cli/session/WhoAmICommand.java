package dev.cuenta.cli.session;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.client.CuentaClient;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.io.PrintWriter;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
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
            print(answer, output.writer());
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

    private static void print(Map<String, Object> answer, PrintWriter out) {
        int width = answer.keySet().stream().mapToInt(String::length).max().orElse(0);
        answer.forEach((name, value) -> out.println(name + " ".repeat(width - name.length()) + "  "
                + (value instanceof JsonNode list
                        ? list.valueStream().map(JsonNode::asString).collect(Collectors.joining(", "))
                        : value)));
        out.flush();
    }
}
