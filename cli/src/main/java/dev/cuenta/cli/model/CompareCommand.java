package dev.cuenta.cli.model;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.publish.Revision;
import dev.cuenta.wire.upkeep.ModelVerification;
import java.io.PrintWriter;
import java.net.URI;
import java.nio.file.Path;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

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

    /** What an installation has. */
    private record Seen(@JsonUnwrapped Revision model, String shape) {
        String file() {
            return Objects.requireNonNullElse(model.name(), "");
        }

        boolean hasSameFile(Seen other) {
            return Objects.equals(model.source(), other.model.source());
        }
    }

    private record Comparison(boolean same, Seen here, Seen there) {}

    @Override
    public Integer call() {
        Seen here = look(service.client());
        Seen there = look(service.clientOf(other, keyFile));
        boolean same = here.shape().equals(there.shape()) && here.hasSameFile(there);
        if (!output.printed(new Comparison(same, here, there))) {
            PrintWriter out = output.writer();
            Table table = new Table("", "HERE", "THERE", "");
            row(table, "revision", here.model().revision(), there.model().revision());
            row(table, "shape", here.shape(), there.shape());
            table.row("file", here.file(), there.file(), said(here.hasSameFile(there)));
            output.print(table);
            out.println(
                    same
                            ? "Both declare the same accounts and keep them in the same tables."
                            : "They differ. See: cuenta model show, cuenta model verify");
            out.flush();
        }
        return same ? 0 : 1;
    }

    private static Seen look(CuentaClient client) {
        return new Seen(
                client.get("/v1/model", Map.of(), Revision.class),
                client.get("/v1/model/verification", Map.of(), ModelVerification.class)
                        .shape());
    }

    private static void row(Table table, String what, Object here, Object there) {
        table.row(what, here, there, said(here.equals(there)));
    }

    private static String said(boolean same) {
        return same ? "the same" : "differs";
    }
}
