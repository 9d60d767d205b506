package dev.cuenta.cli.account;

import dev.cuenta.cli.Ids;
import dev.cuenta.cli.connection.Answer;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.io.PrintWriter;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Finds accounts by id or by what they sign in with, and prints them. */
public final class Accounts {
    private Accounts() {}

    /** The address of an account that somebody named by its id or by what it signs in with. */
    public static String path(CuentaClient client, String idOrName) {
        return "/v1/accounts/" + URLEncoder.encode(id(client, idOrName), StandardCharsets.UTF_8);
    }

    /** As {@link #path}, the id alone. */
    public static String id(CuentaClient client, String idOrName) {
        return Ids.isAccount(idOrName) ? idOrName : idOf(client, idOrName);
    }

    private static String idOf(CuentaClient client, String name) {
        for (String field : Form.of(client).signInFields()) {
            String filter = field + " eq \"" + name.replace("\\", "\\\\").replace("\"", "\\\"") + "\"";
            JsonNode items = client.get("/v1/accounts", Map.of("filter", filter, "limit", "1"))
                    .body()
                    .path("items");
            if (!items.isEmpty()) {
                return items.get(0).path("id").asString();
            }
        }
        throw Problem.of(ProblemKind.NOT_FOUND, "Nobody signs in with " + name + ", as far as you can see.");
    }

    static void print(Answer answer, PrintWriter out) {
        print(answer.body(), out);
    }

    /** A line for each of its values; what lies deeper is indented. */
    public static void print(JsonNode object, PrintWriter out) {
        print("", object, out);
        out.flush();
    }

    private static void print(String indent, JsonNode object, PrintWriter out) {
        int width = object.properties().stream()
                .mapToInt(entry -> entry.getKey().length())
                .max()
                .orElse(0);
        object.properties().forEach(entry -> {
            JsonNode value = entry.getValue();
            if (value.isObject()) {
                out.println(indent + entry.getKey());
                print(indent + "  ", value, out);
            } else if (value.valueStream().anyMatch(item -> !groups(item).isEmpty())) {
                out.println(indent + entry.getKey());
                value.forEach(item -> {
                    out.println(indent + "  " + named(item));
                    print(indent + "    ", groups(item), out);
                });
            } else {
                out.println(indent + entry.getKey()
                        + " ".repeat(width - entry.getKey().length()) + "  " + text(value));
            }
        });
    }

    /** What an item holds by name: of a tenant, the profiles that the account has there. */
    private static ObjectNode groups(JsonNode item) {
        ObjectNode groups = JsonNodeFactory.instance.objectNode();
        item.properties().stream()
                .filter(entry -> entry.getValue().isObject())
                .forEach(entry -> groups.set(entry.getKey(), entry.getValue()));
        return groups;
    }

    private static String named(JsonNode item) {
        return item.path("name").asString() + " (" + item.path("id").asString() + rolesIn(item) + ")";
    }

    /** Of a tenant, the roles that count there. */
    private static String rolesIn(JsonNode tenant) {
        return tenant.path("roles").isEmpty() ? "" : ": " + text(tenant.path("roles"));
    }

    static String text(JsonNode value) {
        if (value.isArray()) {
            StringBuilder list = new StringBuilder();
            value.forEach(
                    item -> list.append(list.isEmpty() ? "" : ", ").append(item.isObject() ? named(item) : text(item)));
            return list.toString();
        }
        return value.isNull() || value.isMissingNode() ? "" : value.asString();
    }
}
