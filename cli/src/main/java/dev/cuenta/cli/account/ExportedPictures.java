package dev.cuenta.cli.account;

import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.adoption.Exported;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Puts pictures themselves into the lines of an export, which come with their ids only. */
final class ExportedPictures {
    private static final JsonMapper JSON = CuentaClient.json();

    private final CuentaClient client;
    private final List<FieldPath> fields;

    ExportedPictures(CuentaClient client, AccountModel model) {
        this.client = client;
        this.fields = Exported.pictures(model);
    }

    /** The line, with the bytes of what the account has, in base64. */
    String in(String line) {
        if (fields.stream().noneMatch(field -> line.contains("\"" + field.name() + "\":\""))) {
            return line;
        }
        ObjectNode account = (ObjectNode) JSON.readTree(line);
        ObjectNode pictures = JSON.createObjectNode();
        fields.stream()
                .filter(field -> value(account, field).isString())
                .forEach(field -> bytes(account.path("id").asString(), field)
                        .ifPresent(bytes -> pictures.put(
                                field.toString(), Base64.getEncoder().encodeToString(bytes))));
        return pictures.isEmpty() ? line : JSON.writeValueAsString(account.set("pictures", pictures));
    }

    private static JsonNode value(JsonNode account, FieldPath field) {
        return (field.profile() == null ? account : account.path(field.profile())).path(field.name());
    }

    /** None where the account lost it, or went, since the moment that the export is of. */
    private Optional<byte[]> bytes(String account, FieldPath field) {
        try {
            return Optional.of(client.download("/v1/accounts/" + account + "/pictures/" + field + "?size=2048"));
        } catch (Problem problem) {
            if (problem.kind() == ProblemKind.NOT_FOUND) {
                return Optional.empty();
            }
            throw problem;
        }
    }
}
