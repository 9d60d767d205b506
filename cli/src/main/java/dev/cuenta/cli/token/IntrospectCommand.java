package dev.cuenta.cli.token;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.io.PrintWriter;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;

@Command(
        name = "introspect",
        mixinStandardHelpOptions = true,
        description = {"Say whether a token is valid, and what it contains."},
        footerHeading = "%nExample:%n",
        footer = "  cuenta tokens introspect --token-stdin < token")
final class IntrospectCommand implements Runnable {
    @Mixin
    private Service service;

    @Option(names = "--token-stdin", description = "Read the token from standard input instead of asking for it.")
    private boolean fromStandardInput;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode told = service.client()
                .postForm(Tokens.PATH + "/introspection", Tokens.asked(fromStandardInput))
                .body();
        if (output.printed(told)) {
            return;
        }
        PrintWriter out = output.writer();
        if (!told.path("active").asBoolean()) {
            out.println("This token is not valid: it is malformed, expired or revoked.");
        } else {
            Table table = new Table("CLAIM", "VALUE");
            told.properties()
                    .forEach(claim -> table.row(claim.getKey(), Tokens.shown(claim.getKey(), claim.getValue())));
            output.print(table);
        }
        out.flush();
    }
}
