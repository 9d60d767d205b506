package dev.cuenta.cli.model;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.io.PrintWriter;
import java.net.URI;
import java.nio.file.Path;
import java.util.Map;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

@Command(
        name = "compare",
        mixinStandardHelpOptions = true,
        description = "Check whether two installations have the same model and the same tables.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model compare --with https://test.marea.example --key-file test.key")
final class CompareCommand implements Callable<Integer> {
    @Mixin
    private Service service;

    @Option(names = "--with", required = true, paramLabel = "URL", description = "Where the other service is.")
    private URI other;

    @Option(
            names = "--key-file",
            paramLabel = "FILE",
            description = "The other installation's key; what this one is asked with if left out.")
    private @Nullable Path keyFile;

    @Mixin
    private Output output;

    @Override
    public Integer call() {
        JsonNode here = look(service.client());
        JsonNode there = look(service.clientOf(other, keyFile));
        boolean same = same("shape", here, there) && same("source", here, there);
        if (!output.printed(Map.of("same", same, "here", here, "there", there))) {
            PrintWriter out = output.writer();
            Table table = new Table("", "HERE", "THERE", "");
            row(table, "revision", here, there);
            row(table, "shape", here, there);
            table.row(
                    "file",
                    here.path("name").asString(),
                    there.path("name").asString(),
                    same("source", here, there) ? "the same" : "differs");
            output.print(table);
            out.println(
                    same
                            ? "Both declare the same accounts and keep them in the same tables."
                            : "They differ. See: cuenta model show, cuenta model verify");
            out.flush();
        }
        return same ? 0 : 1;
    }

    private static JsonNode look(CuentaClient client) {
        ObjectNode seen = (ObjectNode) client.get("/v1/model", Map.of()).body();
        seen.set("shape", client.get("/v1/model/verification", Map.of()).body().path("shape"));
        return seen;
    }

    private static void row(Table table, String key, JsonNode here, JsonNode there) {
        table.row(
                key,
                here.path(key).asString(),
                there.path(key).asString(),
                same(key, here, there) ? "the same" : "differs");
    }

    private static boolean same(String key, JsonNode here, JsonNode there) {
        return here.path(key).equals(there.path(key));
    }
}
