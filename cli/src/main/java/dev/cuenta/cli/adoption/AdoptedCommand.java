package dev.cuenta.cli.adoption;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.adoption.AdoptedId;
import dev.cuenta.wire.adoption.AdoptionSummary;
import java.io.PrintWriter;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "adopted",
        mixinStandardHelpOptions = true,
        description = "List what was adopted; for one source, print which key there is which account here, as CSV.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model adopted old-harbour > ids.csv")
public final class AdoptedCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "SOURCE", arity = "0..1", description = "A source's name.")
    private @Nullable String source;

    @Override
    public void run() {
        if (source == null) {
            list(service.client(), spec.commandLine().getOut());
        } else {
            map(source, service.client(), spec.commandLine().getOut());
        }
    }

    private static void list(CuentaClient client, PrintWriter out) {
        Table table = new Table("SOURCE", "BROUGHT", "JOINED", "LAST");
        client.items("/v1/adoptions", Map.of(), AdoptionSummary.class)
                .forEach(each -> table.row(each.source(), each.brought(), each.joined(), each.last()));
        table.printOr(out, "Nothing was adopted yet. Begin with: cuenta model adopt --from SOURCE");
    }

    private static void map(String source, CuentaClient client, PrintWriter out) {
        new IdMap<>(out, AdoptedId::key, AdoptedId::account)
                .print(
                        "key",
                        "account",
                        after -> client.items(
                                "/v1/adoptions/" + source + "/ids",
                                Map.of("after", after, "limit", String.valueOf(IdMap.PAGE)),
                                AdoptedId.class));
    }
}
