package dev.cuenta.cli.sharing;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "contract",
        mixinStandardHelpOptions = true,
        description = {
            "Print what a service may rely on, for its team to keep beside its own code.",
            "As OpenAPI or JSON Schema: of what the service sees, and nothing else."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta services contract billing > billing.contract.json")
final class ContractCommand implements Runnable {
    private enum Form {
        CONTRACT("contract"),
        OPENAPI("openapi.json"),
        SCHEMA("schema.json");

        private final String address;

        Form(String address) {
            this.address = address;
        }
    }

    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "NAME", description = "The service, as the model calls it.")
    private String name;

    @Option(names = "--as", paramLabel = "FORM", description = "contract (default), openapi or schema.")
    private Form form = Form.CONTRACT;

    @Override
    public void run() {
        Object document = service.client()
                .get("/v1/services/" + name + "/" + form.address, Map.of())
                .body();
        spec.commandLine()
                .getOut()
                .println(CuentaClient.json().writerWithDefaultPrettyPrinter().writeValueAsString(document));
    }
}
