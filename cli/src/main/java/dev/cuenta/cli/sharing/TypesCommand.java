package dev.cuenta.cli.sharing;

import dev.cuenta.cli.Service;
import dev.cuenta.core.code.Language;
import dev.cuenta.core.sharing.Contract;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "types",
        mixinStandardHelpOptions = true,
        description = {
            "Print what a service may rely on as source code: roles with their numbers, kinds, permissions, options, and the shape of an account.",
            "The same contract gives the same file: a build that writes it anew shows a difference as one in the code."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta types billing --as typescript > cuenta.ts")
public final class TypesCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "NAME", description = "The service, as the model calls it.")
    private String name;

    @Option(names = "--as", paramLabel = "LANGUAGE", required = true, description = "One of ${COMPLETION-CANDIDATES}.")
    private Language language;

    @Override
    public void run() {
        Contract contract = service.client().get("/v1/services/" + name + "/contract", Map.of(), Contract.class);
        spec.commandLine().getOut().print(language.write(contract));
        spec.commandLine().getOut().flush();
    }
}
