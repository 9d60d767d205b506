package dev.cuenta.cli.sharing;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.sharing.ServiceKey;
import dev.cuenta.wire.sharing.ServiceSummary;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "list",
        mixinStandardHelpOptions = true,
        description = "List the keys of all services: how each begins, what it is good for, and when it was used last.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta services keys list")
final class ListKeysCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        List<ServiceSummary> services = service.client().items("/v1/services", Map.of(), ServiceSummary.class);
        if (output.printed(new Items<>(services))) {
            return;
        }
        Table table = new Table("SERVICE", "BEGINS", "MADE", "LAST USED", "EXPIRES", "FROM", "WITHIN", "SCOPE", "ID");
        for (ServiceSummary item : services) {
            for (ServiceKey key : item.keys()) {
                table.row(
                        item.name(),
                        key.prefix(),
                        Moments.minute(key.made()),
                        Moments.minute(key.lastUsed(), "never"),
                        Moments.minute(key.expires(), "never"),
                        key.networks().isEmpty() ? "anywhere" : String.join(", ", key.networks()),
                        key.tenants().isEmpty()
                                ? "all tenants"
                                : key.tenants().stream()
                                        .map(ServiceKey.Within::name)
                                        .collect(Collectors.joining(", ")),
                        key.scope().isEmpty() ? "its contract" : String.join(", ", key.scope()),
                        key.id());
            }
        }
        output.print(table, "No service has a key. To make one: cuenta services keys add NAME");
    }
}
